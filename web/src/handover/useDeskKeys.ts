import { onKeyStroke } from '@vueuse/core'
import { typingSomewhere } from '../shell/typing.ts'

interface Deeds {
  takeFirst(): unknown
  next(by: 1 | -1): unknown
  move(): unknown
  back(): unknown
  close(): unknown
  reply(): unknown
  note(): unknown
  find(): unknown
  /** Puts a passage of the brief into the reply, by its place from 0. */
  insert(place: number): unknown
}

/** The desk's keys: letters where nobody types, Alt with a key also within the reply. */
export function useDeskKeys(deeds: Deeds): void {
  const letters: Record<string, () => unknown> = {
    t: deeds.takeFirst,
    j: () => deeds.next(1),
    k: () => deeds.next(-1),
    m: deeds.move,
    b: deeds.back,
    c: deeds.close,
    r: deeds.reply,
    n: deeds.note,
  }
  const withAlt: Record<string, () => unknown> = {
    l: deeds.find,
    1: () => deeds.insert(0),
    2: () => deeds.insert(1),
  }
  onKeyStroke((event) => {
    const key = event.key.toLowerCase()
    const deed =
      event.altKey && !event.ctrlKey && !event.metaKey
        ? withAlt[key]
        : typingSomewhere(event)
          ? undefined
          : letters[key]
    if (!deed) return
    event.preventDefault()
    deed()
  })
}
