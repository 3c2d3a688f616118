<script setup lang="ts">
import { t } from '../shell/i18n.ts'
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
  asked: t('doors.handoverRulesPanel.aPersonIsAsked'),
  unknown: t('doors.handoverRulesPanel.somethingIsNotKnown'),
  'unknown again': t('doors.handoverRulesPanel.theSecondInA'),
  'voted down': t('doors.handoverRulesPanel.anAnswerIsVoted'),
  tone: t('doors.handoverRulesPanel.theWordingIsImpatient'),
}
const WAY_NAMES: Record<HandoverWay, string> = {
  'hand over': t('doors.handoverRulesPanel.bringAPersonIn'),
  offer: t('doors.handoverRulesPanel.offerAPerson'),
  nothing: t('doors.handoverRulesPanel.nothing'),
}
const KIND_NAMES = {
  short: t('doors.handoverRulesPanel.shortText'),
  long: t('doors.handoverRulesPanel.longText'),
  choice: t('doors.handoverRulesPanel.choice'),
}
const ways = HANDOVER_WAYS.map((value) => ({ value, label: WAY_NAMES[value] }))
const kinds = INTAKE_KINDS.map((value) => ({ value, label: KIND_NAMES[value] }))
const SUBJECTS = [
  {
    key: 'always',
    title: t('doors.handoverRulesPanel.alwaysForAPerson'),
    empty: t('doors.handoverRulesPanel.nothingSoFarThink'),
  },
  {
    key: 'never',
    title: t('doors.handoverRulesPanel.neverBroughtToA'),
    empty: t('doors.handoverRulesPanel.nothingSoFar'),
  },
] as const
const MOST_FIELDS = 8

function addField(): void {
  const ask = rules.value.handOver.ask
  ask.push({
    field: `detail ${ask.length + 1}`,
    label: { en: t('doors.handoverRulesPanel.bookingNumber'), de: 'Buchungsnummer' },
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
    <h2>{{ $t('doors.handoverRulesPanel.whenAPersonComes') }}</h2>
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
        :aria-label="$t('doors.handoverRulesPanel.toneFrom')"
        :title="$t('doors.handoverRulesPanel.fromThisScoreOn')"
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
            :placeholder="$t('doors.handoverRulesPanel.safety')"
            :aria-label="`${subject.title}, ${i + 1}`"
          /><Button
            text
            size="small"
            :aria-label="$t('doors.handoverRulesPanel.remove', { about: each.about })"
            @click="rules.handOver[subject.key].splice(i, 1)"
            ><X :size="15"
          /></Button>
        </div>
        <LineList
          v-model="each.phrases"
          :label="$t('doors.handoverRulesPanel.knownByTheseWords')"
          :placeholder="$t('doors.handoverRulesPanel.fireOnBoard')"
          :most="40"
        />
      </div>
      <div>
        <Button
          text
          size="small"
          :label="$t('doors.handoverRulesPanel.addASubject')"
          :data-test="`add-${subject.key}`"
          @click="rules.handOver[subject.key].push({ about: '', phrases: [''] })"
        />
      </div>
    </template>

    <h3>{{ $t('doors.handoverRulesPanel.askedBeforeBesidesName') }}</h3>
    <p class="quiet small">
      {{ $t('doors.handoverRulesPanel.theAnswersAreGiven') }}
    </p>
    <div v-for="(field, i) in rules.handOver.ask" :key="i" class="stack sub" data-test="intake">
      <div class="row">
        <InputText
          v-model.trim="field.label[language]"
          size="small"
          class="grow"
          maxlength="120"
          :aria-label="$t('doors.handoverRulesPanel.labelOfDetail', { i: i + 1 })"
        />
        <InputText
          v-model.trim="field.field"
          size="small"
          class="name"
          maxlength="41"
          :title="$t('doors.handoverRulesPanel.routingKnowsItUnder')"
          :aria-label="$t('doors.handoverRulesPanel.nameOfDetail', { i: i + 1 })"
        />
        <Select
          v-model="field.kind"
          :options="kinds"
          option-label="label"
          option-value="value"
          size="small"
          :aria-label="$t('doors.handoverRulesPanel.kindOfDetail', { i: i + 1 })"
        />
        <label class="small"
          ><input v-model="field.required" type="checkbox" />
          {{ $t('doors.handoverRulesPanel.required') }}</label
        >
        <Button
          text
          size="small"
          :disabled="i === 0"
          :aria-label="$t('doors.handoverRulesPanel.moveDetailUp', { i: i + 1 })"
          @click="swap(i - 1)"
          ><ArrowUp :size="15"
        /></Button>
        <Button
          text
          size="small"
          :disabled="i === rules.handOver.ask.length - 1"
          :aria-label="$t('doors.handoverRulesPanel.moveDetailDown', { i: i + 1 })"
          @click="swap(i)"
          ><ArrowDown :size="15"
        /></Button>
        <Button
          text
          size="small"
          :aria-label="$t('doors.handoverRulesPanel.removeDetail', { i: i + 1 })"
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
            :placeholder="$t('doors.handoverRulesPanel.shown')"
            :aria-label="$t('doors.handoverRulesPanel.choiceShown', { c: c + 1 })"
          /><InputText
            v-model.trim="choice.value"
            size="small"
            maxlength="60"
            :placeholder="$t('doors.handoverRulesPanel.stored')"
            :aria-label="$t('doors.handoverRulesPanel.choiceStored', { c: c + 1 })"
          /><Button
            text
            size="small"
            :aria-label="$t('doors.handoverRulesPanel.removeChoice', { c: c + 1 })"
            @click="field.choices.splice(c, 1)"
            ><X :size="15"
          /></Button>
        </div>
        <div>
          <Button
            text
            size="small"
            :label="$t('doors.handoverRulesPanel.addAChoice')"
            @click="addChoice(field)"
          />
        </div>
      </template>
    </div>
    <div>
      <Button
        v-if="rules.handOver.ask.length < MOST_FIELDS"
        text
        size="small"
        :label="$t('doors.handoverRulesPanel.askForADetail')"
        data-test="add-intake"
        @click="addField"
      />
    </div>

    <h3>{{ $t('doors.handoverRulesPanel.whenNobodyIsThere') }}</h3>
    <div class="row small">
      <ToggleSwitch v-model="rules.handOver.calls" input-id="calls" /><label for="calls">{{
        $t('doors.handoverRulesPanel.offerACallBesides')
      }}</label>
    </div>
    <div class="row small">
      {{ $t('doors.handoverRulesPanel.aWaitIsToo') }}
      <InputNumber
        v-model="rules.handOver.longestWaitMinutes"
        :min="1"
        :max="1440"
        size="small"
        input-class="short"
        :aria-label="$t('doors.handoverRulesPanel.tooLongFrom')"
      />
      {{ $t('doors.handoverRulesPanel.minExpectedAfter') }}
      <InputNumber
        v-model="rules.idle.waitMinutes"
        :min="1"
        :max="1440"
        size="small"
        input-class="short"
        :aria-label="$t('doors.handoverRulesPanel.longestWait')"
      />
      {{ $t('doors.handoverRulesPanel.minTheAssistantTakes') }}
    </div>
    <div class="row small">
      {{ $t('doors.handoverRulesPanel.askedWhetherThatWas') }}
      <InputNumber
        v-model="rules.idle.nudgeMinutes"
        :min="1"
        :max="1440"
        size="small"
        input-class="short"
        :aria-label="$t('doors.handoverRulesPanel.nudgeAfter')"
      />
      {{ $t('doors.handoverRulesPanel.minOfSilenceClosed') }}
      <InputNumber
        v-model="rules.idle.closeMinutes"
        :min="1"
        :max="1440"
        size="small"
        input-class="short"
        :aria-label="$t('doors.handoverRulesPanel.closeAfter')"
      />.
    </div>
    <div class="row small">
      {{ $t('doors.handoverRulesPanel.closedOnesCanBe') }}
      <InputNumber
        v-model="rules.idle.resumeDays"
        :min="0"
        :max="365"
        size="small"
        input-class="short"
        :aria-label="$t('doors.handoverRulesPanel.daysToResume')"
      />
      {{ $t('doors.handoverRulesPanel.days') }}
      <ToggleSwitch v-model="rules.idle.rating" input-id="rating" /><label for="rating">{{
        $t('doors.handoverRulesPanel.askHowItWas')
      }}</label>
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
