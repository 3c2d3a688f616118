<script setup lang="ts">
import type { CaseInput, CloseInput, DeskRow, Queue, SavedReply } from '@janua/contracts'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import { computed, onMounted, ref, shallowRef, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'
import { get, post, sendFile } from '../shell/api.ts'
import { useSession } from '../shell/session.ts'
import { useAction } from '../shell/useAction.ts'
import BriefPane from './BriefPane.vue'
import CaseDialog from './CaseDialog.vue'
import CloseDialog from './CloseDialog.vue'
import ConversationPane from './ConversationPane.vue'
import DeskList from './DeskList.vue'
import HandBackDialog from './HandBackDialog.vue'
import MoveDialog from './MoveDialog.vue'
import ReplyBox from './ReplyBox.vue'
import TeachDialog from './TeachDialog.vue'
import { useDesk } from './useDesk.ts'
import { useDeskKeys } from './useDeskKeys.ts'

const { id } = defineProps<{ id: number | null }>()
const session = useSession()
const router = useRouter()
const { run, busy } = useAction()
const { desk, conversation, failure, visitorWrites, now, refresh } = useDesk(() => id)
const queues = shallowRef<Queue[]>([])
const lines = shallowRef<SavedReply[]>([])
const found = shallowRef<DeskRow[]>()
const reply = useTemplateRef('reply')
const [blocking, moving, closing, keeping, handingBack, showBrief] = [
  ref(false),
  ref(false),
  ref(false),
  ref(false),
  ref(false),
  ref(false),
]
const proposal = ref<string>()
const reason = ref('')

const mine = computed(
  () => conversation.value?.state === 'agent' && conversation.value.agent?.id === session.user!.id,
)
const mayMove = computed(
  () =>
    mine.value ||
    (session.role === 'lead' &&
      (conversation.value?.state === 'waiting' || conversation.value?.state === 'agent')),
)
const mayNote = computed(
  () => conversation.value !== undefined && conversation.value.state !== 'closed',
)
const colleagues = computed(() =>
  [
    ...new Map(
      queues.value
        .flatMap(({ members }) => members)
        .filter(({ id, active }) => active && id !== session.user!.id)
        .map(({ id, name }) => [id, { id, name }]),
    ).values(),
  ].sort((a, b) => a.name.localeCompare(b.name)),
)
onMounted(async () => {
  queues.value = await get('/queues').catch(() => [])
  lines.value = await get('/desk/saved-replies').catch(() => [])
})

/** The reply under way, by conversation. */
const sending = new Map<number, { text: string; asTeam: boolean; clientId: string }>()

async function act(action: () => Promise<unknown>, done?: string): Promise<boolean> {
  const result = await run(() => action().then(() => true), done)
  await refresh()
  return result === true
}
async function take(
  which: number,
  action: 'take' | 'take-over' | 'step-in' = 'take',
): Promise<void> {
  const taken = await run(() => post(`/desk/${which}/${action}`).then(() => true))
  await router.push(`/desk/${which}`)
  await refresh()
  if (taken) reply.value?.write('reply')
}
async function pass(which: number): Promise<void> {
  await run(() => post(`/desk/${which}/pass`))
  await refresh()
}
/** A reply that is sent again after a lost connection keeps its id, so that the visitor reads it once. */
async function send(text: string, asTeam: boolean): Promise<void> {
  const conversation = id!
  const before = sending.get(conversation)
  const message =
    before?.text === text && before.asTeam === asTeam
      ? before
      : { text, asTeam, clientId: crypto.randomUUID() }
  sending.set(conversation, message)
  if (!(await act(() => post(`/desk/${id!}/replies`, message)))) return
  sending.delete(conversation)
  reply.value?.sent(text, { conversation, kind: 'reply' })
}
async function note(text: string, ask: number | null): Promise<void> {
  const conversation = id!
  if (await act(() => post(`/desk/${id!}/notes`, { text, ask })))
    reply.value?.sent(text, { conversation, kind: 'note' })
}
async function attach(file: File): Promise<void> {
  await run(() => sendFile(`/desk/${id}/files`, file))
  await refresh()
}
async function move(body: { queue?: number; agent?: number; reason: string }): Promise<void> {
  if (await act(() => post(`/desk/${id!}/move`, body), 'Moved')) moving.value = false
}
async function close(body: CloseInput): Promise<void> {
  const done = body.outcome === 'will follow' ? 'Case created' : 'Closed'
  if (await act(() => post(`/desk/${id!}/close`, body), done)) closing.value = false
}
async function keep(body: CaseInput): Promise<void> {
  if (await act(() => post(`/desk/${id!}/case`, body), 'Case created')) keeping.value = false
}
async function handBack(word: string): Promise<void> {
  if (await act(() => post(`/desk/${id!}/hand-back`, { word }))) handingBack.value = false
}
let searched = 0
async function search(words: string): Promise<void> {
  const mine = ++searched
  const rows =
    words.length < 2 ? undefined : await get('/desk/search', { words }).catch(() => found.value)
  // An answer to fewer letters may come after the answer to more.
  if (mine === searched) found.value = rows
}
const propose = (item: number, phrasing: string) =>
  act(
    () => post(`/desk/${id!}/phrasings`, { item, phrasing }),
    'Proposed: it is in the draft, in work, for the lead to look at',
  )
async function block(): Promise<void> {
  if (
    !(await act(
      () => post(`/desk/${id!}/block`, { reason: reason.value }),
      'The visitor is blocked and the conversation closed',
    ))
  )
    return
  blocking.value = false
  reason.value = ''
}
useDeskKeys({
  takeFirst: () => desk.value?.waiting[0] && void take(desk.value.waiting[0].id),
  next: (by) => {
    const rows = desk.value?.mine ?? []
    const at = rows.findIndex((row) => row.id === id)
    const to = rows[at < 0 ? 0 : at + by]
    if (to) void router.push(`/desk/${to.id}`)
  },
  move: () => mayMove.value && (moving.value = true),
  back: () => mine.value && (handingBack.value = true),
  close: () => mine.value && (closing.value = true),
  reply: () => reply.value?.write('reply'),
  note: () => reply.value?.write('note'),
  find: () => mine.value && reply.value?.find(),
  insert: (place) =>
    mine.value && reply.value?.insert(conversation.value?.brief.sayNext[place]?.text ?? ''),
})
</script>

<template>
  <div class="desk" :class="{ opened: id !== null }">
    <div class="left">
      <DeskList
        v-if="desk"
        :desk="desk"
        :open="id"
        :now="now"
        :found="found"
        @take="take"
        @pass="pass"
        @search="search"
      />
    </div>
    <section class="middle" aria-label="Conversation">
      <Message v-if="failure" severity="error" class="failure">{{ failure }}</Message>
      <template v-if="conversation">
        <header>
          <div class="grow">
            <RouterLink to="/desk" class="back small">All conversations</RouterLink>
            <h1>{{ conversation.subject }}</h1>
            <p class="quiet small">
              {{ conversation.visitor ?? 'A visitor' }} ·
              {{ conversation.queue?.name ?? 'with the assistant'
              }}<template v-if="conversation.agent"> · {{ conversation.agent.name }}</template
              ><template v-if="conversation.caseNumber">
                · case {{ conversation.caseNumber }}</template
              ><template v-if="conversation.guests.length">
                · asked in: {{ conversation.guests.map(({ name }) => name).join(', ') }}</template
              ><template v-if="conversation.blocked"> · blocked</template>
            </p>
          </div>
          <Button
            class="brief-toggle"
            text
            size="small"
            :label="showBrief ? 'Thread' : 'Brief'"
            @click="showBrief = !showBrief"
          />
          <Button
            v-if="mine"
            text
            severity="danger"
            size="small"
            label="Block"
            data-test="block"
            @click="blocking = true"
          />
          <Button
            v-if="mayMove"
            outlined
            size="small"
            label="Move"
            data-test="move"
            @click="moving = true"
          />
          <template v-if="mine">
            <Button
              outlined
              size="small"
              label="Case"
              data-test="keep-case"
              :disabled="busy"
              @click="keeping = true"
            />
            <Button
              outlined
              size="small"
              label="Back to assistant"
              data-test="hand-back"
              :disabled="busy"
              @click="handingBack = true"
            />
            <Button
              size="small"
              label="Close"
              data-test="close"
              :disabled="busy"
              @click="closing = true"
            />
          </template>
          <Button
            v-else-if="conversation.state === 'waiting' || conversation.state === 'case'"
            label="Take it"
            data-test="take"
            :loading="busy"
            @click="take(conversation.id)"
          />
          <Button
            v-else-if="conversation.state === 'agent' && session.role === 'lead'"
            outlined
            label="Take over"
            data-test="take-over"
            :loading="busy"
            @click="take(conversation.id, 'take-over')"
          />
          <Button
            v-else-if="conversation.mayStepIn"
            outlined
            label="Step in"
            data-test="step-in"
            :loading="busy"
            @click="take(conversation.id, 'step-in')"
          />
          <Button
            v-else-if="conversation.state === 'closed'"
            outlined
            label="Take up again"
            data-test="reopen"
            :loading="busy"
            @click="act(() => post(`/desk/${id!}/reopen`))"
          />
        </header>
        <ConversationPane
          v-show="!showBrief"
          :key="conversation.id"
          :conversation="conversation"
          :visitor-writes="visitorWrites"
          @review="
            (message, verdict) => act(() => post(`/desk/${id!}/reviews`, { message, verdict }))
          "
          @teach="proposal = $event"
        />
        <BriefPane
          v-if="showBrief"
          class="brief-inline"
          :conversation="conversation.id"
          :brief="conversation.brief"
          :others="conversation.others"
          :may-insert="mine"
          @insert="reply?.insert($event)"
          @propose="propose"
        />
        <ReplyBox
          v-if="mayNote"
          ref="reply"
          :conversation="conversation"
          :name="session.user!.name"
          :busy="busy"
          :mine="mine"
          :lines="lines"
          :colleagues="colleagues"
          @send="send"
          @note="note"
          @attach="attach"
          @typing="session.send('typing', conversation.id)"
        />
      </template>
      <div v-else-if="!failure" class="empty">
        <h1>{{ desk?.waiting.length ? 'Someone is waiting' : 'All quiet' }}</h1>
        <p v-if="desk?.waiting.length">
          Open a conversation on the left, or press <kbd>T</kbd> to take the one due first.
        </p>
        <p v-else>
          New conversations appear here by themselves.
          <template v-if="session.user!.presence !== 'here'"
            >You are {{ session.user!.presence === 'away' ? 'away' : 'off duty' }}. Set yourself to
            online above to get conversations.</template
          >
        </p>
      </div>
    </section>
    <BriefPane
      v-if="conversation"
      class="right"
      :conversation="conversation.id"
      :brief="conversation.brief"
      :others="conversation.others"
      :may-insert="mine"
      @insert="reply?.insert($event)"
      @propose="propose"
    />
    <template v-if="conversation">
      <MoveDialog
        v-model="moving"
        :conversation="conversation"
        :queues="queues"
        :busy="busy"
        @move="move"
      />
      <CloseDialog
        v-model="closing"
        :conversation="conversation"
        :queues="queues"
        :busy="busy"
        @close="close"
        @teach="proposal = $event"
      />
      <CaseDialog v-model="keeping" :conversation="conversation" :busy="busy" @keep="keep" />
      <HandBackDialog v-model="handingBack" :busy="busy" @back="handBack" />
      <TeachDialog
        :key="`${conversation.id} ${proposal}`"
        :words="proposal"
        :conversation="conversation"
        @done="proposal = undefined"
      />
    </template>
    <Dialog
      v-model:visible="blocking"
      modal
      header="Block this visitor"
      :style="{ width: '400px' }"
    >
      <form class="stack" @submit.prevent="block">
        <p>
          They cannot write here any more, and this conversation closes. The audit trail keeps who
          did it and why.
        </p>
        <label class="field"
          ><span>Why</span
          ><InputText
            v-model.trim="reason"
            required
            minlength="3"
            maxlength="300"
            autofocus
            data-test="block-reason"
        /></label>
        <Button type="submit" severity="danger" label="Block" data-test="block-yes" />
      </form>
    </Dialog>
  </div>
</template>

<style scoped>
.desk {
  display: grid;
  grid-template-columns: 285px minmax(0, 1fr) 316px;
  height: calc(100vh - 88px);
}
.left {
  border-right: 1px solid var(--line);
  overflow: auto;
}
.middle {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.middle header {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 14px 22px;
  border-bottom: 1px solid var(--line);
  flex-wrap: wrap;
}
.middle h1 {
  font-size: var(--text-heading);
}
.failure {
  margin: 14px;
}
.back,
.brief-toggle,
.brief-inline {
  display: none;
}
@media (width <= 960px) {
  .desk {
    grid-template-columns: 260px minmax(0, 1fr);
  }
  .right {
    display: none;
  }
  .brief-toggle {
    display: inline-flex;
  }
  .brief-inline {
    display: grid;
    flex: 1;
  }
}
@media (width <= 700px) {
  .desk {
    grid-template-columns: minmax(0, 1fr);
  }
  .desk.opened .left,
  .desk:not(.opened) .middle {
    display: none;
  }
  .back {
    display: inline;
  }
  .middle header {
    padding: 8px 14px;
    gap: 6px;
  }
  .middle header > .grow {
    flex: 1 0 100%;
  }
  .middle h1 {
    font-size: var(--text-large);
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    line-clamp: 2;
    overflow: hidden;
  }
  .desk {
    height: calc(100dvh - 88px);
  }
}
</style>
