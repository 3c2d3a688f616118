import { t } from '../shell/i18n.ts'
import type { Door, ReleaseRow, Verdict } from '@janua/contracts'
import { computed, ref, shallowRef, watch } from 'vue'
import type { LocationQuery } from 'vue-router'
import { get, post } from '../shell/api.ts'
import { useAction } from '../shell/useAction.ts'
import { DRAFT, useRehearsal } from './useRehearsal.ts'
import { verdictOn } from './verdicts.ts'

/**
 * The page of rehearsals: what can be asked of what, what is being typed, and verdicts on what is shown.
 * @param query of the page's address: `door`, and a question to `ask` after those `before` it
 */
export function useRehearsalPage(query: LocationQuery) {
  const { run } = useAction()
  const rehearsal = useRehearsal()
  const { messages, door, release, at, language, told, compares, current, play, ask } = rehearsal
  const doors = shallowRef<Door[]>([])
  const releases = shallowRef<ReleaseRow[]>([])
  const typed = ref('')
  const panel = ref<'why' | 'edit'>('why')
  /** Whether it is being said what the answer should have been. */
  const should = ref(false)
  const versions = computed(() => [
    { label: t('releases.useRehearsal.draft'), value: DRAFT },
    ...releases.value.map(({ number, live }) => ({
      label: t('releases.useRehearsal.release', {
        number,
        live: live ? t('releases.useRehearsal.liveMark') : '',
      }),
      value: number,
    })),
  ])
  const nameOf = (number: number) =>
    versions.value.find(({ value }) => value === number)?.label ??
    t('releases.useRehearsal.release2', { number })
  const liveName = computed(() => {
    const live = releases.value.find((each) => each.live)
    return live ? nameOf(live.number) : 'Live'
  })
  /** The article to edit beside the answer: what it quotes, else what came nearest. */
  const editable = computed(() => {
    const answer = current.value?.answer
    return answer?.sources[0] ?? answer?.trace.candidates[0]
  })

  /** Loads what can be asked, and asks what the address says. */
  async function begin(): Promise<void> {
    await run(async () => {
      ;[doors.value, releases.value] = await Promise.all([get('/doors'), get('/releases')])
      door.value = Number(query.door) || doors.value[0]?.id
    })
    if (typeof query.ask !== 'string') return
    messages.value = [query.before ?? []].flat().filter((each) => typeof each === 'string')
    await ask(query.ask)
  }
  watch([door, release, at, language, told, compares], () => void play())

  /** Asks what was typed, and gives it back to be typed again when that fails. */
  async function say(): Promise<void> {
    const text = typed.value.trim()
    if (!text) return
    typed.value = ''
    panel.value = 'why'
    if (!(await ask(text))) typed.value = text
  }
  async function review(verdict: Verdict): Promise<void> {
    const done = await run(async () => {
      await post('/verdicts', verdictOn(current.value!, door.value!, verdict))
      return true
    })
    if (done) await play()
  }
  async function corrected(): Promise<void> {
    should.value = false
    await play()
  }
  /** @returns whether the key means something here */
  function press(key: string): boolean {
    if (!current.value || should.value) return false
    if (key === 'r') void review('right')
    else if (key === 'w') void review('wrong')
    else if (key === 's') should.value = true
    else if (key === 'c') compares.value = !compares.value
    else if (key === 'e') panel.value = panel.value === 'edit' ? 'why' : 'edit'
    else return false
    return true
  }
  return {
    ...rehearsal,
    doors,
    versions,
    nameOf,
    liveName,
    editable,
    typed,
    panel,
    should,
    begin,
    say,
    review,
    corrected,
    press,
  }
}
