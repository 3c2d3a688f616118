import type { ItemKind } from '@janua/contracts'

/** What each kind of item is called, and where it is opened. */
export const KIND_WORDS: Record<ItemKind, string> = {
  article: 'Article',
  fixed: 'Fixed answer',
  document: 'Document',
  glossary: 'Glossary',
  smallTalk: 'Small talk',
  door: 'Door',
  routing: 'Routing',
  encoder: 'Encoder',
}
const PATHS: Record<ItemKind, string> = {
  article: '/library',
  fixed: '/fixed',
  document: '/documents',
  glossary: '/glossary',
  smallTalk: '/small-talk',
  door: '/doors',
  routing: '/routing',
  encoder: '/models/encoder',
}

export function itemPath(kind: ItemKind, id: number): string {
  if (kind === 'routing' || kind === 'encoder') return PATHS[kind]
  if (kind === 'glossary' || kind === 'smallTalk') return `${PATHS[kind]}?open=${id}`
  return `${PATHS[kind]}/${id}`
}
