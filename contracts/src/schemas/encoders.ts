import Joi from 'joi'

export const encoderPauseInput = Joi.object<{ paused: boolean }>({
  paused: Joi.boolean().required(),
})
