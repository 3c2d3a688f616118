import type { ArticleContent, DoorContent, ItemKind } from '@janua/contracts'
import { countWords } from '@janua/core'
import type { Summary } from './draft.ts'

/** What lists show of an item's content. */
export function summarise(kind: ItemKind, content: unknown): Summary {
  if (kind === 'door') return { title: (content as DoorContent).title }
  if (kind === 'routing') return { title: 'Routing' }
  const { title, collection, phrasings, body, reviewOn } = content as ArticleContent
  return { title, collection, phrasings: phrasings.length, words: countWords(body), reviewOn }
}
