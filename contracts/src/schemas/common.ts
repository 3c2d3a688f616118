import Joi from 'joi'

export const pageQuery = Joi.object({
  offset: Joi.number().integer().min(0).default(0),
  limit: Joi.number().integer().min(1).max(200).default(25),
})

export const idPath = Joi.object<{ id: number }>({
  id: Joi.number().integer().positive().required(),
})

const DAY = /^[1-9]\d{3}-\d{2}-\d{2}$/

/** A day of the calendar, as "2027-05-31": 30 February is none. */
export const dayText = Joi.string()
  .pattern(DAY)
  .custom((day: string, helpers) =>
    !DAY.test(day) || isDay(day) ? day : helpers.message({ custom: 'refusals.noSuchDay' }, { day }),
  )
  .messages({ 'string.pattern.base': 'refusals.dayForm' })

function isDay(day: string): boolean {
  const at = new Date(`${day}T00:00:00Z`)
  return !Number.isNaN(+at) && at.toISOString().startsWith(day)
}

/** A schema with more keys than the one it builds on. */
export function withKeys<T>(schema: Joi.ObjectSchema, keys: Joi.SchemaMap): Joi.ObjectSchema<T> {
  return schema.keys(keys) as unknown as Joi.ObjectSchema<T>
}

/** What every save of a draft carries: the revision it was made on, and whether it is ready to publish. */
export const draftKeys: Joi.SchemaMap = {
  base: Joi.number().integer().required(),
  ready: Joi.boolean().required(),
}

/** The name of a time zone, as Europe/London. */
export const zoneName = Joi.string()
  .max(60)
  .custom((zone: string) => {
    new Intl.DateTimeFormat('en', { timeZone: zone })
    return zone
  })
  .messages({ 'any.custom': 'refusals.timeZone' })
