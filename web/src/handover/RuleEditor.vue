<script setup lang="ts">
import type { Door, Queue, RoutingProof } from '@janua/contracts'
import type { Condition, Rule } from '@janua/core'
import { X } from '@lucide/vue'
import Button from 'primevue/button'
import InputNumber from 'primevue/inputnumber'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import { computed } from 'vue'
import { count } from '../shell/format.ts'
import ConditionFields from './ConditionFields.vue'
import { type ConditionKind, freshCondition, KINDS } from './conditionKinds.ts'

const rule = defineModel<Rule & { key: number }>({ required: true })
const { use, names, queues } = defineProps<{
  queues: Queue[]
  doors: Door[]
  collections: string[]
  topics: { id: number; name: string }[]
  use?: RoutingProof['rules'][number]
  names: string[]
}>()
const emit = defineEmits<{ read: [ids: number[], what: string] }>()

const JOINS = [
  { label: 'any of these', value: 'any' },
  { label: 'all of these', value: 'all' },
]
const PRIORITIES = [
  { label: 'first', value: 'high' },
  { label: 'in its turn', value: 'normal' },
  { label: 'when there is time', value: 'low' },
]
const IS = [
  { label: 'is', value: false },
  { label: 'is not', value: true },
]

const set = (i: number, condition: Condition) =>
  change({ conditions: rule.value.conditions.with(i, condition) })
const change = (part: Partial<Rule>) => (rule.value = { ...rule.value, ...part })
const isUnstaffed = computed(() =>
  queues.find(({ id, members }) => id === rule.value.queue && members.length === 0),
)
const does = computed(() => {
  if (!use) return ''
  const right = use.known > 0 ? `, ${use.right} of ${use.known} known ones right` : ''
  return `decides ${count(use.decides, 'past hand-over')}${right}`
})
const ODD = {
  'never fits': 'It fits no past hand-over.',
  shadowed: 'It never has its say: rules before it take all that it fits.',
}
</script>

<template>
  <div class="rule">
    <div class="row">
      <InputText
        :model-value="rule.name"
        size="small"
        aria-label="Name of the rule"
        class="name"
        @update:model-value="change({ name: $event ?? '' })"
      />
      <span>goes to</span
      ><Select
        :model-value="rule.queue"
        :options="queues"
        option-label="name"
        option-value="id"
        size="small"
        aria-label="Queue"
        @update:model-value="change({ queue: $event })"
      />
      <span>when</span
      ><Select
        :model-value="rule.join"
        :options="JOINS"
        option-label="label"
        option-value="value"
        size="small"
        aria-label="Any or all"
        @update:model-value="change({ join: $event })"
      /><span>hold:</span>
    </div>
    <div v-for="(condition, i) in rule.conditions" :key="i" class="row condition">
      <Select
        :model-value="condition.on"
        :options="KINDS"
        option-label="label"
        option-value="value"
        size="small"
        aria-label="Kind of condition"
        @update:model-value="(on: ConditionKind) => set(i, freshCondition(on, rule.queue))"
      />
      <Select
        :model-value="condition.not ?? false"
        :options="IS"
        option-label="label"
        option-value="value"
        size="small"
        aria-label="Is or is not"
        @update:model-value="set(i, { ...condition, not: $event })"
      />
      <ConditionFields
        :model-value="condition"
        :queues="queues"
        :doors="doors"
        :collections="collections"
        :topics="topics"
        @update:model-value="set(i, $event)"
      />
      <Button
        text
        size="small"
        aria-label="Remove this condition"
        @click="change({ conditions: rule.conditions.toSpliced(i, 1) })"
        ><X :size="15"
      /></Button>
    </div>
    <div class="row effects small">
      <Button
        text
        size="small"
        label="Add a condition"
        @click="change({ conditions: [...rule.conditions, freshCondition('words', rule.queue)] })"
      />
      <span>It comes</span
      ><Select
        :model-value="rule.priority ?? 'normal'"
        :options="PRIORITIES"
        option-label="label"
        option-value="value"
        size="small"
        aria-label="Priority"
        @update:model-value="change({ priority: $event })"
      />
      <span>within</span
      ><InputNumber
        :model-value="rule.targetMinutes ?? null"
        :min="1"
        :max="1440"
        size="small"
        input-class="short"
        placeholder="–"
        aria-label="Target in minutes; empty for the queue’s own"
        @update:model-value="change({ targetMinutes: $event ?? undefined })"
      /><span>min</span>
      <InputText
        :model-value="rule.note ?? ''"
        size="small"
        class="grow"
        maxlength="300"
        placeholder="A word to the agent"
        aria-label="A word to the agent"
        @update:model-value="change({ note: $event || undefined })"
      />
    </div>
    <p v-if="isUnstaffed" class="small odd" data-test="rule-nobody">
      “{{ isUnstaffed.name }}” has no members: nobody would take what this rule sends there.
    </p>
    <p v-if="use" class="small quiet use" data-test="rule-use">
      {{ does
      }}<template v-if="use.oddity"
        >. <strong class="odd" data-test="rule-odd">{{ ODD[use.oddity] }}</strong></template
      ><template v-for="conflict in use.conflicts" :key="conflict.with"
        >.
        <span class="odd"
          >“{{ names[conflict.with] }}” before it takes
          <button
            type="button"
            class="bare small"
            data-test="rule-conflict"
            @click="
              emit('read', conflict.ids, `“${names[conflict.with]}” takes what “${rule.name}” fits`)
            "
          >
            {{ conflict.ids.length }} that it would send here
          </button></span
        ></template
      >
    </p>
  </div>
</template>

<style scoped>
.rule {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.rule > .row {
  width: 100%;
}
.name {
  font-weight: 600;
  width: 240px;
}
.effects {
  gap: 6px 8px;
}
.effects :deep(.short) {
  width: 56px;
}
.odd {
  color: var(--brick);
}
</style>
