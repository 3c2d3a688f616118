import Joi from 'joi'
import { COLUMN_ROLES, SHEET_KINDS, type SheetMapping } from '../imports.ts'

export const sheetMapping = Joi.object<SheetMapping>({
  as: Joi.valid(...SHEET_KINDS).required(),
  header: Joi.boolean().required(),
  columns: Joi.array()
    .items(Joi.valid('', ...new Set(Object.values(COLUMN_ROLES).flat())))
    .max(200)
    .required(),
})
export const sheetAnswer = Joi.object<{
  file: string
  sheet: string
  mapping: SheetMapping | null
}>({
  file: Joi.string().max(1_000).required(),
  sheet: Joi.string().max(200).allow('').required(),
  mapping: sheetMapping.allow(null).required(),
})
