import type Joi from 'joi'

/** Why a schema refuses a value: Joi’s words, or the keys of its own; empty when it takes it. */
export function refusal(schema: Joi.Schema, value: unknown): string {
  return schema.validate(value, { abortEarly: false }).error?.message ?? ''
}

/** What a schema makes of a value that it takes. */
export function taken<T>(schema: Joi.ObjectSchema<T>, value: unknown): T {
  const { error, value: made } = schema.validate(value)
  if (error) throw error
  return made as T
}
