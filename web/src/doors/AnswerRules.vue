<script setup lang="ts">
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
  short: 'Short: the two sentences that answer best',
  middle: 'What answers, from the passage',
  whole: 'The whole passage',
}
const TONE_NAMES = { plain: 'Plain', warm: 'Warm', formal: 'Formal' }
const lengths = ANSWER_LENGTHS.map((value) => ({ value, label: LENGTHS[value] }))
const tones = TONES.map((value) => ({ value, label: TONE_NAMES[value] }))
const MOST_DECLINES = 20

function addDecline(): void {
  const reply = Object.fromEntries(
    DOOR_LANGUAGES.map((each) => [
      each,
      each === 'de' ? 'Dazu kann ich hier nichts sagen.' : 'I cannot talk about that here.',
    ]),
  ) as Record<DoorLanguage, string>
  rules.value.declines.push({ about: '', phrases: [''], reply })
}
</script>

<template>
  <section class="panel stack" data-test="answer-rules">
    <h2>How it answers</h2>
    <label class="field"
      ><span>Length</span
      ><Select
        v-model="rules.length"
        :options="lengths"
        option-label="label"
        option-value="value"
        size="small"
        aria-label="Length of answers"
    /></label>
    <div class="row switch">
      <ToggleSwitch v-model="rules.rewriting.on" input-id="rewriting" data-test="rewriting" />
      <label for="rewriting" class="grow"
        >Let the language model word answers, where it is switched on under
        <RouterLink to="/models">Models</RouterLink>. A sentence that the source does not support is
        never shown: then visitors read the source’s own words.</label
      >
    </div>
    <template v-if="rules.rewriting.on">
      <label class="field"
        ><span>Tone</span
        ><Select
          v-model="rules.rewriting.tone"
          :options="tones"
          option-label="label"
          option-value="value"
          size="small"
          aria-label="Tone of answers"
      /></label>
      <div class="row switch">
        <ToggleSwitch
          v-model="rules.rewriting.elsewhere"
          input-id="elsewhere"
          data-test="elsewhere-on"
        />
        <label for="elsewhere" class="grow"
          >Where the library is silent, the language model may answer from elsewhere. Such answers
          are marked as not yours, are checked by nobody, and never count as covered.</label
        >
      </div>
    </template>
    <h3>Never talked about</h3>
    <p v-if="rules.declines.length === 0" class="quiet small">
      Nothing so far. Add what this door must not answer, such as legal advice, and what it says
      instead.
    </p>
    <div v-for="(decline, i) in rules.declines" :key="i" class="stack decline" data-test="decline">
      <div class="row">
        <InputText
          v-model.trim="decline.about"
          size="small"
          class="grow"
          maxlength="60"
          placeholder="Legal advice"
          :aria-label="`Never talked about, ${i + 1}`"
        />
        <Button
          text
          size="small"
          :aria-label="`Remove “${decline.about}”`"
          @click="rules.declines.splice(i, 1)"
          ><X :size="15"
        /></Button>
      </div>
      <LineList
        v-model="decline.phrases"
        label="Known by these words; all words of a line must be in the question"
        placeholder="sue damages"
        :most="40"
      />
      <label class="field"
        ><span>Said instead ({{ language === 'en' ? 'English' : 'German' }})</span
        ><Textarea v-model="decline.reply[language]" auto-resize rows="1" maxlength="600"
      /></label>
    </div>
    <div>
      <Button
        v-if="rules.declines.length < MOST_DECLINES"
        text
        size="small"
        label="Add what is never talked about"
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
