import type { Document, Insights } from '@janua/contracts'
import type { LeftOut } from '@janua/core'
import { splitParts } from '@janua/core'
import { computed, ref, shallowRef } from 'vue'
import { get, inPlainWords, put } from '../shell/api.ts'
import { useDraftEditor } from '../shell/useDraftEditor.ts'

const BY_TEAM: LeftOut = { by: 'team', because: 'left out by the team' }

/** A document being looked over: its parts, the passages they become, and what each of those answered. */
export function useDocument(id: number) {
  const document = ref<Document>()
  const insights = shallowRef<Insights>()
  const { load, ...editor } = useDraftEditor<Document, Choices>({
    name: `document ${id}`,
    load: () => get(`/documents/${id}`),
    store: (choices, base, ready) => put(`/documents/${id}`, { ...choices, base, ready }),
    contentOf: choicesOf,
    edited: () => choicesOf(document.value!),
    show: choose,
    // Once it was read again its parts may be others: what was chosen of the old ones says nothing of these.
    fits: (base, { revision }) => base === revision,
  })
  const passages = computed(() => (document.value ? splitParts(document.value.parts) : []))

  /** Shows a document as it was read, with what was chosen of it. */
  function choose({ parts, ...rest }: Choices, stored: Document): void {
    document.value = {
      ...structuredClone(stored),
      ...rest,
      parts: stored.parts.map((part, i) => ({ ...part, ...parts[i]! })),
    }
  }
  async function open(): Promise<void> {
    await load()
    if (editor.failure.value) return
    try {
      insights.value = await get(`/articles/${id}/insights`)
    } catch (cause) {
      editor.failure.value = inPlainWords(cause)
    }
  }
  function toggle(part: number): void {
    const one = document.value!.parts[part]!
    one.leftOut = one.leftOut ? null : { ...BY_TEAM }
  }
  const questionsOf = (ordinal: number) =>
    insights.value?.passages.find((each) => each.ordinal === ordinal)?.questions ?? []
  return {
    ...editor,
    document,
    passages,
    insights,
    load: open,
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
