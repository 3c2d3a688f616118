import Joi from 'joi'
import type { CourtesyContent, GlossaryContent } from '../vocabulary.ts'
import { draftKeys, withKeys } from './common.ts'

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
