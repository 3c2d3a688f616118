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
import MomentField from '../shell/MomentField.vue'

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
          :aria-label="$t('common.door')"
        />
        <Select
          v-model="release"
          :options="versions"
          option-label="label"
          option-value="value"
          size="small"
          :aria-label="$t('releases.rehearsal.version')"
          data-test="version"
        />
        <Button
          v-if="messages.length"
          text
          size="small"
          :label="$t('releases.rehearsal.startOver')"
          @click="startOver"
        />
        <MomentField
          v-model="at"
          :label="$t('releases.rehearsal.askedAtEmptyFor')"
          :title="$t('releases.rehearsal.askedAtEmptyFor')"
          data-test="at"
        />
        <Button
          text
          size="small"
          :label="language.toUpperCase()"
          :aria-label="
            $t('releases.rehearsal.theVisitorsWindowIs', {
              german: language === 'en' ? 'English' : 'German',
            })
          "
          :title="$t('releases.rehearsal.languageOfTheVisitors')"
          @click="language = language === 'en' ? 'de' : 'en'"
        />
        <Button
          text
          size="small"
          :label="tells ? $t('releases.rehearsal.told') : $t('releases.rehearsal.told2')"
          :aria-expanded="tells"
          @click="tells = !tells"
        />
        <Button
          v-if="messages.length > 1"
          text
          size="small"
          :label="$t('releases.rehearsal.takeBack')"
          @click="takeBack"
        />
        <Textarea
          v-if="tells"
          v-model.lazy="told"
          rows="2"
          class="told"
          :placeholder="$t('releases.rehearsal.whatTheVisitorTold')"
          :aria-label="$t('releases.rehearsal.whatTheVisitorTold2')"
        />
      </div>
      <div
        ref="thread"
        class="thread"
        role="log"
        :aria-label="$t('releases.rehearsal.conversation')"
      >
        <p v-if="messages.length === 0" class="quiet">
          {{ $t('releases.rehearsal.askAsAVisitor') }}
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
          :placeholder="$t('releases.rehearsal.askAsAVisitor2')"
          :aria-label="$t('common.question')"
          maxlength="2000"
          :disabled="door === undefined"
          data-test="rehearse"
        /><Button type="submit" :label="$t('releases.rehearsal.ask')" :loading="busy" />
      </form>
    </section>
    <section class="right">
      <template v-if="current">
        <div class="actions row" role="toolbar" :aria-label="$t('releases.rehearsal.whatToDoWith')">
          <Button
            size="small"
            outlined
            severity="secondary"
            :class="{ right: current.reviewed === 'right' }"
            :aria-pressed="current.reviewed === 'right'"
            :label="$t('releases.rehearsal.right')"
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
            :label="$t('releases.rehearsal.wrong')"
            :disabled="current.answer.outcome !== 'answered'"
            data-test="wrong"
            @click="review('wrong')"
          />
          <Button
            size="small"
            :label="$t('releases.rehearsal.itShouldHaveBeen')"
            data-test="should-open"
            @click="should = true"
          />
          <span class="grow" />
          <Button
            size="small"
            text
            :label="
              compares
                ? $t('releases.rehearsal.stopComparing')
                : release === DRAFT
                  ? $t('releases.rehearsal.compareWithLive')
                  : $t('releases.rehearsal.compareWithTheDraft')
            "
            data-test="compare-open"
            @click="compares = !compares"
          />
          <Button
            v-if="editable"
            size="small"
            text
            :label="
              panel === 'edit'
                ? $t('releases.rehearsal.backToWhy')
                : $t('releases.rehearsal.editTheArticle')
            "
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
        <h1>{{ $t('releases.rehearsal.whyThisAnswer') }}</h1>
        <p>
          {{ $t('releases.rehearsal.thePassagesThatCame') }}
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
