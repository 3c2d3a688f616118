import type { Rehearsed, RehearsedMessage, RehearsedQuestion } from '@janua/contracts'
import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { inPlainWords, post } from '../shell/api.ts'
import { useSession } from '../shell/session.ts'

/** Stands for the draft in the choice of versions: releases count from 1. */
export const DRAFT = 0

export interface ShownQuestion extends RehearsedQuestion {
  message: RehearsedMessage
  /** Place among all questions of the conversation. */
  place: number
}

/** A conversation asked of the draft or a release; asked anew whenever the draft is saved. */
export function useRehearsal() {
  const session = useSession()
  const messages = ref<string[]>([])
  const door = ref<number>()
  const release = ref(DRAFT)
  const at = ref('')
  const language = ref<'en' | 'de'>('en')
  /** What the visitor told, as lines "field: value". */
  const told = ref('')
  const played = shallowRef<Rehearsed>()
  const beside = shallowRef<Rehearsed>()
  const compares = ref(false)
  const failure = ref('')
  const busy = ref(false)
  const shown = ref(-1)
  let asking = 0
  /** Whoever asked wants to see the answer, whichever reading of the conversation brings it. */
  let toLast = false

  const questions = computed<ShownQuestion[]>(() => {
    let place = 0
    return (played.value?.messages ?? []).flatMap((message) =>
      message.asked.map((asked) => ({ ...asked, message, place: place++ })),
    )
  })
  const current = computed(() => questions.value[shown.value])
  const besideCurrent = computed(() =>
    compares.value ? beside.value?.messages.flatMap(({ asked }) => asked)[shown.value] : undefined,
  )

  /** A newer reading takes the place of one that is under way: what is asked meanwhile is in it. */
  async function play(): Promise<'played' | 'failed' | 'overtaken'> {
    if (messages.value.length === 0 || door.value === undefined) return 'failed'
    const mine = ++asking
    busy.value = true
    const input = {
      messages: messages.value,
      door: door.value,
      language: language.value,
      at: at.value ? new Date(at.value).toISOString() : null,
      told: toldIn(told.value),
    }
    const other = release.value === DRAFT ? (session.release?.live?.number ?? null) : null
    try {
      const [now, then] = await Promise.all([
        post('/rehearsal', {
          ...input,
          release: release.value === DRAFT ? null : release.value,
        }),
        compares.value
          ? post('/rehearsal', { ...input, release: other }).catch(() => undefined)
          : undefined,
      ])
      if (mine !== asking) return 'overtaken'
      failure.value = ''
      played.value = now
      beside.value = then
      if (toLast) shown.value = questions.value.length - 1
      toLast = false
      return 'played'
    } catch (cause) {
      if (mine !== asking) return 'overtaken'
      failure.value = inPlainWords(cause)
      return 'failed'
    } finally {
      if (mine === asking) busy.value = false
    }
  }

  /** @returns whether the question is part of the conversation now */
  async function ask(text: string): Promise<boolean> {
    messages.value = [...messages.value, text]
    toLast = true
    const outcome = await play()
    if (outcome === 'failed') messages.value = messages.value.slice(0, -1)
    return outcome !== 'failed'
  }
  function startOver(): void {
    messages.value = []
    played.value = undefined
    beside.value = undefined
    shown.value = -1
    failure.value = ''
  }
  /** Takes the last message back. */
  function takeBack(): void {
    messages.value = messages.value.slice(0, -1)
    shown.value = Math.min(shown.value, questions.value.length - 2)
    if (messages.value.length === 0) startOver()
    else void play()
  }

  let waiting: ReturnType<typeof setTimeout> | undefined
  const unhear = session.hear('draft', () => {
    clearTimeout(waiting)
    waiting = setTimeout(() => void play(), 120)
  })
  onScopeDispose(() => {
    clearTimeout(waiting)
    unhear()
  })
  return {
    messages,
    door,
    release,
    at,
    language,
    told,
    played,
    compares,
    failure,
    busy,
    shown,
    questions,
    current,
    besideCurrent,
    play,
    ask,
    startOver,
    takeBack,
  }
}

/** @example toldIn('ship: Merrow\nname: Osk') // { ship: 'Merrow', name: 'Osk' } */
export function toldIn(lines: string): Record<string, string> {
  const pairs = lines.split('\n').flatMap((line): [string, string][] => {
    const at = line.indexOf(':')
    return at > 0 ? [[line.slice(0, at).trim(), line.slice(at + 1).trim()]] : []
  })
  return Object.fromEntries(pairs.filter(([field, value]) => field !== '' && value !== ''))
}
