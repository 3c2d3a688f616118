import Joi from 'joi'
import { draftKeys, pageQuery, type Paged, withKeys } from './common.ts'

export type ChangeState = 'live' | 'in work' | 'ready'

export interface ArticleRow {
  id: number
  kind: 'article' | 'fixed'
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

const phrasing = Joi.string().trim().min(2).max(300)
export const articleContent = Joi.object<ArticleContent>({
  title: Joi.string().trim().min(1).max(200).required(),
  collection: Joi.string().trim().max(80).allow('').required(),
  phrasings: Joi.array().items(phrasing).max(200).unique((a: string, b: string) => a.toLowerCase() === b.toLowerCase()).required(),
  body: Joi.string().max(400_000).allow('').required(),
  reviewOn: Joi.string().pattern(/^\d{4}-\d{2}-\d{2}$/).allow(null).required(),
})

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
export const articleCreate = withKeys<ArticleCreate>(articleContent, { kind: Joi.valid('article', 'fixed').required(), ready: Joi.boolean().required() })
export const readyInput = Joi.object<{ ready: boolean }>({ ready: Joi.boolean().required() })
export const phrasingInput = Joi.object<{ phrasing: string; ready: boolean }>({ phrasing: phrasing.required(), ready: Joi.boolean().default(true) })

export const ARTICLE_SORTS = ['title', 'collection', 'words', 'reviewOn', 'updatedAt'] as const
export interface ArticleQuery {
  search: string
  collection: string
  kind: 'article' | 'fixed'
  state: '' | ChangeState | 'due'
  sort: (typeof ARTICLE_SORTS)[number]
  order: 'asc' | 'desc'
  offset: number
  limit: number
}
export const articleQuery = withKeys<ArticleQuery>(pageQuery, {
  search: Joi.string().trim().allow('').max(200).default(''),
  collection: Joi.string().allow('').max(80).default(''),
  kind: Joi.valid('article', 'fixed').default('article'),
  state: Joi.valid('', 'live', 'in work', 'ready', 'due').default(''),
  sort: Joi.valid(...ARTICLE_SORTS).default('updatedAt'),
  order: Joi.valid('asc', 'desc').default('desc'),
})

/** What became of one file of an import. */
export type ImportResult =
  | { file: string; result: 'imported' | 'updated' | 'unchanged'; id: number; title: string; passages: number; words: number; notes: string[] }
  | { file: string; result: 'refused'; reason: string }
