import Joi from 'joi'
import type { Holds, Part } from '@janua/core'
import { dayText, draftKeys, pageQuery, withKeys } from './common.ts'
import {
  ARTICLE_SORTS,
  type ArticleContent,
  type ArticleCreate,
  type ArticleQuery,
  type ArticleSave,
  type DocumentContent,
  type DocumentSave,
  MAX_PARTS,
} from '../library.ts'

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
    ? helpers.message({ custom: 'refusals.lastBeforeFirst' })
    : value,
)
export const articleContent = Joi.object<ArticleContent>({
  ...titled,
  phrasings: phrasingList,
  body: Joi.string()
    .max(400_000)
    .allow('')
    .required()
    .messages({ 'string.max': 'refusals.textTooLong' }),
  reviewOn: dayText.allow(null).required(),
  holds,
  machineWritten: Joi.array().items(Joi.string().hex().length(16)).max(201),
})
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
export const articleSave = withKeys<ArticleSave>(articleContent, draftKeys)
export const articleCreate = withKeys<ArticleCreate>(articleContent, {
  kind: Joi.valid('article', 'fixed').required(),
  ready: Joi.boolean().required(),
})
export const readyInput = Joi.object<{ ready: boolean }>({ ready: Joi.boolean().required() })
export const phrasingInput = Joi.object<{ phrasing: string; ready: boolean }>({
  phrasing: phrasing.required(),
  ready: Joi.boolean().default(true),
})
export const articleQuery = withKeys<ArticleQuery>(pageQuery, {
  search: Joi.string().trim().allow('').max(200).default(''),
  collection: Joi.string().allow('').max(80).default(''),
  kind: Joi.valid('library', 'article', 'document', 'fixed').default('library'),
  state: Joi.valid('', 'live', 'in work', 'ready', 'due').default(''),
  sort: Joi.valid(...ARTICLE_SORTS).default('updatedAt'),
  order: Joi.valid('asc', 'desc').default('desc'),
})
