import Joi from 'joi'
import { DOOR_LANGUAGES, type DoorLanguage } from '../doors.ts'
import { START_STEPS, type StartStep, type StartTeam } from '../start.ts'
import { zoneName } from './common.ts'

export const startTeamInput = Joi.object<StartTeam>({
  name: Joi.string().trim().min(1).max(80).required(),
  zone: zoneName.required(),
  language: Joi.valid(...DOOR_LANGUAGES).required(),
  colour: Joi.string()
    .pattern(/^#[0-9a-f]{6}$/i)
    .required(),
})
export const startStepPath = Joi.object<{ step: StartStep }>({
  step: Joi.valid(...START_STEPS).required(),
})
export const startStepInput = Joi.object<{ skipped: boolean }>({
  skipped: Joi.boolean().required(),
})
export const startHiddenInput = Joi.object<{ hidden: boolean }>({
  hidden: Joi.boolean().required(),
})
export const languageInput = Joi.object<{ language: DoorLanguage }>({
  language: Joi.valid(...DOOR_LANGUAGES).required(),
})
