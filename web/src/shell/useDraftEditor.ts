import { computed, ref, shallowRef } from 'vue'
import { inPlainWords, Refused } from './api.ts'
import { useKept } from './useKept.ts'

/** Somebody saved while somebody else edited. */
export interface Conflict<Content> {
  message: string
  theirs: Content
  revision: number
}

interface Editing<Stored extends { revision: number }, Content> {
  /** Under this name unsaved edits are kept in the browser. */
  name: string
  load(): Promise<Stored>
  /** @param base the revision that the edits stand on */
  store(content: Content, base: number, ready: boolean): Promise<Stored>
  contentOf(stored: Stored): Content
  /** The edits as they stand on the screen. */
  edited(): Content
  /** Puts content there; `stored` is what it is content of. */
  show(content: Content, stored: Stored): void
  /** Whether edits of before say something of what is stored now; those of another revision too, when not given. */
  fits?(base: number, stored: Stored): boolean
  /** Edits of before go onto what is stored now; otherwise onto the revision they stood on, and saving tells of a conflict. */
  ontoNewest?: boolean
}

/**
 * Something of the draft being edited: loaded, kept in the browser while it is not saved, and saved on the revision it
 * was made from. What is typed while a save is under way stays, as a change of what is stored then.
 */
export function useDraftEditor<Stored extends { revision: number }, Content>({
  name,
  load: ask,
  store,
  contentOf,
  edited,
  show,
  fits = () => true,
  ontoNewest = false,
}: Editing<Stored, Content>) {
  const stored = shallowRef<Stored>()
  const base = ref(0)
  /** Edits of before are back. */
  const restored = ref(false)
  /** They stood on another revision than the one stored now. */
  const meanwhile = ref(false)
  const conflict = shallowRef<Conflict<Content>>()
  const failure = ref('')

  const same = (a: Content, b: Content) => JSON.stringify(a) === JSON.stringify(b)
  const changed = computed(
    () => stored.value !== undefined && !same(edited(), contentOf(stored.value)),
  )
  const { read } = useKept(name, () =>
    changed.value ? { base: base.value, content: edited() } : undefined,
  )

  async function load(): Promise<void> {
    const kept = read()
    failure.value = ''
    try {
      accept(await ask())
    } catch (cause) {
      failure.value = inPlainWords(cause)
      return
    }
    if (!kept || !fits(kept.base, stored.value!)) return
    show(kept.content, stored.value!)
    restored.value = changed.value
    meanwhile.value = kept.base !== base.value
    if (changed.value && !ontoNewest) base.value = kept.base
  }

  /** @returns whether it was stored; why not is told by `conflict` or `failure` */
  async function save(ready: boolean): Promise<boolean> {
    failure.value = ''
    const sent = copyOf(edited())
    try {
      const fresh = await store(sent, base.value, ready)
      const now = copyOf(edited())
      accept(fresh)
      if (!same(now, sent)) show(now, fresh)
      return true
    } catch (cause) {
      if (cause instanceof Refused && cause.problem.code === 'ITEM_CHANGED')
        conflict.value = {
          ...(cause.problem.detail as { theirs: Content; revision: number }),
          message: cause.message,
        }
      else failure.value = inPlainWords(cause)
      return false
    }
  }

  /** My edits stand: the next save is made on theirs, and replaces it. */
  function keepMine(): void {
    base.value = conflict.value!.revision
    conflict.value = undefined
  }
  function takeTheirs(): void {
    show(copyOf(conflict.value!.theirs), stored.value!)
    keepMine()
  }
  /** Drops all edits. */
  function discard(): void {
    if (stored.value) accept(stored.value)
  }

  function accept(fresh: Stored): void {
    stored.value = fresh
    base.value = fresh.revision
    restored.value = meanwhile.value = false
    show(contentOf(fresh), fresh)
  }

  return {
    stored,
    changed,
    restored,
    meanwhile,
    conflict,
    failure,
    load,
    save,
    keepMine,
    takeTheirs,
    discard,
  }
}

/** A copy that shares nothing; what is edited is reactive, and content is JSON. */
function copyOf<T>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T
}
