<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import Select from 'primevue/select'
import Textarea from 'primevue/textarea'
import { nextTick, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { typingSomewhere } from '../shell/typing.ts'
import CompareAnswers from './CompareAnswers.vue'
import QuickEdit from './QuickEdit.vue'
import RehearsalThread from './RehearsalThread.vue'
import ShouldHaveBeen from './ShouldHaveBeen.vue'
import { DRAFT } from './useRehearsal.ts'
import { useRehearsalPage } from './useRehearsalPage.ts'
import WhyPanel from './WhyPanel.vue'

const {
  begin,
  doors,
  door,
  versions,
  release,
  nameOf,
  liveName,
  at,
  language,
  told,
  played,
  messages,
  questions,
  shown,
  current,
  besideCurrent,
  compares,
  editable,
  typed,
  panel,
  should,
  failure,
  busy,
  say,
  startOver,
  takeBack,
  review,
  corrected,
  press,
} = useRehearsalPage(useRoute().query)
onMounted(begin)
const tells = ref(false)
const thread = useTemplateRef('thread')
watch(questions, async () => {
  await nextTick()
  thread.value?.lastElementChild?.scrollIntoView({ block: 'nearest' })
})
onKeyStroke(['r', 'w', 's', 'c', 'e'], (event) => {
  if (typingSomewhere(event) || event.ctrlKey || event.metaKey) return
  if (press(event.key)) event.preventDefault()
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
