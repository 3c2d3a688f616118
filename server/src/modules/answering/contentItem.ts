import type { ArticleContent, DocumentContent, ItemKind } from '@janua/contracts'
import type { ContentItem } from '@janua/core'

/** A stored revision of an article, fixed answer or document as the engine takes it. */
export function contentItem(
  kind: ItemKind,
  { id, itemId, content }: { id: number; itemId: number; content: unknown },
): ContentItem {
  const { title, phrasings, collection, holds } = content as ArticleContent | DocumentContent
  const shared = {
    id: itemId,
    revision: id,
    title,
    phrasings,
    collection,
    ...(holds && { holds }),
  }
  if (kind === 'document')
    return { ...shared, kind, body: '', parts: (content as DocumentContent).parts }
  const { body } = content as ArticleContent
  return {
    ...shared,
    kind: kind as 'article' | 'fixed',
    body,
  }
}
