import type { RehearsedMessage } from '@janua/contracts'
import { ref, shallowRef } from 'vue'
import { inPlainWords, post } from '../shell/api.ts'
import type { ShownQuestion } from '../releases/useRehearsal.ts'

/** A question that was tried, with what came of it. */
export interface Tried {
  text: string
  question: ShownQuestion | null
  /** Small talk and the wish for the team are no questions: what was said is all there is. */
  said: string
}

/** Questions asked of the draft, each on its own, as by another visitor every time. */
export function useTrying(door: () => number, asked: () => void) {
  const tried = shallowRef<Tried[]>([])
  const failure = ref('')
  const busy = ref(false)

  async function ask(text: string): Promise<boolean> {
    const found = await rehearse(text)
    if (!found) return false
    tried.value = [found, ...tried.value]
    await post('/start/asked')
    asked()
    return true
  }
  /** After something was fixed: what comes of it now. */
  async function again(text: string): Promise<void> {
    const found = await rehearse(text)
    if (found) tried.value = tried.value.map((each) => (each.text === text ? found : each))
  }
  async function rehearse(text: string): Promise<Tried | undefined> {
    if (busy.value) return undefined
    busy.value = true
    try {
      const { messages } = await post('/rehearsal', {
        messages: [text],
        door: door(),
        release: null,
        at: null,
        language: 'en',
        told: {},
      })
      failure.value = ''
      return triedIn(text, messages[0]!)
    } catch (cause) {
      failure.value = inPlainWords(cause)
      return undefined
    } finally {
      busy.value = false
    }
  }
  return { tried, failure, busy, ask, again }
}

function triedIn(text: string, message: RehearsedMessage): Tried {
  const first = message.asked[0]
  return {
    text,
    question: first ? { ...first, message, place: 0 } : null,
    said: first?.said ?? '',
  }
}
