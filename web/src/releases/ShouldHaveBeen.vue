<script setup lang="ts">
import type { CheckInput, VerdictInput } from '@janua/contracts'
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import SelectButton from 'primevue/selectbutton'
import { computed, ref } from 'vue'
import ItemPicker, { type PickedItem } from '../library/ItemPicker.vue'
import { post } from '../shell/api.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'
import { useSession } from '../shell/session.ts'
import { verdictOn } from './verdicts.ts'
import type { ShownQuestion } from './useRehearsal.ts'
import { useFocusBack } from '../shell/useFocusBack.ts'

useFocusBack()
/** What should have come: the review is stored, the phrasing may be taught, and a check keeps it so. */
const { question, door, messages } = defineProps<{
  question: ShownQuestion
  door: number
  messages: string[]
}>()
const emit = defineEmits<{ close: []; done: [] }>()
const session = useSession()
const { run, busy } = useAction()
const wanted = ref<NonNullable<VerdictInput['wanted']>>('item')
const top = question.answer.trace.candidates.find(
  ({ item }) => item !== question.answer.sources[0]?.item,
)
const near = question.answer.trace.candidates
  .filter(
    ({ item, ordinal }) =>
      item !== question.answer.sources[0]?.item || ordinal !== question.answer.sources[0]?.ordinal,
  )
  .slice(0, 5)
const item = ref<PickedItem | null>(top ? { id: top.item, title: top.title } : null)
const { state: allQueues } = useRemote('/queues', undefined, {
  when: () => session.role === 'lead',
})
const queues = computed(() => allQueues.value.value ?? [])
const queue = ref<number>()
// A follow-up means something only after what stood before it: taught alone it would draw everything to itself.
const teaches = ref(question.carried === undefined)
const checks = ref(true)
const phrasing = ref(question.text)
const OPTIONS = computed(() => [
  { value: 'item', label: 'From an article' },
  { value: 'nothing', label: 'No answer' },
  ...(queues.value.length ? [{ value: 'queue', label: 'A queue' }] : []),
])
const complete = computed(() =>
  wanted.value === 'item'
    ? item.value !== null && (!teaches.value || phrasing.value.trim().length > 1)
    : wanted.value === 'nothing' || queue.value !== undefined,
)

/** Choosing one of the nearest makes the search field anew, so that it shows it. */
const picks = ref(0)
function pick(near: { item: number; title: string }): void {
  item.value = { id: near.item, title: near.title }
  picks.value++
}

async function store(): Promise<void> {
  const picked = item.value
  const stored = await run(
    async () => {
      await post('/verdicts', {
        ...verdictOn(question, door, 'wrong'),
        wanted: wanted.value,
        wantedId: wanted.value === 'item' ? picked!.id : (queue.value ?? null),
      })
      if (wanted.value === 'item' && teaches.value)
        await post(`/articles/${picked!.id}/phrasings`, {
          phrasing: phrasing.value.trim(),
          ready: true,
        })
      if (checks.value) await post('/checks', check(picked))
      return true
    },
    [
      wanted.value === 'item' && teaches.value ? 'Taught, in the draft' : 'Reviewed',
      checks.value ? 'a check keeps it so' : '',
    ]
      .filter(Boolean)
      .join('; '),
  )
  if (stored) emit('done')
}
function check(picked: PickedItem | null): CheckInput {
  const upToHere = messages.slice(0, messages.indexOf(question.message.text) + 1)
  return {
    messages: upToHere,
    comes:
      wanted.value === 'item'
        ? 'answer'
        : wanted.value === 'nothing'
          ? 'does not know'
          : 'anything',
    item: wanted.value === 'item' ? picked!.id : null,
    contains: [],
    lacks: [],
    queue: wanted.value === 'queue' ? queue.value! : null,
    door,
    language: 'en',
    note: 'from rehearsal',
  }
}
</script>

<template>
  <Dialog
    visible
    modal
    header="It should have been…"
    :style="{ width: '520px' }"
    data-test="should"
    @update:visible="emit('close')"
  >
    <form class="stack" @submit.prevent="store">
      <p>“{{ question.text }}”</p>
      <SelectButton
        v-model="wanted"
        :pt="{ pcToggleButton: { root: { autofocus: '' } } }"
        :options="OPTIONS"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        aria-label="What should have come"
        data-test="wanted"
      />
      <template v-if="wanted === 'item'">
        <label class="field"
          ><span>The article, document or fixed answer that answers it</span
          ><ItemPicker :key="picks" v-model="item"
        /></label>
        <p class="near small">
          <span class="quiet">near it:</span>
          <button
            v-for="each in near"
            :key="`${each.item} ${each.ordinal}`"
            type="button"
            class="bare small"
            @click="pick(each)"
          >
            {{ [each.title, ...each.path].join(' › ') }}
          </button>
        </p>
        <label class="row"
          ><Checkbox v-model="teaches" binary input-id="teaches" data-test="teaches" /><span
            >Teach it this phrasing</span
          ></label
        >
        <InputText
          v-if="teaches"
          v-model="phrasing"
          maxlength="300"
          aria-label="The phrasing"
          data-test="phrasing"
        />
      </template>
      <label v-else-if="wanted === 'queue'" class="field"
        ><span>The queue that it belongs to</span
        ><Select
          v-model="queue"
          :options="queues"
          option-label="name"
          option-value="id"
          placeholder="Choose a queue"
      /></label>
      <p v-else class="small quiet">
        Janua should say that it does not know. The review lowers how sure it is of answers like
        this.
      </p>
      <label class="row"
        ><Checkbox v-model="checks" binary input-id="checks" data-test="makes-check" /><span
          >Add a check, so that it stays so</span
        ></label
      >
      <div class="row end">
        <Button text label="Leave it" @click="emit('close')" /><Button
          type="submit"
          label="Store the review"
          :disabled="!complete"
          :loading="busy"
          data-test="should-store"
        />
      </div>
    </form>
  </Dialog>
</template>

<style scoped>
.near {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
}
.end {
  justify-content: flex-end;
}
</style>
