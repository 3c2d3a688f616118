import type { Courtesy } from '@janua/core'
import Joi from 'joi'
import { draftKeys, withKeys } from './common.ts'
import type { ChangeState } from './library.ts'

/** A word of the company, what people call the same thing, and what it means. */
export interface GlossaryContent {
  term: string
  also: string[]
  meaning: string
}
export type CourtesyContent = Courtesy
export type VocabularyKind = 'glossary' | 'courtesy'

/** An entry of the draft, with where it stands. */
export interface Entry<C> {
  id: number
  revision: number
  state: ChangeState
  published: boolean
  content: C
  updatedBy: string
  updatedAt: string
}
export type GlossaryRow = Entry<GlossaryContent>
export type CourtesyRow = Entry<CourtesyContent>

const words = (most: number) =>
  Joi.array()
    .items(Joi.string().trim().min(1).max(120))
    .max(most)
    .unique((a: string, b: string) => a.toLowerCase() === b.toLowerCase())
    .required()
const reply = Joi.string().trim().min(1).max(600).required()
export const glossaryContent = Joi.object<GlossaryContent>({
  term: Joi.string().trim().min(1).max(120).required(),
  also: words(60),
  meaning: Joi.string().trim().max(600).allow('').required(),
})
export const courtesyContent = Joi.object<CourtesyContent>({
  name: Joi.string().trim().min(1).max(80).required(),
  says: words(200),
  replies: Joi.object({ en: reply, de: reply }).required(),
})
const ready = { ready: Joi.boolean().required() }
export const glossaryCreate = withKeys<GlossaryContent & { ready: boolean }>(glossaryContent, ready)
export const courtesyCreate = withKeys<CourtesyContent & { ready: boolean }>(courtesyContent, ready)
export const glossarySave = withKeys<GlossaryContent & { base: number; ready: boolean }>(
  glossaryContent,
  draftKeys,
)
export const courtesySave = withKeys<CourtesyContent & { base: number; ready: boolean }>(
  courtesyContent,
  draftKeys,
)
