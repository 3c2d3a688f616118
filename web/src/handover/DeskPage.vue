<script setup lang="ts">
import Button from 'primevue/button'
import Message from 'primevue/message'
import { computed, ref, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'
import { useSession } from '../shell/session.ts'
import { useRemote } from '../shell/useRemote.ts'
import BlockDialog from './BlockDialog.vue'
import BriefPane from './BriefPane.vue'
import CaseDialog from './CaseDialog.vue'
import CloseDialog from './CloseDialog.vue'
import ConversationPane from './ConversationPane.vue'
import DeskList from './DeskList.vue'
import HandBackDialog from './HandBackDialog.vue'
import MoveDialog from './MoveDialog.vue'
import ReplyBox from './ReplyBox.vue'
import TeachDialog from './TeachDialog.vue'
import { colleaguesOf, mayMove as mayMoveIt } from './deskRights.ts'
import { useDesk } from './useDesk.ts'
import { type DeskDialog, useDeskActions } from './useDeskActions.ts'
import { useDeskKeys } from './useDeskKeys.ts'
import { useDeskSearch } from './useDeskSearch.ts'

const { id } = defineProps<{ id: number | null }>()
const session = useSession()
const router = useRouter()
const { desk, conversation, failure, visitorWrites, now, refresh } = useDesk(() => id)
const actions = useDeskActions(() => id, refresh)
const { busy, dialog } = actions
const { found, search } = useDeskSearch()
const { state: queues } = useRemote('/queues', undefined, { hears: ['queues', 'presence'] })
const { state: savedReplies } = useRemote('/desk/saved-replies')
const reply = useTemplateRef('reply')
const showBrief = ref(false)
/** An agent's words that the assistant is to learn. */
const proposal = ref<string>()

const mine = computed(
  () => conversation.value?.state === 'agent' && conversation.value.agent?.id === session.user!.id,
)
const mayMove = computed(() => mayMoveIt(conversation.value, session.user!))
const mayNote = computed(
  () => conversation.value !== undefined && conversation.value.state !== 'closed',
)
const colleagues = computed(() => colleaguesOf(queues.value.value ?? [], session.user!.id))
const shownAs = (which: DeskDialog) => ({
  modelValue: dialog.value === which,
  'onUpdate:modelValue': () => (dialog.value = undefined),
})

async function take(which: number, action?: 'take' | 'take-over' | 'step-in'): Promise<void> {
  if (await actions.take(which, action)) reply.value?.write('reply')
}
async function send(text: string, asTeam: boolean): Promise<void> {
  const of = { conversation: id!, kind: 'reply' } as const
  if (await actions.send(text, asTeam)) reply.value?.sent(text, of)
}
async function note(text: string, ask: number | null): Promise<void> {
  const of = { conversation: id!, kind: 'note' } as const
  if (await actions.note(text, ask)) reply.value?.sent(text, of)
}
function goOn(by: 1 | -1): void {
  const rows = desk.value?.mine ?? []
  const at = rows.findIndex((row) => row.id === id)
  const to = rows[at < 0 ? 0 : at + by]
  if (to) void router.push(`/desk/${to.id}`)
}
useDeskKeys({
  takeFirst: () => desk.value?.waiting[0] && void take(desk.value.waiting[0].id),
  next: goOn,
  move: () => mayMove.value && (dialog.value = 'move'),
  back: () => mine.value && (dialog.value = 'handBack'),
  close: () => mine.value && (dialog.value = 'close'),
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
        @pass="actions.pass"
        @search="search"
      />
    </div>
    <section class="middle" :aria-label="$t('handover.desk.conversation')">
      <Message v-if="failure" severity="error" class="failure">{{ failure }}</Message>
      <template v-if="conversation">
        <header>
          <div class="grow">
            <RouterLink to="/desk" class="back small">{{
              $t('handover.desk.allConversations')
            }}</RouterLink>
            <h1>{{ conversation.subject }}</h1>
            <p class="quiet small">
              {{ conversation.visitor ?? $t('handover.desk.aVisitor') }} ·
              {{ conversation.queue?.name ?? $t('handover.desk.withTheAssistant')
              }}<template v-if="conversation.agent"> · {{ conversation.agent.name }}</template
              ><template v-if="conversation.caseNumber"
                >{{ ' '
                }}{{ $t('handover.desk.case', { caseNumber: conversation.caseNumber }) }}</template
              ><template v-if="conversation.guests.length"
                >{{ ' '
                }}{{
                  $t('handover.desk.askedIn', {
                    guests: conversation.guests.map(({ name }) => name).join(', '),
                  })
                }}</template
              ><template v-if="conversation.blocked"
                >{{ ' ' }}{{ $t('handover.desk.blocked') }}</template
              >
            </p>
          </div>
          <Button
            class="brief-toggle"
            text
            size="small"
            :label="showBrief ? $t('handover.desk.thread') : $t('handover.desk.brief')"
            @click="showBrief = !showBrief"
          />
          <Button
            v-if="mine"
            text
            severity="danger"
            size="small"
            :label="$t('handover.desk.block')"
            data-test="block"
            @click="dialog = 'block'"
          />
          <Button
            v-if="mayMove"
            outlined
            size="small"
            :label="$t('handover.desk.move')"
            data-test="move"
            @click="dialog = 'move'"
          />
          <template v-if="mine">
            <Button
              outlined
              size="small"
              :label="$t('handover.desk.case2')"
              data-test="keep-case"
              :disabled="busy"
              @click="dialog = 'case'"
            />
            <Button
              outlined
              size="small"
              :label="$t('handover.desk.backToAssistant')"
              data-test="hand-back"
              :disabled="busy"
              @click="dialog = 'handBack'"
            />
            <Button
              size="small"
              :label="$t('common.close')"
              data-test="close"
              :disabled="busy"
              @click="dialog = 'close'"
            />
          </template>
          <Button
            v-else-if="conversation.state === 'waiting' || conversation.state === 'case'"
            :label="$t('handover.desk.takeIt')"
            data-test="take"
            :loading="busy"
            @click="take(conversation.id)"
          />
          <Button
            v-else-if="conversation.state === 'agent' && session.role === 'lead'"
            outlined
            :label="$t('handover.desk.takeOver')"
            data-test="take-over"
            :loading="busy"
            @click="take(conversation.id, 'take-over')"
          />
          <Button
            v-else-if="conversation.mayStepIn"
            outlined
            :label="$t('handover.desk.stepIn')"
            data-test="step-in"
            :loading="busy"
            @click="take(conversation.id, 'step-in')"
          />
          <Button
            v-else-if="conversation.state === 'closed'"
            outlined
            :label="$t('handover.desk.takeUpAgain')"
            data-test="reopen"
            :loading="busy"
            @click="actions.reopen"
          />
        </header>
        <ConversationPane
          v-show="!showBrief"
          :key="conversation.id"
          :conversation="conversation"
          :visitor-writes="visitorWrites"
          @review="actions.review"
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
          @propose="actions.propose"
        />
        <ReplyBox
          v-if="mayNote"
          ref="reply"
          :conversation="conversation"
          :name="session.user!.name"
          :busy="busy"
          :mine="mine"
          :lines="savedReplies.value ?? []"
          :colleagues="colleagues"
          @send="send"
          @note="note"
          @attach="actions.attach"
          @typing="session.send('typing', conversation.id)"
        />
      </template>
      <div v-else-if="!failure" class="empty">
        <h1>
          {{
            desk?.waiting.length
              ? $t('handover.desk.someoneIsWaiting')
              : $t('handover.desk.allQuiet')
          }}
        </h1>
        <p v-if="desk?.waiting.length">
          <i18n-t keypath="handover.desk.openAConversationOn" scope="global"
            ><template #kbd><kbd>T</kbd></template></i18n-t
          >
        </p>
        <p v-else>
          {{ $t('handover.desk.newConversationsAppearHere') }}
          <template v-if="session.user!.presence !== 'here'">{{
            $t('handover.desk.youAreSetYourself', {
              away:
                session.user!.presence === 'away'
                  ? $t('handover.desk.away')
                  : $t('handover.desk.offDuty'),
            })
          }}</template>
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
      @propose="actions.propose"
    />
    <template v-if="conversation">
      <MoveDialog
        v-bind="shownAs('move')"
        :conversation="conversation"
        :queues="queues.value ?? []"
        :busy="busy"
        @move="actions.move"
      />
      <CloseDialog
        v-bind="shownAs('close')"
        :conversation="conversation"
        :queues="queues.value ?? []"
        :busy="busy"
        @close="actions.close"
        @teach="proposal = $event"
      />
      <CaseDialog
        v-bind="shownAs('case')"
        :conversation="conversation"
        :busy="busy"
        @keep="actions.keep"
      />
      <HandBackDialog v-bind="shownAs('handBack')" :busy="busy" @back="actions.handBack" />
      <BlockDialog v-bind="shownAs('block')" :busy="busy" @block="actions.block" />
      <TeachDialog
        :key="`${conversation.id} ${proposal}`"
        :words="proposal"
        :conversation="conversation"
        @done="proposal = undefined"
      />
    </template>
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
