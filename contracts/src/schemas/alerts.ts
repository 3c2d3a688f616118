import Joi from 'joi'
import type { AlertSettings } from '../alerts.ts'

const clock = Joi.string()
  .pattern(/^([01]\d|2[0-3]):[0-5]\d$/)
  .required()
export const alertsInput = Joi.object<AlertSettings>({
  browser: Joi.boolean().required(),
  sound: Joi.boolean().required(),
  mail: Joi.boolean().required(),
  quiet: Joi.object({ from: clock, to: clock }).allow(null).required(),
})
