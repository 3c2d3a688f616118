<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { Door, Queue, RoutingProof } from '@janua/contracts'
import type { Condition, Rule } from '@janua/core'
import { X } from '@lucide/vue'
import Button from 'primevue/button'
import InputNumber from 'primevue/inputnumber'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import { computed } from 'vue'
import { counted } from '../shell/format.ts'
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
  { label: t('handover.ruleEditor.anyOfThese'), value: 'any' },
  { label: t('handover.ruleEditor.allOfThese'), value: 'all' },
]
const PRIORITIES = [
  { label: t('handover.ruleEditor.first'), value: 'high' },
  { label: t('handover.ruleEditor.inItsTurn'), value: 'normal' },
  { label: t('handover.ruleEditor.whenThereIsTime'), value: 'low' },
]
const IS = [
  { label: t('handover.ruleEditor.is'), value: false },
  { label: t('handover.ruleEditor.isNot'), value: true },
]

const set = (i: number, condition: Condition) =>
  change({ conditions: rule.value.conditions.with(i, condition) })
const change = (part: Partial<Rule>) => (rule.value = { ...rule.value, ...part })
const isUnstaffed = computed(() =>
  queues.find(({ id, members }) => id === rule.value.queue && members.length === 0),
)
const does = computed(() => {
  if (!use) return ''
  const right =
    use.known > 0
      ? t('handover.ruleEditor.ofKnownOnesRight', { right: use.right, known: use.known })
      : ''
  return t('handover.ruleEditor.decides', {
    pastHandOver: counted('units.pastHandOver', use.decides),
    right,
  })
})
const ODD = {
  'never fits': t('handover.ruleEditor.itFitsNoPast'),
  shadowed: t('handover.ruleEditor.itNeverHasIts'),
}
</script>

<template>
  <div class="rule">
    <div class="row">
      <InputText
        :model-value="rule.name"
        size="small"
        :aria-label="$t('handover.ruleEditor.nameOfTheRule')"
        class="name"
        @update:model-value="change({ name: $event ?? '' })"
      />
      <span>{{ $t('handover.ruleEditor.goesTo') }}</span><Select
        :model-value="rule.queue"
        :options="queues"
        option-label="name"
        option-value="id"
        size="small"
        :aria-label="$t('handover.ruleEditor.queue')"
        @update:model-value="change({ queue: $event })"
      />
      <span>{{ $t('handover.ruleEditor.when') }}</span><Select
        :model-value="rule.join"
        :options="JOINS"
        option-label="label"
        option-value="value"
        size="small"
        :aria-label="$t('handover.ruleEditor.anyOrAll')"
        @update:model-value="change({ join: $event })"
      /><span>{{ $t('handover.ruleEditor.hold') }}</span>
    </div>
    <div v-for="(condition, i) in rule.conditions" :key="i" class="row condition">
      <Select
        :model-value="condition.on"
        :options="KINDS"
        option-label="label"
        option-value="value"
        size="small"
        :aria-label="$t('handover.ruleEditor.kindOfCondition')"
        @update:model-value="(on: ConditionKind) => set(i, freshCondition(on, rule.queue))"
      />
      <Select
        :model-value="condition.not ?? false"
        :options="IS"
        option-label="label"
        option-value="value"
        size="small"
        :aria-label="$t('handover.ruleEditor.isOrIsNot')"
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
        :aria-label="$t('handover.ruleEditor.removeThisCondition')"
        @click="change({ conditions: rule.conditions.toSpliced(i, 1) })"
        ><X :size="15"
      /></Button>
    </div>
    <div class="row effects small">
      <Button
        text
        size="small"
        :label="$t('handover.ruleEditor.addACondition')"
        @click="change({ conditions: [...rule.conditions, freshCondition('words', rule.queue)] })"
      />
      <span>{{ $t('handover.ruleEditor.itComes') }}</span><Select
        :model-value="rule.priority ?? 'normal'"
        :options="PRIORITIES"
        option-label="label"
        option-value="value"
        size="small"
        :aria-label="$t('handover.ruleEditor.priority')"
        @update:model-value="change({ priority: $event })"
      />
      <span>{{ $t('handover.ruleEditor.within') }}</span><InputNumber
        :model-value="rule.targetMinutes ?? null"
        :min="1"
        :max="1440"
        size="small"
        input-class="short"
        placeholder="–"
        :aria-label="$t('handover.ruleEditor.targetInMinutesEmpty')"
        @update:model-value="change({ targetMinutes: $event ?? undefined })"
      /><span>{{ $t('handover.ruleEditor.min') }}</span>
      <InputText
        :model-value="rule.note ?? ''"
        size="small"
        class="grow"
        maxlength="300"
        :placeholder="$t('handover.ruleEditor.aWordToThe')"
        :aria-label="$t('handover.ruleEditor.aWordToThe')"
        @update:model-value="change({ note: $event || undefined })"
      />
    </div>
    <p v-if="isUnstaffed" class="small odd" data-test="rule-nobody">
      {{ $t('handover.ruleEditor.hasNoMembersNobody', { isUnstaffed: isUnstaffed.name }) }}
    </p>
    <p v-if="use" class="small quiet use" data-test="rule-use">
      {{ does
      }}<template v-if="use.oddity"
        >. <strong class="odd" data-test="rule-odd">{{ ODD[use.oddity] }}</strong></template
      ><template v-for="conflict in use.conflicts" :key="conflict.with"
        >.
        <span class="odd"
          ><i18n-t keypath="handover.ruleEditor.beforeItTakes" scope="global"
            ><template #ids
              ><button
                type="button"
                class="bare small"
                data-test="rule-conflict"
                @click="
                  emit(
                    'read',
                    conflict.ids,
                    $t('handover.ruleEditor.takes', {
                      other: names[conflict.with],
                      rule: rule.name,
                    }),
                  )
                "
              >
                {{ $t('handover.ruleEditor.thatItWouldSend', { ids: conflict.ids.length }) }}
              </button></template
            ><template #with>{{ names[conflict.with] }}</template></i18n-t
          ></span
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
