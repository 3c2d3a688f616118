<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import {
  ANSWER_LENGTHS,
  DOOR_LANGUAGES,
  type DoorLanguage,
  type DoorRules,
  TONES,
} from '@janua/contracts'
import { X } from '@lucide/vue'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import Textarea from 'primevue/textarea'
import ToggleSwitch from 'primevue/toggleswitch'
import LineList from './LineList.vue'

/** How a door answers: at what length, in whose words, and about what never. */
const rules = defineModel<DoorRules>({ required: true })
const { language } = defineProps<{ language: DoorLanguage }>()
const LENGTHS = {
  short: t('doors.answerRules.shortTheTwoSentences'),
  middle: t('doors.answerRules.whatAnswersFromThe'),
  whole: t('doors.answerRules.theWholePassage'),
}
const TONE_NAMES = {
  plain: t('doors.answerRules.plain'),
  warm: t('doors.answerRules.warm'),
  formal: t('doors.answerRules.formal'),
}
const lengths = ANSWER_LENGTHS.map((value) => ({ value, label: LENGTHS[value] }))
const tones = TONES.map((value) => ({ value, label: TONE_NAMES[value] }))
const MOST_DECLINES = 20

function addDecline(): void {
  const reply = Object.fromEntries(
    DOOR_LANGUAGES.map((each) => [
      each,
      each === 'de' ? 'Dazu kann ich hier nichts sagen.' : 'I can’t talk about that here.',
    ]),
  ) as Record<DoorLanguage, string>
  rules.value.declines.push({ about: '', phrases: [''], reply })
}
</script>

<template>
  <section class="panel stack" data-test="answer-rules">
    <h2>{{ $t('doors.answerRules.howItAnswers') }}</h2>
    <label class="field"
      ><span>{{ $t('doors.answerRules.length') }}</span
      ><Select
        v-model="rules.length"
        :options="lengths"
        option-label="label"
        option-value="value"
        size="small"
        :aria-label="$t('doors.answerRules.lengthOfAnswers')"
    /></label>
    <div class="row switch">
      <ToggleSwitch v-model="rules.rewriting.on" input-id="rewriting" data-test="rewriting" />
      <label for="rewriting" class="grow"
        ><i18n-t keypath="doors.answerRules.letTheLanguageModel" scope="global"
          ><template #link
            ><RouterLink to="/models">{{ $t('doors.answerRules.models') }}</RouterLink></template
          ></i18n-t
        ></label
      >
    </div>
    <template v-if="rules.rewriting.on">
      <label class="field"
        ><span>{{ $t('doors.answerRules.tone') }}</span
        ><Select
          v-model="rules.rewriting.tone"
          :options="tones"
          option-label="label"
          option-value="value"
          size="small"
          :aria-label="$t('doors.answerRules.toneOfAnswers')"
      /></label>
      <div class="row switch">
        <ToggleSwitch
          v-model="rules.rewriting.elsewhere"
          input-id="elsewhere"
          data-test="elsewhere-on"
        />
        <label for="elsewhere" class="grow">{{ $t('doors.answerRules.whereTheLibraryIs') }}</label>
      </div>
    </template>
    <h3>{{ $t('doors.answerRules.neverTalkedAbout') }}</h3>
    <p v-if="rules.declines.length === 0" class="quiet small">
      {{ $t('doors.answerRules.nothingSoFarAdd') }}
    </p>
    <div v-for="(decline, i) in rules.declines" :key="i" class="stack decline" data-test="decline">
      <div class="row">
        <InputText
          v-model.trim="decline.about"
          size="small"
          class="grow"
          maxlength="60"
          :placeholder="$t('doors.answerRules.legalAdvice')"
          :aria-label="$t('doors.answerRules.neverTalkedAbout2', { i: i + 1 })"
        />
        <Button
          text
          size="small"
          :aria-label="$t('doors.answerRules.remove', { about: decline.about })"
          @click="rules.declines.splice(i, 1)"
          ><X :size="15"
        /></Button>
      </div>
      <LineList
        v-model="decline.phrases"
        :label="$t('doors.answerRules.knownByTheseWords')"
        :placeholder="$t('doors.answerRules.sueDamages')"
        :most="40"
      />
      <label class="field"
        ><span>{{
          $t('doors.answerRules.saidInstead', {
            en:
              language === 'en' ? $t('doors.answerRules.english') : $t('doors.answerRules.german'),
          })
        }}</span
        ><Textarea v-model="decline.reply[language]" auto-resize rows="1" maxlength="600"
      /></label>
    </div>
    <div>
      <Button
        v-if="rules.declines.length < MOST_DECLINES"
        text
        size="small"
        :label="$t('doors.answerRules.addWhatIsNever')"
        data-test="add-decline"
        @click="addDecline"
      />
    </div>
  </section>
</template>

<style scoped>
.switch {
  align-items: flex-start;
  flex-wrap: nowrap;
}
.decline {
  border-left: 3px solid var(--line);
  padding-left: 10px;
  gap: 6px;
}
</style>
