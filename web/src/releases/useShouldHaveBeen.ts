import type { CheckInput, VerdictInput } from '@janua/contracts'
import { computed, ref } from 'vue'
import type { PickedItem } from '../library/ItemPicker.vue'
import { post } from '../shell/api.ts'
import { t } from '../shell/i18n.ts'
import { useSession } from '../shell/session.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'
import type { ShownQuestion } from './useRehearsal.ts'
import { verdictOn } from './verdicts.ts'

type Wanted = NonNullable<VerdictInput['wanted']>
/** A rehearsed question, the door it was asked at, and every message up to it. */
interface Rehearsed {
  question: ShownQuestion
  door: number
  messages: string[]
}
const MOST_NEAR = 5

/**
 * What should have come instead: another item, nothing, or a queue.
 * @param done told once it is stored, with the phrasing taught and the check added where that was wanted
 */
export function useShouldHaveBeen({ question, door, messages }: Rehearsed, done: () => void) {
  const session = useSession()
  const { run, busy } = useAction()
  const wanted = ref<Wanted>('item')
  const top = question.answer.trace.candidates.find(
    ({ item }) => item !== question.answer.sources[0]?.item,
  )
  const near = question.answer.trace.candidates
    .filter(
      ({ item, ordinal }) =>
        item !== question.answer.sources[0]?.item ||
        ordinal !== question.answer.sources[0]?.ordinal,
    )
    .slice(0, MOST_NEAR)
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
  const options = computed(() => [
    { value: 'item', label: t('releases.shouldHaveBeen.fromAnArticle') },
    { value: 'nothing', label: t('releases.shouldHaveBeen.noAnswer') },
    ...(queues.value.length
      ? [{ value: 'queue', label: t('releases.shouldHaveBeen.aQueue') }]
      : []),
  ])
  const complete = computed(() =>
    wanted.value === 'item'
      ? item.value !== null && (!teaches.value || phrasing.value.trim().length > 1)
      : wanted.value === 'nothing' || queue.value !== undefined,
  )

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
        if (checks.value)
          await post(
            '/checks',
            checkOf({ question, door, messages }, wanted.value, picked, queue.value),
          )
        return true
      },
      [
        wanted.value === 'item' && teaches.value
          ? t('releases.shouldHaveBeen.taughtInTheDraft')
          : t('releases.shouldHaveBeen.reviewed'),
        checks.value ? t('releases.shouldHaveBeen.checkAdded') : '',
      ]
        .filter(Boolean)
        .join('; '),
    )
    if (stored) done()
  }
  return {
    wanted,
    options,
    item,
    near,
    queue,
    queues,
    teaches,
    phrasing,
    checks,
    complete,
    busy,
    store,
  }
}

/** The check that holds from now on what should have come. */
function checkOf(
  { question, door, messages }: Rehearsed,
  wanted: Wanted,
  picked: PickedItem | null,
  queue: number | undefined,
): CheckInput {
  const upToHere = messages.slice(0, messages.indexOf(question.message.text) + 1)
  return {
    messages: upToHere,
    comes: wanted === 'item' ? 'answer' : wanted === 'nothing' ? 'does not know' : 'anything',
    item: wanted === 'item' ? picked!.id : null,
    contains: [],
    lacks: [],
    queue: wanted === 'queue' ? queue! : null,
    door,
    language: 'en',
    note: 'from rehearsal',
  }
}
