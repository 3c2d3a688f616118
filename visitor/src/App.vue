<script setup lang="ts">
import { MAX_ATTACHMENT_MB } from '@janua/contracts'
import type { Source } from '@janua/core'
import {
  computed,
  nextTick,
  onMounted,
  onUnmounted,
  ref,
  shallowRef,
  useTemplateRef,
  watch,
} from 'vue'
import AnswerMessage from './AnswerMessage.vue'
import AwayChoice from './AwayChoice.vue'
import Composer from './Composer.vue'
import ContactForm from './ContactForm.vue'
import EventLine from './EventLine.vue'
import FileMessage from './FileMessage.vue'
import RatingBar from './RatingBar.vue'
import SourceSheet from './SourceSheet.vue'
import { Refused } from './api.ts'
import { findStaff } from './staff.ts'
import { useThread } from './useThread.ts'
import { language, words } from './words.ts'

const { door: key, framed } = defineProps<{ door: string; framed: boolean }>()
const {
  api,
  door,
  state,
  thread,
  messages,
  pending,
  offline,
  refusal,
  agentWrites,
  missing,
  start,
  say,
  act,
  forget,
  saying,
  typing,
} = useThread(key)
const source = shallowRef<Source>()
/** The source is shown at once; that it was opened is told besides, and nobody waits for it. */
function open(chosen: Source, message: number): void {
  source.value = chosen
  void api.opened(message).catch(() => undefined)
}
const forgetting = ref(false)
const notice = ref('')
const log = useTemplateRef('log')

const texts = computed(() => door.value!.texts[language])
/** Nobody is promised a mail that nothing could send. */
const reply = computed(() => words.reply[door.value!.sendsMail ? 'mail' : 'page'])
const lastAssistant = computed(
  () => messages.value.findLast((message) => message.author === 'assistant')?.id,
)
const lastMine = computed(
  () => messages.value.findLast((message) => message.author === 'visitor')?.id,
)
const canAsk = computed(() => state.value === 'assistant')
const hours = computed(() => {
  const { open, changesAt, timeZone } = door.value!
  if (!changesAt) return words.noPeople
  const day =
    open || +new Date(changesAt) - Date.now() < 12 * 3_600_000 ? {} : { weekday: 'short' as const }
  const time = new Date(changesAt).toLocaleString(language, {
    ...day,
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
    timeZone,
  })
  return open ? words.peopleUntil(time) : words.peopleFrom(time)
})
const wait = computed(() => {
  const waiting = thread.value.waiting
  if (!waiting) return ''
  return waiting.seconds === null
    ? words.nobody
    : words.within(Math.max(1, Math.ceil(waiting.seconds / 60)))
})
const waitsForAnswer = computed(() => pending.value.length > 0 && canAsk.value && !offline.value)

onMounted(() => Promise.all([start(), findStaff(framed)]))
watch(door, (now) => {
  if (!now) return
  document.title = now.title
  document.documentElement.style.setProperty('--door', now.colour)
})
/** Whoever reads further up stays there; one's own words are always shown. */
const NEAR_END_PX = 140
watch([messages, pending, agentWrites], async ([, now], [, before]) => {
  const { scrollHeight = 0, scrollTop = 0, clientHeight = 0 } = log.value ?? {}
  const follows =
    now.length > before.length || scrollHeight - scrollTop - clientHeight < NEAR_END_PX
  await nextTick()
  if (!follows) return
  log.value?.scrollTo({
    top: log.value.scrollHeight,
    behavior: matchMedia('(prefers-reduced-motion: reduce)').matches ? 'auto' : 'smooth',
  })
})

async function attach(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement
  const file = field.files?.[0]
  if (file)
    await act(() =>
      file.size > MAX_ATTACHMENT_MB * 1024 * 1024
        ? Promise.reject(
            new Refused(413, { code: 'TOO_LARGE', message: words.tooLarge(MAX_ATTACHMENT_MB) }),
          )
        : api.attach(file),
    )
  field.value = ''
}
async function saveText(): Promise<void> {
  let text = ''
  if (!(await act(async () => (text = await api.transcript())))) return
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([text], { type: 'text/plain' }))
  link.download = 'conversation.txt'
  link.click()
  URL.revokeObjectURL(link.href)
}
async function forgetMe(): Promise<void> {
  const isForgotten = await forget()
  forgetting.value = false
  if (isForgotten) notice.value = words.forgotten
}
const closeFrame = () => parent.postMessage('janua:close', '*')
/** Wherever the keyboard is in the window. A sheet that lies above closes first, by itself. */
function onEscape({ key: pressed }: KeyboardEvent): void {
  if (pressed === 'Escape' && framed && !source.value) closeFrame()
}
onMounted(() => document.addEventListener('keydown', onEscape))
onUnmounted(() => document.removeEventListener('keydown', onEscape))
const clock = (at: string) =>
  new Date(at).toLocaleTimeString(language, {
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  })
</script>

<template>
  <p v-if="missing" class="missing">{{ words.noDoor }}</p>
  <div v-else-if="door" class="window" :class="{ framed }">
    <header>
      <h1>{{ door.title }}</h1>
      <p>{{ words.people(hours) }}</p>
      <button
        v-if="framed"
        type="button"
        class="shut-door"
        :aria-label="words.close"
        data-test="close-door"
        @click="closeFrame"
      >
        ×
      </button>
    </header>
    <main ref="log" class="log" role="log" aria-live="polite" tabindex="0" :aria-label="door.title">
      <div class="assistant">
        <p>{{ texts.greeting }}</p>
      </div>
      <div v-if="messages.length === 0 && pending.length === 0" class="firsts">
        <button
          v-for="question in door.firstQuestions[language]"
          :key="question"
          type="button"
          data-test="first-question"
          @click="say(question)"
        >
          {{ question }}
        </button>
      </div>
      <template v-for="message in messages" :key="message.id">
        <div v-if="message.author === 'visitor'" class="visitor" data-test="mine">
          <FileMessage v-if="message.kind === 'file'" :message="message" :api="api" />
          <p v-else>{{ message.text }}</p>
          <span
            v-if="message.id === lastMine && state === 'agent'"
            class="quiet"
            data-test="mark"
            >{{ message.seq <= thread.teamSeen ? words.read : words.sent }}</span
          >
        </div>
        <EventLine v-else-if="message.author === 'event'" :message="message" :reply="reply" />
        <div v-else-if="message.author === 'agent'" class="agent" data-test="agent">
          <FileMessage v-if="message.kind === 'file'" :message="message" :api="api" />
          <p v-else>{{ message.text }}</p>
          <span class="quiet">{{ message.name ?? words.team }} · {{ clock(message.at) }}</span>
        </div>
        <AnswerMessage
          v-else-if="message.kind === 'answer'"
          :message="message"
          :texts="texts"
          :last="message.id === lastAssistant"
          :can-ask="canAsk"
          @vote="(helpful) => act(() => api.vote(message.id, helpful))"
          @source="open($event, message.id)"
          @choose="say"
          @person="act(api.askPerson)"
        />
        <ContactForm
          v-else-if="message.kind === 'contact' && message.id === lastAssistant && canAsk"
          :reason="(message.data as { reason?: string } | undefined)?.reason"
          :fields="door.ask"
          :reply="reply"
          @told="(contact) => act(() => api.contact(contact))"
        />
        <AwayChoice
          v-else-if="message.kind === 'away'"
          :message="message"
          :open="message.id === lastAssistant && canAsk"
          :time-zone="door.timeZone"
          :reply="reply"
          @choose="(way) => act(() => api.way(way))"
        />
        <div v-else-if="message.kind !== 'contact'" class="assistant">
          <p>{{ message.text }}</p>
          <div
            v-if="message.kind === 'offer' && message.id === lastAssistant && canAsk"
            class="row"
          >
            <button type="button" class="main" data-test="ask-person" @click="act(api.askPerson)">
              {{ words.askPerson }}
            </button>
          </div>
        </div>
      </template>
      <div
        v-for="message in pending"
        :key="message.clientId"
        class="visitor unsent"
        data-test="unsent"
      >
        <p>{{ message.text }}</p>
        <span class="quiet">{{ offline ? words.notSent : words.sending }}</span>
      </div>
      <div v-if="saying" class="assistant saying" aria-hidden="true" data-test="saying">
        <p v-for="(line, i) in saying.split(/\n+/)" :key="i">{{ line }}</p>
      </div>
      <p v-if="waitsForAnswer || agentWrites" class="writes" data-test="writing">
        <i /><i /><i /><span>{{ agentWrites ? words.writes(agentWrites) : words.thinking }}</span>
      </p>
    </main>
    <div v-if="state === 'waiting'" class="bar" data-test="waiting">
      <span
        >{{ words.waiting }}<template v-if="wait">, {{ wait }}</template></span
      ><button
        type="button"
        data-test="case-instead"
        @click="act(() => api.way({ way: 'case', phone: '' }))"
      >
        {{ reply.leaveCase }}</button
      ><button type="button" @click="act(api.stopWaiting)">{{ words.goOn }}</button>
    </div>
    <RatingBar
      v-if="thread.mayRate && door.rating"
      @rate="(rating) => act(() => api.rate(rating))"
    />
    <div v-if="offline" class="bar warn" role="status" data-test="offline">{{ words.offline }}</div>
    <div v-if="refusal || notice" class="bar warn" role="alert" data-test="refusal">
      {{ refusal || notice }}
    </div>
    <div v-if="forgetting" class="bar" role="alertdialog" :aria-label="words.forget">
      <span>{{ words.forgetSure }}</span>
      <button type="button" data-test="forget-yes" @click="forgetMe">
        {{ words.forgetYes }}</button><button type="button" @click="forgetting = false">
        {{ words.keep }}
      </button>
    </div>
    <footer>
      <Composer @say="(text) => ((notice = ''), say(text))" @typing="typing" />
      <nav :aria-label="words.menu">
        <button
          v-if="canAsk || state === 'closed'"
          type="button"
          class="link"
          data-test="person"
          @click="act(api.askPerson)"
        >
          {{ words.aPerson }}
        </button>
        <label
          v-if="state === 'waiting' || state === 'agent' || state === 'case'"
          class="link attach"
          >{{ words.attach
          }}<input
            type="file"
            accept="image/png,image/jpeg,image/webp,image/gif,application/pdf"
            data-test="attach"
            @change="attach"
        /></label>
        <template v-if="messages.length">
          <button type="button" class="link" data-test="save-text" @click="saveText">
            {{ words.save }}
          </button>
          <button
            v-if="state !== 'closed'"
            type="button"
            class="link"
            data-test="end"
            @click="act(api.end)"
          >
            {{ words.end }}
          </button>
          <button type="button" class="link" data-test="forget" @click="forgetting = true">
            {{ words.forget }}
          </button>
        </template>
      </nav>
    </footer>
    <SourceSheet
      v-if="source"
      :key="`${source.revision}-${source.ordinal}`"
      :source="source"
      :api="api"
      @close="source = undefined"
    />
  </div>
</template>
