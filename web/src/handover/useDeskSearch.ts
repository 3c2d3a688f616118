import type { DeskRow } from '@janua/contracts'
import { shallowRef } from 'vue'
import { get } from '../shell/api.ts'

const LEAST_LETTERS = 2

/** Conversations found by words; nothing while too little is typed. */
export function useDeskSearch() {
  const found = shallowRef<DeskRow[]>()
  let newest = 0

  async function search(words: string): Promise<void> {
    const own = ++newest
    const rows =
      words.length < LEAST_LETTERS
        ? undefined
        : await get('/desk/search', { words }).catch(() => found.value)
    // An answer to fewer letters may come after the answer to more.
    if (own === newest) found.value = rows
  }
  return { found, search }
}
