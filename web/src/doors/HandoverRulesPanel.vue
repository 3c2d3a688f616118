<script setup lang="ts">
import {
  type DoorLanguage,
  type DoorRules,
  HANDOVER_SIGNS,
  HANDOVER_WAYS,
  type HandoverSign,
  type HandoverWay,
  INTAKE_KINDS,
  type IntakeField,
} from '@janua/contracts'
import { ArrowDown, ArrowUp, X } from '@lucide/vue'
import Button from 'primevue/button'
import InputNumber from 'primevue/inputnumber'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import ToggleSwitch from 'primevue/toggleswitch'
import LineList from './LineList.vue'

/** When this door brings in a person, what it asks before, and what happens when nobody writes any more. */
const rules = defineModel<DoorRules>({ required: true })
const { language } = defineProps<{ language: DoorLanguage }>()
const SIGN_NAMES: Record<HandoverSign, string> = {
  asked: 'A person is asked for',
  unknown: 'Something is not known',
  'unknown again': 'The second in a row is not known',
  'voted down': 'An answer is voted down',
  tone: 'The wording is impatient or distressed',
}
const WAY_NAMES: Record<HandoverWay, string> = {
  'hand over': 'bring a person in',
  offer: 'offer a person',
  nothing: 'nothing',
}
const KIND_NAMES = { short: 'short text', long: 'long text', choice: 'choice' }
const ways = HANDOVER_WAYS.map((value) => ({ value, label: WAY_NAMES[value] }))
const kinds = INTAKE_KINDS.map((value) => ({ value, label: KIND_NAMES[value] }))
const SUBJECTS = [
  {
    key: 'always',
    title: 'Always for a person',
    empty: 'Nothing so far: think of safety, complaints, legal matters.',
  },
  { key: 'never', title: 'Never brought to a person', empty: 'Nothing so far.' },
] as const
const MOST_FIELDS = 8

function addField(): void {
  const ask = rules.value.handOver.ask
  ask.push({
    field: `detail ${ask.length + 1}`,
    label: { en: 'Booking number', de: 'Buchungsnummer' },
    kind: 'short',
    required: false,
    choices: [],
  })
}
function swap(i: number): void {
  const ask = rules.value.handOver.ask
  rules.value.handOver.ask = ask.with(i, ask[i + 1]!).with(i + 1, ask[i]!)
}
const addChoice = (field: IntakeField) =>
  field.choices.push({ label: { en: '', de: '' }, value: '' })
</script>

<template>
  <section class="panel stack" data-test="handover-rules">
    <h2>When a person comes in</h2>
    <div v-for="sign in HANDOVER_SIGNS" :key="sign" class="row sign">
      <span class="grow">{{ SIGN_NAMES[sign] }}</span><InputNumber
        v-if="sign === 'tone'"
        v-model="rules.handOver.toneAtLeast"
        :min="0.05"
        :max="1"
        :step="0.05"
        :max-fraction-digits="2"
        size="small"
        input-class="short"
        aria-label="Tone from"
        title="From this score on, 0 calm to 1"
      /><Select
        v-model="rules.handOver.when[sign]"
        :options="ways"
        option-label="label"
        option-value="value"
        size="small"
        :aria-label="SIGN_NAMES[sign]"
        :data-test="`sign-${sign}`"
      />
    </div>
    <template v-for="subject in SUBJECTS" :key="subject.key">
      <h3>{{ subject.title }}</h3>
      <p v-if="rules.handOver[subject.key].length === 0" class="quiet small">{{ subject.empty }}</p>
      <div v-for="(each, i) in rules.handOver[subject.key]" :key="i" class="stack sub">
        <div class="row">
          <InputText
            v-model.trim="each.about"
            size="small"
            class="grow"
            maxlength="60"
            placeholder="Safety"
            :aria-label="`${subject.title}, ${i + 1}`"
          /><Button
            text
            size="small"
            :aria-label="`Remove “${each.about}”`"
            @click="rules.handOver[subject.key].splice(i, 1)"
            ><X :size="15"
          /></Button>
        </div>
        <LineList
          v-model="each.phrases"
          label="Known by these words; all words of a line must be there"
          placeholder="fire on board"
          :most="40"
        />
      </div>
      <div>
        <Button
          text
          size="small"
          label="Add a subject"
          :data-test="`add-${subject.key}`"
          @click="rules.handOver[subject.key].push({ about: '', phrases: [''] })"
        />
      </div>
    </template>

    <h3>Asked before, besides name and mail</h3>
    <p class="quiet small">
      The answers are given to the assistant once more. If it knows now, it answers instead of
      handing over.
    </p>
    <div v-for="(field, i) in rules.handOver.ask" :key="i" class="stack sub" data-test="intake">
      <div class="row">
        <InputText
          v-model.trim="field.label[language]"
          size="small"
          class="grow"
          maxlength="120"
          :aria-label="`Label of detail ${i + 1}`"
        />
        <InputText
          v-model.trim="field.field"
          size="small"
          class="name"
          maxlength="41"
          title="Routing knows it under this name"
          :aria-label="`Name of detail ${i + 1}`"
        />
        <Select
          v-model="field.kind"
          :options="kinds"
          option-label="label"
          option-value="value"
          size="small"
          :aria-label="`Kind of detail ${i + 1}`"
        />
        <label class="small"><input v-model="field.required" type="checkbox" /> required</label>
        <Button
          text
          size="small"
          :disabled="i === 0"
          :aria-label="`Move detail ${i + 1} up`"
          @click="swap(i - 1)"
          ><ArrowUp :size="15"
        /></Button>
        <Button
          text
          size="small"
          :disabled="i === rules.handOver.ask.length - 1"
          :aria-label="`Move detail ${i + 1} down`"
          @click="swap(i)"
          ><ArrowDown :size="15"
        /></Button>
        <Button
          text
          size="small"
          :aria-label="`Remove detail ${i + 1}`"
          @click="rules.handOver.ask.splice(i, 1)"
          ><X :size="15"
        /></Button>
      </div>
      <template v-if="field.kind === 'choice'">
        <div v-for="(choice, c) in field.choices" :key="c" class="row">
          <InputText
            v-model.trim="choice.label[language]"
            size="small"
            class="grow"
            maxlength="120"
            placeholder="Shown"
            :aria-label="`Choice ${c + 1}, shown`"
          /><InputText
            v-model.trim="choice.value"
            size="small"
            maxlength="60"
            placeholder="Stored"
            :aria-label="`Choice ${c + 1}, stored`"
          /><Button
            text
            size="small"
            :aria-label="`Remove choice ${c + 1}`"
            @click="field.choices.splice(c, 1)"
            ><X :size="15"
          /></Button>
        </div>
        <div><Button text size="small" label="Add a choice" @click="addChoice(field)" /></div>
      </template>
    </div>
    <div>
      <Button
        v-if="rules.handOver.ask.length < MOST_FIELDS"
        text
        size="small"
        label="Ask for a detail"
        data-test="add-intake"
        @click="addField"
      />
    </div>

    <h3>When nobody is there, or nobody writes</h3>
    <div class="row small">
      <ToggleSwitch v-model="rules.handOver.calls" input-id="calls" /><label for="calls"
        >Offer a call besides a case by mail</label
      >
    </div>
    <div class="row small">
      A wait is too long from
      <InputNumber
        v-model="rules.handOver.longestWaitMinutes"
        :min="1"
        :max="1440"
        size="small"
        input-class="short"
        aria-label="Too long from"
      />
      min expected; after
      <InputNumber
        v-model="rules.idle.waitMinutes"
        :min="1"
        :max="1440"
        size="small"
        input-class="short"
        aria-label="Longest wait"
      />
      min the assistant takes over again.
    </div>
    <div class="row small">
      Asked whether that was all after
      <InputNumber
        v-model="rules.idle.nudgeMinutes"
        :min="1"
        :max="1440"
        size="small"
        input-class="short"
        aria-label="Nudge after"
      />
      min of silence, closed after another
      <InputNumber
        v-model="rules.idle.closeMinutes"
        :min="1"
        :max="1440"
        size="small"
        input-class="short"
        aria-label="Close after"
      />.
    </div>
    <div class="row small">
      Closed ones can be gone on with for
      <InputNumber
        v-model="rules.idle.resumeDays"
        :min="0"
        :max="365"
        size="small"
        input-class="short"
        aria-label="Days to resume"
      />
      days. <ToggleSwitch v-model="rules.idle.rating" input-id="rating" /><label for="rating"
        >Ask how it was at the end</label
      >
    </div>
  </section>
</template>

<style scoped>
.sign {
  flex-wrap: nowrap;
}
.sub {
  border-left: 3px solid var(--line);
  padding-left: 10px;
  gap: 6px;
}
.name {
  width: 120px;
}
section :deep(.short) {
  width: 62px;
}
</style>
