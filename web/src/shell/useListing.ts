import { refDebounced } from '@vueuse/core'
import { type Ref, ref, watch } from 'vue'

const PAUSE_MS = 200

/**
 * What a list is searched for, and where its page begins. The server is asked after a pause in typing; whatever narrows or
 * sorts the list otherwise begins at its first page.
 * @param narrowed the other choices that the list depends on
 */
export function useListing(narrowed: () => readonly unknown[] = () => []): {
  /** As it is typed. */
  search: Ref<string>
  /** As it is asked for. */
  words: Readonly<Ref<string>>
  offset: Ref<number>
} {
  const search = ref('')
  const words = refDebounced(search, PAUSE_MS)
  const offset = ref(0)
  // At once, so that nobody asks for a page that the new list may not have.
  watch([words, narrowed], () => (offset.value = 0), { flush: 'sync' })
  return { search, words, offset }
}
