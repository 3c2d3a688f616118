import Joi from 'joi'
import type { MarksInput } from '../insights.ts'
import { phrasingList } from './library.ts'

export const marksInput = Joi.object<MarksInput>({
  title: Joi.string().max(200).allow('').required(),
  body: Joi.string().max(400_000).allow('').required(),
  phrasings: phrasingList,
})
export const restoreInput = Joi.object<{ revision: number; base: number }>({
  revision: Joi.number().integer().positive().required(),
  base: Joi.number().integer().required(),
})
export const refuseInput = Joi.object<{ text: string }>({
  text: Joi.string().trim().min(1).max(300).required(),
})
