<script setup lang="ts">
import type { Door, ReleaseRow, Verdict } from '@janua/contracts'
import { onKeyStroke } from '@vueuse/core'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import Select from 'primevue/select'
import Textarea from 'primevue/textarea'
import { computed, nextTick, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { get, post } from '../shell/api.ts'
import { typingSomewhere } from '../shell/typing.ts'
import { useAction } from '../shell/useAction.ts'
import CompareAnswers from './CompareAnswers.vue'
import QuickEdit from './QuickEdit.vue'
import RehearsalThread from './RehearsalThread.vue'
import ShouldHaveBeen from './ShouldHaveBeen.vue'
import { DRAFT, useRehearsal } from './useRehearsal.ts'
import { verdictOn } from './verdicts.ts'
import WhyPanel from './WhyPanel.vue'

const route = useRoute()
const { run } = useAction()
const {
  messages,
  door,
  release,
  at,
  language,
  told,
  played,
  compares,
  failure,
  busy,
  shown,
  questions,
  current,
  besideCurrent,
  play,
  ask,
  startOver,
  takeBack,
} = useRehearsal()
const doors = shallowRef<Door[]>([])
const releases = shallowRef<ReleaseRow[]>([])
const typed = ref('')
const panel = ref<'why' | 'edit'>('why')
const should = ref(false)
const tells = ref(false)
const thread = useTemplateRef('thread')
const versions = computed(() => [
  { label: 'Draft', value: DRAFT },
  ...releases.value.map(({ number, live }) => ({
    label: `Release ${number}${live ? ', live' : ''}`,
    value: number,
  })),
])
const nameOf = (number: number) =>
  versions.value.find(({ value }) => value === number)?.label ?? `Release ${number}`
const liveName = computed(
  () => versions.value.find(({ label }) => label.endsWith('live'))?.label ?? 'Live',
)
const editable = computed(() => {
  const { answer } = current.value ?? {}
  const nearest = answer?.trace.candidates[0]
  return answer?.sources[0] ?? nearest
})

onMounted(async () => {
  await run(async () => {
    ;[doors.value, releases.value] = await Promise.all([get('/doors'), get('/releases')])
    door.value = Number(route.query.door) || doors.value[0]?.id
  })
  const before = [route.query.before ?? []]
    .flat()
    .filter((each): each is string => typeof each === 'string')
  if (typeof route.query.ask === 'string') {
    messages.value = before
    await ask(route.query.ask)
  }
})
watch([door, release, at, language, told, compares], () => void play())
watch(questions, async () => {
  await nextTick()
  thread.value?.lastElementChild?.scrollIntoView({ block: 'nearest' })
})
async function say(): Promise<void> {
  const text = typed.value.trim()
  if (!text) return
  typed.value = ''
  panel.value = 'why'
  if (!(await ask(text))) typed.value = text
}
async function review(verdict: Verdict): Promise<void> {
  const done = await run(async () => {
    await post('/verdicts', verdictOn(current.value!, door.value!, verdict))
    return true
  })
  if (done) await play()
}
async function corrected(): Promise<void> {
  should.value = false
  await play()
}
onKeyStroke(['r', 'w', 's', 'c', 'e'], (event) => {
  if (typingSomewhere(event) || !current.value || should.value || event.ctrlKey || event.metaKey)
    return
  event.preventDefault()
  if (event.key === 'r') void review('right')
  if (event.key === 'w') void review('wrong')
  if (event.key === 's') should.value = true
  if (event.key === 'c') compares.value = !compares.value
  if (event.key === 'e') panel.value = panel.value === 'edit' ? 'why' : 'edit'
})
</script>

<template>
  <div class="rehearsal">
    <section class="left">
      <div class="tools">
        <Select
          v-model="door"
          :options="doors"
          option-label="title"
          option-value="id"
          size="small"
          aria-label="Door"
        />
        <Select
          v-model="release"
          :options="versions"
          option-label="label"
          option-value="value"
          size="small"
          aria-label="Version"
          data-test="version"
        />
        <Button v-if="messages.length" text size="small" label="Start over" @click="startOver" />
        <input
          v-model="at"
          type="datetime-local"
          class="p-inputtext p-inputtext-sm"
          aria-label="Asked at; empty for now"
          title="Asked at; empty for now"
          data-test="at"
        />
        <Button
          text
          size="small"
          :label="language.toUpperCase()"
          :aria-label="`The visitor’s window is in ${language === 'en' ? 'English' : 'German'}; change it`"
          title="Language of the visitor’s window"
          @click="language = language === 'en' ? 'de' : 'en'"
        />
        <Button
          text
          size="small"
          :label="tells ? 'Told' : 'Told…'"
          :aria-expanded="tells"
          @click="tells = !tells"
        />
        <Button v-if="messages.length > 1" text size="small" label="Take back" @click="takeBack" />
        <Textarea
          v-if="tells"
          v-model.lazy="told"
          rows="2"
          class="told"
          placeholder="What the visitor told, a line each, such as   name: Osk Verrall"
          aria-label="What the visitor told"
        />
      </div>
      <div ref="thread" class="thread" role="log" aria-label="Conversation">
        <p v-if="messages.length === 0" class="quiet">
          Ask as a visitor would, and go on asking: follow-ups are understood. Beside each answer
          stands why it was given; from there you review it, teach it, and keep it with a check.
        </p>
        <RehearsalThread
          v-if="played"
          :messages="played.messages"
          :shown="shown"
          @show="(place) => ((shown = place), (panel = 'why'))"
        />
      </div>
      <Message v-if="failure" severity="error">{{ failure }}</Message>
      <form class="row" @submit.prevent="say">
        <InputText
          v-model="typed"
          class="grow"
          placeholder="Ask as a visitor would"
          aria-label="Question"
          maxlength="2000"
          :disabled="door === undefined"
          data-test="rehearse"
        /><Button type="submit" label="Ask" :loading="busy" />
      </form>
    </section>
    <section class="right">
      <template v-if="current">
        <div class="actions row" role="toolbar" aria-label="What to do with this answer">
          <Button
            size="small"
            outlined
            severity="secondary"
            :class="{ right: current.reviewed === 'right' }"
            :aria-pressed="current.reviewed === 'right'"
            label="Right"
            :disabled="current.answer.outcome !== 'answered'"
            data-test="right"
            @click="review('right')"
          />
          <Button
            size="small"
            outlined
            severity="secondary"
            :class="{ wrong: current.reviewed === 'wrong' }"
            :aria-pressed="current.reviewed === 'wrong'"
            label="Wrong"
            :disabled="current.answer.outcome !== 'answered'"
            data-test="wrong"
            @click="review('wrong')"
          />
          <Button
            size="small"
            label="It should have been…"
            data-test="should-open"
            @click="should = true"
          />
          <span class="grow" />
          <Button
            size="small"
            text
            :label="
              compares
                ? 'Stop comparing'
                : release === DRAFT
                  ? 'Compare with live'
                  : 'Compare with the draft'
            "
            data-test="compare-open"
            @click="compares = !compares"
          />
          <Button
            v-if="editable"
            size="small"
            text
            :label="panel === 'edit' ? 'Back to why' : 'Edit the article'"
            data-test="edit-open"
            @click="panel = panel === 'edit' ? 'why' : 'edit'"
          />
        </div>
        <CompareAnswers
          v-if="besideCurrent"
          :live="release === DRAFT ? besideCurrent : current"
          :draft="release === DRAFT ? current : besideCurrent"
          :names="{ live: release === DRAFT ? liveName : nameOf(release), draft: 'Draft' }"
        />
        <QuickEdit v-if="panel === 'edit' && editable" :id="editable.item" :key="editable.item" />
        <WhyPanel v-else :question="current" />
        <ShouldHaveBeen
          v-if="should"
          :question="current"
          :door="door!"
          :messages="messages"
          @close="should = false"
          @done="corrected"
        />
      </template>
      <div v-else class="empty">
        <h1>Why this answer</h1>
        <p>
          The passages that came near stand here as a ladder; the line is the threshold of the door.
        </p>
      </div>
    </section>
  </div>
</template>

<style scoped>
.rehearsal {
  display: grid;
  grid-template-columns: 430px 1fr;
  min-height: calc(100vh - 88px);
}
.left {
  border-right: 1px solid var(--line);
  padding: 14px 20px;
  display: flex;
  flex-direction: column;
  gap: 12px;
  height: calc(100vh - 88px);
  position: sticky;
  top: 0;
}
.tools {
  border-bottom: 1px solid var(--line);
  padding-bottom: 10px;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.tools > input {
  width: 178px;
}
button.right {
  color: var(--moss);
  border-color: var(--moss);
  background: var(--moss-soft);
}
button.wrong {
  color: var(--brick);
  border-color: var(--brick);
  background: var(--brick-soft);
}
.told {
  width: 100%;
  font-size: var(--text-small);
}
.thread {
  flex: 1;
  overflow: auto;
  display: flex;
  flex-direction: column;
  gap: 12px;
  padding: 4px;
}
section.right {
  padding: 14px 24px 30px;
  display: grid;
  gap: 14px;
  align-content: start;
  min-width: 0;
}
.actions {
  border-bottom: 1px solid var(--line);
  padding-bottom: 10px;
}
@media (width <= 960px) {
  .rehearsal {
    grid-template-columns: minmax(0, 1fr);
  }
  .left {
    height: auto;
    border-right: 0;
    position: static;
  }
}
</style>
