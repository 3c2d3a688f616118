import type { Document, Insights } from '@janua/contracts'
import type { LeftOut } from '@janua/core'
import { splitParts } from '@janua/core'
import { computed, ref, shallowRef } from 'vue'
import { get, inPlainWords, put } from '../shell/api.ts'

export const BY_TEAM: LeftOut = { by: 'team', because: 'left out by the team' }

/** A document being looked over: its parts, the passages they become, and what each of those answered. */
export function useDocument(id: number) {
  const document = ref<Document>()
  const saved = shallowRef('')
  const insights = shallowRef<Insights>()
  const failure = ref('')
  const passages = computed(() => (document.value ? splitParts(document.value.parts) : []))
  const changed = computed(() => document.value !== undefined && choices(document.value) !== saved.value)

  async function load(): Promise<void> {
    try {
      accept(await get<Document>(`/documents/${id}`))
      insights.value = await get<Insights>(`/articles/${id}/insights`)
    } catch (cause) {
      failure.value = inPlainWords(cause)
    }
  }
  async function save(ready: boolean): Promise<boolean> {
    const { title, collection, phrasings, reviewOn, parts, revision } = document.value!
    try {
      failure.value = ''
      accept(await put<Document>(`/documents/${id}`, { title, collection, phrasings, reviewOn, base: revision, ready, parts: parts.map((part) => ({ leftOut: part.leftOut, phrasings: part.phrasings })) }))
      return true
    } catch (cause) {
      failure.value = inPlainWords(cause)
      return false
    }
  }
  function toggle(part: number): void {
    const one = document.value!.parts[part]!
    one.leftOut = one.leftOut ? null : { ...BY_TEAM }
  }
  const questionsOf = (ordinal: number) => insights.value?.passages.find((each) => each.ordinal === ordinal)?.questions ?? []
  function accept(fresh: Document): void {
    document.value = fresh
    saved.value = choices(fresh)
  }
  return { document, passages, insights, failure, changed, load, save, toggle, questionsOf }
}

function choices({ title, collection, phrasings, reviewOn, parts }: Document): string {
  return JSON.stringify([title, collection, phrasings, reviewOn, parts.map(({ leftOut, phrasings: taught }) => [leftOut, taught])])
}
