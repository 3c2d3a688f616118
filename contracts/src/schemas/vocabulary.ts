import Joi from 'joi'
import type { SmallTalkContent, GlossaryContent } from '../vocabulary.ts'
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
export const smallTalkContent = Joi.object<SmallTalkContent>({
  name: Joi.string().trim().min(1).max(80).required(),
  says: words(200),
  replies: Joi.object({ en: reply, de: reply }).required(),
})
const ready = { ready: Joi.boolean().required() }
export const glossaryCreate = withKeys<GlossaryContent & { ready: boolean }>(glossaryContent, ready)
export const smallTalkCreate = withKeys<SmallTalkContent & { ready: boolean }>(
  smallTalkContent,
  ready,
)
export const glossarySave = withKeys<GlossaryContent & { base: number; ready: boolean }>(
  glossaryContent,
  draftKeys,
)
export const smallTalkSave = withKeys<SmallTalkContent & { base: number; ready: boolean }>(
  smallTalkContent,
  draftKeys,
)
