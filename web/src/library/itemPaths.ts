import { t } from '../shell/i18n.ts'
import type { ItemKind } from '@janua/contracts'

/** What each kind of item is called, and where it is opened. */
export const KIND_WORDS: Record<ItemKind, string> = {
  article: t('library.itemPaths.article'),
  fixed: t('library.itemPaths.fixedAnswer'),
  document: t('library.itemPaths.document'),
  glossary: t('library.itemPaths.glossary'),
  smallTalk: t('library.itemPaths.smallTalk'),
  door: t('common.door'),
  routing: t('library.itemPaths.routing'),
  encoder: t('library.itemPaths.encoder'),
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
