import { watch } from 'vue'
import { useSession } from './session.ts'

/** What is edited, and the revision that it stands on. */
export interface Kept<T> {
  base: number
  content: T
}

/**
 * Edits that are not saved yet stay in this browser for who made them, over reloads and other pages, until they are saved or dropped.
 * @param name of what is edited, its number with it
 * @param edited the edits; undefined while nothing differs from what is stored
 */
export function useKept<T>(
  name: string,
  edited: () => Kept<T> | undefined,
): { read(): Kept<T> | null } {
  const under = `janua:unsaved:${useSession().user?.id ?? 0}:${name}`
  watch(
    () => JSON.stringify(edited() ?? null),
    (now) => {
      try {
        if (now === 'null') localStorage.removeItem(under)
        else localStorage.setItem(under, now)
      } catch {
        // A browser that keeps nothing more still edits and saves.
      }
    },
  )
  return {
    read() {
      try {
        const kept = JSON.parse(localStorage.getItem(under) ?? 'null') as Kept<T> | null
        return typeof kept?.base === 'number' && typeof kept.content === 'object' ? kept : null
      } catch {
        return null
      }
    },
  }
}
