import Joi from 'joi'
import {
  TEACHING_KINDS,
  TEACHING_STATES,
  type TeachingInput,
  type TeachingState,
} from '../teaching.ts'

export const teachingInput = Joi.object<TeachingInput>({
  kind: Joi.valid(...TEACHING_KINDS).required(),
  question: Joi.string().trim().min(2).max(300).required(),
  words: Joi.string()
    .trim()
    .max(4_000)
    .when('kind', {
      is: 'phrasing',
      then: Joi.string().allow('').default(''),
      otherwise: Joi.string().trim().min(3).required(),
    }),
  item: Joi.number()
    .integer()
    .allow(null)
    .when('kind', {
      is: 'phrasing',
      then: Joi.number().integer().required(),
      otherwise: Joi.number().integer().allow(null).default(null),
    }),
})
/** The lead may change question and words before taking them. */
export const teachingAccept = Joi.object<{
  question: string
  words: string
  title: string
  collection: string
}>({
  question: Joi.string().trim().min(2).max(300).required(),
  words: Joi.string().trim().max(4_000).allow('').required(),
  title: Joi.string().trim().min(1).max(200).required(),
  collection: Joi.string().trim().max(80).allow('').required(),
})
export const teachingDecline = Joi.object<{ reason: string }>({
  reason: Joi.string().trim().min(3).max(500).required(),
})
export const teachingQuery = Joi.object<{ state: TeachingState }>({
  state: Joi.valid(...TEACHING_STATES).default('open'),
})
