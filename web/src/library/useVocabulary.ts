import { t } from '../shell/i18n.ts'
import type { SmallTalkContent, Entry, GlossaryContent } from '@janua/contracts'
import { shallowRef } from 'vue'
import { useRoute } from 'vue-router'
import { post, put, remove } from '../shell/api.ts'
import { useSession } from '../shell/session.ts'
import { useAction } from '../shell/useAction.ts'
import { useForm } from '../shell/useForm.ts'
import { type RemoteQuery, useRemote } from '../shell/useRemote.ts'
import { useTakeOut } from './useTakeOut.ts'

interface Calls<C> {
  list(): RemoteQuery<Entry<C>[]>
  add(content: C & { ready: boolean }): Promise<unknown>
  save(id: number, content: C & { base: number; ready: boolean }): Promise<unknown>
  remove(id: number): Promise<unknown>
}

export const GLOSSARY: Calls<GlossaryContent> = {
  list: () => useRemote('/glossary'),
  add: (content) => post('/glossary', content),
  save: (id, content) => put(`/glossary/${id}`, content),
  remove: (id) => remove(`/glossary/${id}`),
}
export const SMALL_TALK: Calls<SmallTalkContent> = {
  list: () => useRemote('/small-talk'),
  add: (content) => post('/small-talk', content),
  save: (id, content) => put(`/small-talk/${id}`, content),
  remove: (id) => remove(`/small-talk/${id}`),
}

/** The entries of the glossary, or the small talk: listed, opened for a change, saved. */
export function useVocabulary<C extends object>(
  calls: Calls<C>,
  empty: C,
  nameOf: (content: C) => string,
) {
  const session = useSession()
  const { run } = useAction()
  const mayTakeOut = useTakeOut()
  const { state, reload: load, settled } = calls.list()
  const open = shallowRef<Entry<C> | 'new'>()
  const {
    values: content,
    faults,
    busy,
    submit,
    reset,
  } = useForm<C, true, { ready: boolean }>(
    () => structuredClone(empty),
    async (given) => {
      const entry = open.value
      await (entry === 'new' || !entry
        ? calls.add(given)
        : calls.save(entry.id, { ...given, base: entry.revision }))
      return true
    },
  )
  const wanted = Number(useRoute().query.open)
  void settled().then(() => {
    const entry = state.value.value?.find(({ id }) => id === wanted)
    if (entry) edit(entry)
  })

  function edit(entry: Entry<C> | 'new'): void {
    open.value = entry
    reset(
      entry === 'new' ? structuredClone(empty) : (JSON.parse(JSON.stringify(entry.content)) as C),
    )
  }
  async function save(ready: boolean): Promise<void> {
    const done = ready
      ? t('library.useVocabulary.inTheDraftReady')
      : t('library.useVocabulary.inTheDraftIn')
    if (await submit(done, { ready })) await stored()
  }
  async function takeOut(entry: Entry<C>): Promise<void> {
    if (!(await mayTakeOut(nameOf(entry.content)))) return
    const done = await run(
      () => calls.remove(entry.id).then(() => true),
      t('library.useVocabulary.isTakenOutOf', { content: nameOf(entry.content) }),
    )
    if (done) await stored()
  }
  async function stored(): Promise<void> {
    open.value = undefined
    await Promise.all([load(), session.refreshRelease()])
  }
  return { state, open, content, faults, busy, edit, save, takeOut }
}

/** Entries typed one a line. */
export function linesOf(text: string): string[] {
  const lines = text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
  return lines.filter(
    (line, i) => lines.findIndex((other) => other.toLowerCase() === line.toLowerCase()) === i,
  )
}
