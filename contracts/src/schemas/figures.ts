import Joi from 'joi'
import { type ReportingSettings, TARGET_MEASURES, type TargetMeasure } from '../figures.ts'
import { dayText, zoneName } from './common.ts'
import { type Dimension, DIMENSIONS } from '@janua/core'

export const reportingInput = Joi.object<ReportingSettings>({
  zone: zoneName.required(),
  returnDays: Joi.number().integer().min(1).max(60).required(),
  handleMinutes: Joi.number().min(0.1).max(600).allow(null).required(),
  costPerHour: Joi.number().min(0.01).max(10_000).allow(null).required(),
  currency: Joi.string().trim().max(5).allow('').required(),
})
export const targetInput = Joi.object<{ measure: TargetMeasure; share: number; by: string }>({
  measure: Joi.valid(...TARGET_MEASURES).required(),
  share: Joi.number().min(0.01).max(0.99).required().messages({
    'number.max': 'refusals.targetRange',
    'number.min': 'refusals.targetRange',
  }),
  by: dayText.required(),
})
export const measurePath = Joi.object<{ measure: TargetMeasure }>({
  measure: Joi.valid(...TARGET_MEASURES).required(),
})

export const coverageQuery = Joi.object<{ weeks: number }>({
  weeks: Joi.number().integer().min(1).max(104).default(12),
})
export const dimensionQuery = Joi.object<{ dimension: Dimension; weeks: number }>({
  dimension: Joi.valid(...DIMENSIONS).required(),
  weeks: Joi.number().integer().min(1).max(104).default(12),
})

export const todayQuery = Joi.object<{ week: string | null }>({
  week: dayText.allow(null).default(null),
})
