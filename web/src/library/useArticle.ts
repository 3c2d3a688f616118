import type { Holds } from '@janua/core'
import type { Article, ArticleContent } from '@janua/contracts'
import { ref } from 'vue'
import { get, put } from '../shell/api.ts'
import { useDraftEditor } from '../shell/useDraftEditor.ts'

/** An article being edited. */
export function useArticle(id: number) {
  const content = ref<ArticleContent>({
    title: '',
    collection: '',
    phrasings: [],
    body: '',
    reviewOn: null,
  })
  const editor = useDraftEditor<Article, ArticleContent>({
    name: String(id),
    load: () => get(`/articles/${id}`),
    store: (edited, base, ready) => put(`/articles/${id}`, { ...edited, base, ready }),
    contentOf,
    edited: () => content.value,
    show: (shown) => (content.value = shown),
  })
  return { ...editor, article: editor.stored, content }
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
