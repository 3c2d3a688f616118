import { onKeyStroke } from '@vueuse/core'
import { typingSomewhere } from '../shell/typing.ts'

interface Actions {
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
export function useDeskKeys(actions: Actions): void {
  const letters: Record<string, () => unknown> = {
    t: actions.takeFirst,
    j: () => actions.next(1),
    k: () => actions.next(-1),
    m: actions.move,
    b: actions.back,
    c: actions.close,
    r: actions.reply,
    n: actions.note,
  }
  const withAlt: Record<string, () => unknown> = {
    l: actions.find,
    1: () => actions.insert(0),
    2: () => actions.insert(1),
  }
  onKeyStroke((event) => {
    const key = event.key.toLowerCase()
    const action =
      event.altKey && !event.ctrlKey && !event.metaKey
        ? withAlt[key]
        : typingSomewhere(event)
          ? undefined
          : letters[key]
    if (!action) return
    event.preventDefault()
    action()
  })
}
