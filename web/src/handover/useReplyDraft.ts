import { computed, ref, watch } from 'vue'
import { useSession } from '../shell/session.ts'
import { restAfter } from './deskWords.ts'

/** What is being written: a reply or a note, in which conversation. */
export interface Draft {
  kind: 'reply' | 'note'
  conversation: number
}

/** The text being written; kept in the browser, for each person and conversation, until it is sent. */
export function useReplyDraft(draft: () => Draft) {
  const session = useSession()
  const placeOf = ({ kind, conversation }: Draft): string =>
    `janua:${kind}:${session.user?.id ?? 0}:${conversation}`
  const place = computed(() => placeOf(draft()))
  const text = ref('')
  watch(place, (now) => (text.value = localStorage.getItem(now) ?? ''), { immediate: true })
  watch(text, (now) => keep(place.value, now))

  /** What was sent goes; what was written meanwhile, here or in another conversation, stays. */
  function forget(words: string, of: Draft): void {
    const sentFrom = placeOf(of)
    if (sentFrom === place.value) text.value = restAfter(words, text.value)
    else keep(sentFrom, restAfter(words, localStorage.getItem(sentFrom) ?? ''))
  }
  return { text, forget }
}

function keep(place: string, words: string): void {
  if (words) localStorage.setItem(place, words)
  else localStorage.removeItem(place)
}
