import Joi from 'joi'

export type ItemKind = 'article' | 'fixed' | 'document' | 'glossary' | 'courtesy' | 'door' | 'routing'

export interface DraftChange {
  item: number
  kind: ItemKind
  title: string
  type: 'added' | 'edited' | 'removed'
  ready: boolean
  by: string
  at: string
}
export interface ReleaseRow {
  number: number
  note: string
  by: string
  at: string
  live: boolean
  changes: { kind: ItemKind; title: string; type: 'added' | 'edited' | 'removed' }[]
  articles: number
}
export interface ReleaseState {
  live: { number: number; note: string; at: string } | null
  next: number
  ready: number
  inWork: number
}
export const publishInput = Joi.object<{ items: number[]; note: string }>({
  items: Joi.array().items(Joi.number().integer()).min(1).required().messages({ 'array.min': 'Choose at least one change to publish.' }),
  note: Joi.string().trim().max(500).allow('').required(),
})
export const rehearsalInput = Joi.object<{ question: string; door: number; release: number | null }>({
  question: Joi.string().trim().min(1).max(2_000).required(),
  door: Joi.number().integer().required(),
  release: Joi.number().integer().allow(null).default(null),
})
