import type { Holds, Part } from '@janua/core'
import Joi from 'joi'
import { dayText, draftKeys, pageQuery, type Paged, withKeys } from './common.ts'

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

export const phrasing = Joi.string().trim().min(2).max(300)
export const phrasingList = Joi.array()
  .items(phrasing)
  .max(200)
  .unique((a: string, b: string) => a.toLowerCase() === b.toLowerCase())
  .required()
const titled = {
  title: Joi.string().trim().min(1).max(200).required(),
  collection: Joi.string().trim().max(80).allow('').required(),
}
const holds = Joi.object<Holds>({
  from: dayText.allow(null).required(),
  until: dayText.allow(null).required(),
  doors: Joi.array().items(Joi.string().max(40)).max(50).required(),
  audience: Joi.valid('team'),
}).custom((value: Holds, helpers) =>
  value.from && value.until && value.from > value.until
    ? helpers.message({ custom: 'The first day must not be after the last' })
    : value,
)
export const articleContent = Joi.object<ArticleContent>({
  ...titled,
  phrasings: phrasingList,
  body: Joi.string()
    .max(400_000)
    .allow('')
    .required()
    .messages({ 'string.max': 'the text is longer than 400 000 characters' }),
  reviewOn: dayText.allow(null).required(),
  holds,
  machineWritten: Joi.array().items(Joi.string().hex().length(16)).max(201),
})

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
const part = Joi.object<Part>({
  heading: Joi.string().max(300).allow('').required(),
  level: Joi.number().integer().min(1).max(9).required(),
  page: Joi.number().integer().min(1).allow(null).required(),
  kind: Joi.valid('text', 'table', 'question').required(),
  body: Joi.string().max(400_000).allow('').required(),
  phrasings: phrasingList,
  leftOut: Joi.object({
    by: Joi.valid('reader', 'team').required(),
    because: Joi.string().max(200).required(),
  })
    .allow(null)
    .required(),
})
export const documentContent = Joi.object<DocumentContent>({
  ...titled,
  format: Joi.valid('pdf', 'docx', 'odt', 'sheet', 'page').required(),
  file: Joi.string().hex().length(64).allow(null).required(),
  // Anything else would be a link that runs something, or leads nowhere.
  address: Joi.string()
    .uri({ scheme: ['http', 'https'] })
    .max(2_000)
    .allow(null)
    .required(),
  pages: Joi.number().integer().min(1).allow(null).required(),
  phrasings: phrasingList,
  parts: Joi.array().items(part).max(MAX_PARTS).required(),
  reviewOn: dayText.allow(null).required(),
  holds,
})

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
export const documentSave = Joi.object<DocumentSave>({
  ...titled,
  phrasings: phrasingList,
  reviewOn: dayText.allow(null).required(),
  holds,
  parts: Joi.array()
    .items(Joi.object({ leftOut: part.extract('leftOut'), phrasings: phrasingList }))
    .max(MAX_PARTS)
    .required(),
  ...draftKeys,
})

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
export const articleSave = withKeys<ArticleSave>(articleContent, draftKeys)
export interface ArticleCreate extends ArticleContent {
  kind: 'article' | 'fixed'
  ready: boolean
}
export const articleCreate = withKeys<ArticleCreate>(articleContent, {
  kind: Joi.valid('article', 'fixed').required(),
  ready: Joi.boolean().required(),
})
export const readyInput = Joi.object<{ ready: boolean }>({ ready: Joi.boolean().required() })
export const phrasingInput = Joi.object<{ phrasing: string; ready: boolean }>({
  phrasing: phrasing.required(),
  ready: Joi.boolean().default(true),
})

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
export const articleQuery = withKeys<ArticleQuery>(pageQuery, {
  search: Joi.string().trim().allow('').max(200).default(''),
  collection: Joi.string().allow('').max(80).default(''),
  kind: Joi.valid('library', 'article', 'document', 'fixed').default('library'),
  state: Joi.valid('', 'live', 'in work', 'ready', 'due').default(''),
  sort: Joi.valid(...ARTICLE_SORTS).default('updatedAt'),
  order: Joi.valid('asc', 'desc').default('desc'),
})
