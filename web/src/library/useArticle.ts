import type { Holds } from '@janua/core'
import type { Article, ArticleContent } from '@janua/contracts'
import { computed, ref, shallowRef } from 'vue'
import { get, inPlainWords, put, Refused } from '../shell/api.ts'
import { useKept } from '../shell/useKept.ts'

export interface Conflict {
  message: string
  theirs: ArticleContent
  revision: number
}

/** An article being edited. What is typed is kept in the browser until it is saved, so a reload loses nothing. */
export function useArticle(id: number) {
  const article = shallowRef<Article>()
  const content = ref<ArticleContent>({
    title: '',
    collection: '',
    phrasings: [],
    body: '',
    reviewOn: null,
  })
  const base = ref(0)
  const restored = ref(false)
  const conflict = shallowRef<Conflict>()
  const failure = ref('')

  const changed = computed(
    () =>
      article.value !== undefined &&
      JSON.stringify(content.value) !== JSON.stringify(contentOf(article.value)),
  )
  const { read } = useKept(String(id), () =>
    changed.value ? { base: base.value, content: content.value } : undefined,
  )

  async function load(): Promise<void> {
    const kept = read()
    try {
      accept(await get(`/articles/${id}`))
    } catch (cause) {
      failure.value = inPlainWords(cause)
      return
    }
    if (!kept || JSON.stringify(kept.content) === JSON.stringify(content.value)) return
    content.value = kept.content
    base.value = kept.base
    restored.value = true
  }

  async function save(ready: boolean): Promise<boolean> {
    failure.value = ''
    const sent = JSON.stringify(content.value)
    try {
      const fresh = await put(`/articles/${id}`, {
        ...content.value,
        base: base.value,
        ready,
      })
      const now = content.value
      accept(fresh)
      // What was typed while it was stored stays, as a change of what is stored now.
      if (JSON.stringify(now) !== sent) content.value = now
      return true
    } catch (cause) {
      if (cause instanceof Refused && cause.problem.code === 'ITEM_CHANGED') {
        const { theirs, revision } = cause.problem.detail as {
          theirs: ArticleContent
          revision: number
        }
        conflict.value = { message: cause.message, theirs, revision }
      } else failure.value = inPlainWords(cause)
      return false
    }
  }

  /** My text stands: the next save is made on theirs, and replaces it. */
  function keepMine(): void {
    base.value = conflict.value!.revision
    conflict.value = undefined
  }
  function takeTheirs(): void {
    content.value = structuredClone(conflict.value!.theirs)
    base.value = conflict.value!.revision
    conflict.value = undefined
  }
  function discard(): void {
    if (article.value) accept(article.value)
  }

  function accept(fresh: Article): void {
    article.value = fresh
    content.value = contentOf(fresh)
    base.value = fresh.revision
    restored.value = false
  }

  return {
    article,
    content,
    changed,
    restored,
    conflict,
    failure,
    load,
    save,
    keepMine,
    takeTheirs,
    discard,
  }
}

const ALWAYS: Holds = { from: null, until: null, doors: [] }

function contentOf({
  title,
  collection,
  phrasings,
  body,
  reviewOn,
  holds,
  machineWritten,
}: Article): ArticleContent {
  return {
    title,
    collection,
    phrasings: [...phrasings],
    body,
    reviewOn,
    holds: { ...ALWAYS, ...holds, doors: [...(holds?.doors ?? [])] },
    ...(machineWritten && { machineWritten: [...machineWritten] }),
  }
}
