<script setup lang="ts">
import type { Queue } from '@janua/contracts'
import { onKeyStroke } from '@vueuse/core'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import Menu from 'primevue/menu'
import Message from 'primevue/message'
import { computed, onMounted, ref, shallowRef, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'
import { get, post } from '../shell/api.ts'
import { useSession } from '../shell/session.ts'
import { typingSomewhere } from '../shell/typing.ts'
import { useDeed } from '../shell/useDeed.ts'
import BriefPane from './BriefPane.vue'
import ConversationPane from './ConversationPane.vue'
import DeskList from './DeskList.vue'
import ReplyBox from './ReplyBox.vue'
import { useDesk } from './useDesk.ts'

const { id } = defineProps<{ id: number | null }>()
const session = useSession()
const router = useRouter()
const { run, busy } = useDeed()
const { desk, conversation, failure, visitorWrites, now, refresh } = useDesk(() => id)
const queues = shallowRef<Queue[]>([])
const moveMenu = useTemplateRef('moveMenu')
const reply = useTemplateRef('reply')
const blocking = ref(false)
const reason = ref('')
const showBrief = ref(false)

const mine = computed(() => conversation.value?.state === 'agent' && conversation.value.agent?.id === session.user!.id)
const targets = computed(() => queues.value.filter((queue) => queue.id !== conversation.value?.queue?.id).map((queue) => ({ label: queue.name, command: () => act('move', { queue: queue.id }) })))
onMounted(async () => (queues.value = await get<Queue[]>('/queues').catch(() => [])))

let sending: { text: string; clientId: string } | undefined

async function act(deed: string, body?: unknown, done?: string): Promise<boolean> {
  const result = await run(() => post(`/desk/${id}/${deed}`, body).then(() => true), done)
  await refresh()
  return result === true
}
async function take(which: number): Promise<void> {
  await run(() => post(`/desk/${which}/take`))
  await router.push(`/desk/${which}`)
  await refresh()
}
/** A reply that is sent again after a lost connection keeps its id, so that the visitor reads it once. */
async function send(text: string): Promise<void> {
  if (sending?.text !== text) sending = { text, clientId: crypto.randomUUID() }
  if (!(await act('replies', sending))) return
  sending = undefined
  reply.value?.clear()
}
const propose = (item: number, phrasing: string) => act('proposals', { item, phrasing }, 'Proposed: it is in the draft, in work, for the lead to look at')
async function block(): Promise<void> {
  if (await act('block', { reason: reason.value }, 'The visitor is blocked and the conversation closed')) blocking.value = false
}
onKeyStroke(['t', 'T'], (event) => {
  const first = desk.value?.waiting[0]
  if (first && !typingSomewhere(event)) void take(first.id)
})
onKeyStroke(['1', '2'], (event) => {
  const passage = conversation.value?.brief.sayNext[Number(event.key) - 1]
  if (!event.altKey || !passage || !mine.value) return
  event.preventDefault()
  reply.value?.insert(passage.text)
})
</script>

<template>
  <div class="desk" :class="{ opened: id !== null }">
    <div class="left"><DeskList v-if="desk" :desk="desk" :open="id" :now="now" /></div>
    <section class="middle" aria-label="Conversation">
      <Message v-if="failure" severity="error" class="failure">{{ failure }}</Message>
      <template v-if="conversation">
        <header>
          <div class="grow">
            <RouterLink to="/desk" class="back small">All conversations</RouterLink>
            <h1>{{ conversation.subject }}</h1>
            <p class="quiet small">{{ conversation.visitor ?? 'A visitor' }} · {{ conversation.queue?.name ?? 'with the assistant' }}<template v-if="conversation.agent"> · {{ conversation.agent.name }}</template><template v-if="conversation.blocked"> · blocked</template></p>
          </div>
          <Button class="brief-toggle" text size="small" :label="showBrief ? 'Thread' : 'Brief'" @click="showBrief = !showBrief" />
          <template v-if="mine">
            <Button text severity="danger" size="small" label="Block" data-test="block" @click="blocking = true" />
            <Button outlined size="small" label="Move" aria-haspopup="true" data-test="move" @click="moveMenu!.toggle($event)" /><Menu ref="moveMenu" :model="targets" popup />
            <Button outlined size="small" label="Back to assistant" data-test="hand-back" :disabled="busy" @click="act('hand-back')" />
            <Button size="small" label="Close" data-test="close" :disabled="busy" @click="act('close', undefined, 'Closed')" />
          </template>
          <Button v-else-if="conversation.state === 'waiting'" label="Take it" data-test="take" :loading="busy" @click="take(conversation.id)" />
        </header>
        <ConversationPane v-show="!showBrief" :key="conversation.id" :conversation="conversation" :visitor-writes="visitorWrites" @judge="(message, verdict) => act('judgements', { message, verdict })" />
        <BriefPane v-if="showBrief" class="brief-inline" :brief="conversation.brief" :may-insert="mine" @insert="(text) => ((showBrief = false), reply?.insert(text))" @propose="propose" />
        <ReplyBox v-if="mine" ref="reply" :conversation="conversation.id" :name="session.user!.name" :busy="busy" @send="send" @typing="session.send('typing', conversation.id)" />
      </template>
      <div v-else-if="!failure" class="empty">
        <h1>{{ desk?.waiting.length ? 'Somebody waits' : 'All quiet' }}</h1>
        <p v-if="desk?.waiting.length">Open a conversation on the left, or press <kbd>T</kbd> to take the one that waits longest.</p><p v-else>New conversations appear here by themselves. <template v-if="!session.user!.present">You are marked as away: the switch above says that you are at your desk.</template></p>
      </div>
    </section>
    <BriefPane v-if="conversation" class="right" :brief="conversation.brief" :may-insert="mine" @insert="reply?.insert($event)" @propose="propose" />
    <Dialog v-model:visible="blocking" modal header="Block this visitor" :style="{ width: '400px' }">
      <form class="stack" @submit.prevent="block">
        <p>They cannot write here any more, and this conversation closes. The audit trail keeps who did it and why.</p>
        <label class="field"><span>Why</span><InputText v-model.trim="reason" required minlength="3" maxlength="300" data-test="block-reason" /></label>
        <Button type="submit" severity="danger" label="Block" data-test="block-yes" />
      </form>
    </Dialog>
  </div>
</template>

<style scoped>
.desk { display: grid; grid-template-columns: 285px minmax(0, 1fr) 316px; height: calc(100vh - 88px); }
.left { border-right: 1px solid var(--line); overflow: auto; }
.middle { display: flex; flex-direction: column; min-height: 0; }
.middle header { display: flex; gap: 8px; align-items: center; padding: 14px 22px; border-bottom: 1px solid var(--line); flex-wrap: wrap; }
.middle h1 { font-size: 20px; }
.failure { margin: 14px; }
.back, .brief-toggle, .brief-inline { display: none; }
@media (max-width: 1000px) {
  .desk { grid-template-columns: 260px minmax(0, 1fr); }
  .right { display: none; }
  .brief-toggle { display: inline-flex; }
  .brief-inline { display: grid; flex: 1; }
}
@media (max-width: 720px) {
  .desk { grid-template-columns: minmax(0, 1fr); }
  .desk.opened .left, .desk:not(.opened) .middle { display: none; }
  .back { display: inline; }
  .middle header { padding: 10px 14px; }
}
</style>
