import type { Holds, Part } from '@janua/core'
import type { Paged } from './common.ts'

export type ChangeState = 'live' | 'in work' | 'ready'

/** What answers are taken from. */
export type ContentKind = 'article' | 'fixed' | 'document'

export interface ArticleRow {
  id: number
  kind: ContentKind
  title: string
  collection: string
  phrasings: number
  words: number
  reviewOn: string | null
  /** live: the same as visitors get; else a change of the draft. */
  state: ChangeState
  /** Whether some version of it is in the live release. */
  published: boolean
  updatedAt: string
  updatedBy: string
}

export interface ArticleContent {
  title: string
  collection: string
  phrasings: string[]
  /** Markdown. */
  body: string
  reviewOn: string | null
  /** Of a fixed answer: when and where it holds. */
  holds?: Holds
  /** Fingerprints of the texts in it that a language model wrote; who edits such a text makes it their own. */
  machineWritten?: string[]
}

export interface Article extends ArticleContent {
  id: number
  kind: 'article' | 'fixed'
  revision: number
  state: ChangeState
  published: boolean
  sourceName: string | null
  updatedAt: string
  updatedBy: string
}

export type ArticlePage = Paged<ArticleRow> & { collections: string[]; all: number }

/** What a PDF, an office document, a sheet or a page of a site became. */
export interface DocumentContent {
  title: string
  collection: string
  format: 'pdf' | 'docx' | 'odt' | 'sheet' | 'page'
  /** The stored original, by its hash. */
  file: string | null
  /** Where a page stands. */
  address: string | null
  pages: number | null
  phrasings: string[]
  parts: Part[]
  reviewOn: string | null
  /** When, where and for whom it holds; always, everywhere and for everybody when not given. */
  holds?: Holds
}

export const MAX_PARTS = 3_000

/** The lead's changes to a document: everything but what was read. */
export interface DocumentSave {
  title: string
  collection: string
  phrasings: string[]
  reviewOn: string | null
  holds?: Holds
  /** For each part, in order: why it is left out, and its phrasings. */
  parts: Pick<Part, 'leftOut' | 'phrasings'>[]
  base: number
  ready: boolean
}

export interface Document extends DocumentContent {
  id: number
  kind: 'document'
  revision: number
  state: ChangeState
  published: boolean
  sourceName: string | null
  updatedAt: string
  updatedBy: string
}

export interface ArticleSave extends ArticleContent {
  /** The revision that the change was made on: when the article has moved on since, the save is refused and both texts are shown. */
  base: number
  ready: boolean
}
export interface ArticleCreate extends ArticleContent {
  kind: 'article' | 'fixed'
  ready: boolean
}

export const ARTICLE_SORTS = ['title', 'collection', 'words', 'reviewOn', 'updatedAt'] as const
export interface ArticleQuery {
  search: string
  collection: string
  /** `library`: articles and documents. */
  kind: ContentKind | 'library'
  state: '' | ChangeState | 'due'
  sort: (typeof ARTICLE_SORTS)[number]
  order: 'asc' | 'desc'
  offset: number
  limit: number
}
