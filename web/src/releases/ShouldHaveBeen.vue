<script setup lang="ts">
import { t } from '../shell/i18n.ts'
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
  { value: 'item', label: t('releases.shouldHaveBeen.fromAnArticle') },
  { value: 'nothing', label: t('releases.shouldHaveBeen.noAnswer') },
  ...(queues.value.length ? [{ value: 'queue', label: t('releases.shouldHaveBeen.aQueue') }] : []),
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
      wanted.value === 'item' && teaches.value
        ? t('releases.shouldHaveBeen.taughtInTheDraft')
        : 'Reviewed',
      checks.value ? t('releases.shouldHaveBeen.checkAdded') : '',
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
    :header="$t('releases.shouldHaveBeen.itShouldHaveBeen')"
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
        :aria-label="$t('releases.shouldHaveBeen.whatShouldHaveCome')"
        data-test="wanted"
      />
      <template v-if="wanted === 'item'">
        <label class="field"
          ><span>{{ $t('releases.shouldHaveBeen.theArticleDocumentOr') }}</span
          ><ItemPicker :key="picks" v-model="item"
        /></label>
        <p class="near small">
          <span class="quiet">{{ $t('releases.shouldHaveBeen.nearIt') }}</span>
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
          ><Checkbox v-model="teaches" binary input-id="teaches" data-test="teaches" /><span>{{
            $t('releases.shouldHaveBeen.teachItThisPhrasing')
          }}</span></label
        >
        <InputText
          v-if="teaches"
          v-model="phrasing"
          maxlength="300"
          :aria-label="$t('releases.shouldHaveBeen.thePhrasing')"
          data-test="phrasing"
        />
      </template>
      <label v-else-if="wanted === 'queue'" class="field"
        ><span>{{ $t('releases.shouldHaveBeen.theQueueThatIt') }}</span
        ><Select
          v-model="queue"
          :options="queues"
          option-label="name"
          option-value="id"
          :placeholder="$t('releases.shouldHaveBeen.chooseAQueue')"
      /></label>
      <p v-else class="small quiet">
        {{ $t('releases.shouldHaveBeen.januaShouldSayThat') }}
      </p>
      <label class="row"
        ><Checkbox v-model="checks" binary input-id="checks" data-test="makes-check" /><span>{{
          $t('releases.shouldHaveBeen.addACheckSo')
        }}</span></label
      >
      <div class="row end">
        <Button text :label="$t('common.leaveIt')" @click="emit('close')" /><Button
          type="submit"
          :label="$t('releases.shouldHaveBeen.storeTheReview')"
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
