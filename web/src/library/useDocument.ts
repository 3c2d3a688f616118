import type { Document, Insights } from '@janua/contracts'
import type { LeftOut } from '@janua/core'
import { splitParts } from '@janua/core'
import { computed, ref, shallowRef } from 'vue'
import { get, inPlainWords, put } from '../shell/api.ts'
import { useKept } from '../shell/useKept.ts'

const BY_TEAM: LeftOut = { by: 'team', because: 'left out by the team' }

/** A document being looked over: its parts, the passages they become, and what each of those answered. */
export function useDocument(id: number) {
  const document = ref<Document>()
  const saved = shallowRef('')
  const insights = shallowRef<Insights>()
  const failure = ref('')
  let stored = ''
  const passages = computed(() => (document.value ? splitParts(document.value.parts) : []))
  const changed = computed(
    () => document.value !== undefined && JSON.stringify(choicesOf(document.value)) !== saved.value,
  )
  const restored = ref(false)
  const { read } = useKept(`document ${id}`, () =>
    changed.value
      ? { base: document.value!.revision, content: choicesOf(document.value!) }
      : undefined,
  )

  async function load(): Promise<void> {
    const kept = read()
    try {
      accept(await get(`/documents/${id}`))
      // Once it was read again its parts may be others: what was chosen of the old ones says nothing of these.
      restored.value = kept !== null && kept.base === document.value!.revision
      if (restored.value) choose(kept!.content)
      insights.value = await get(`/articles/${id}/insights`)
    } catch (cause) {
      failure.value = inPlainWords(cause)
    }
  }
  async function save(ready: boolean): Promise<boolean> {
    const sent = choicesOf(document.value!)
    try {
      failure.value = ''
      const fresh = await put(`/documents/${id}`, {
        ...sent,
        base: document.value!.revision,
        ready,
      })
      const now = choicesOf(document.value!)
      accept(fresh)
      // What was chosen while it was stored stays, as a change of what is stored now.
      if (JSON.stringify(now) !== JSON.stringify(sent)) choose(now)
      return true
    } catch (cause) {
      failure.value = inPlainWords(cause)
      return false
    }
  }
  /** Puts edits of before back. */
  function choose({ parts, ...rest }: Choices): void {
    Object.assign(document.value!, rest)
    for (const [i, part] of parts.entries()) Object.assign(document.value!.parts[i]!, part)
  }
  const drop = () => accept(JSON.parse(stored) as Document)
  function toggle(part: number): void {
    const one = document.value!.parts[part]!
    one.leftOut = one.leftOut ? null : { ...BY_TEAM }
  }
  const questionsOf = (ordinal: number) =>
    insights.value?.passages.find((each) => each.ordinal === ordinal)?.questions ?? []
  function accept(fresh: Document): void {
    stored = JSON.stringify(fresh)
    document.value = fresh
    saved.value = JSON.stringify(choicesOf(fresh))
    restored.value = false
  }
  return {
    document,
    passages,
    insights,
    failure,
    changed,
    restored,
    drop,
    load,
    save,
    toggle,
    questionsOf,
  }
}

type Choices = ReturnType<typeof choicesOf>

/** What the team decides of a document: all but its words. */
function choicesOf({ title, collection, phrasings, reviewOn, holds, parts }: Document) {
  return {
    title,
    collection,
    phrasings: [...phrasings],
    reviewOn,
    holds: { from: null, until: null, ...holds, doors: [...(holds?.doors ?? [])] },
    parts: parts.map((part) => ({ leftOut: part.leftOut, phrasings: [...part.phrasings] })),
  }
}
