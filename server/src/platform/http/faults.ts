import type { Schema, ValidationErrorItem } from 'joi'
import { isTold, type Phrase, phrase, type Said, tell } from '../language/phrases.ts'

/** One thing that is wrong with an input: where, and what. */
export interface Fault {
  path: (string | number)[]
  what: Phrase
}

/** So many are named in one sentence; the page shows each beside its field. */
const MOST_NAMED = 3

/**
 * Checks an input. What is wrong is told by the codes of the catalogue (`input.string.max`); a schema with words of its own for
 * something gives the key of its text as Joi's message (`refusals.dayForm`).
 * @see the codes in Joi's API, section “List of errors”
 */
export function checkedBy(schema: Schema, input: unknown): { value: unknown; faults: Fault[] } {
  const { error, value } = schema.validate(input, { abortEarly: false, stripUnknown: true })
  return { value, faults: error ? faultsOf(error.details) : [] }
}

function faultsOf(details: readonly ValidationErrorItem[]): Fault[] {
  return details.map((detail) => ({ path: detail.path, what: whatOf(detail) }))
}

/** All that is wrong, in one sentence. */
export function sentenceOf(faults: readonly Fault[]): Phrase {
  const named = faults.slice(0, MOST_NAMED).map(({ what }) => what)
  const more = faults.length - named.length
  return phrase('refusals.lookAgain', {
    what: phrase('refusals.parts', {
      faults: named.length > 1 ? chained(named) : named[0]!,
      more: more > 0 ? phrase('refusals.andMore', { count: more }) : '',
    }),
  })
}

/** In English, for lists that are kept as they are. */
export const inWords = (details: readonly ValidationErrorItem[]): string =>
  faultsOf(details)
    .map(({ what }) => tell(what))
    .join('; ')

function chained(faults: readonly Phrase[]): Phrase {
  return faults.reduce((before, next) => phrase('refusals.then', { before, next }))
}

function whatOf({ type, message, context = {}, path }: ValidationErrorItem): Phrase {
  if (isTold(message)) return phrase(message, plainly(context))
  const key = isTold(`input.${type}`) ? `input.${type}` : 'input.other'
  return phrase(key, { ...plainly(context), label: labelOf(path, context.label) })
}

/** A field as a person knows it, else by its name. */
function labelOf(path: ValidationErrorItem['path'], label: unknown): Said {
  const name = path.filter((each) => typeof each === 'string').at(-1)
  if (name && isTold(`fields.${name}`)) return phrase(`fields.${name}`)
  return typeof label === 'string' ? label : String(name ?? 'value')
}

/** What Joi tells of a fault, as it can be put into a text. */
function plainly(context: Record<string, unknown>): Record<string, string | number> {
  return Object.fromEntries(
    Object.entries(context).flatMap(([name, value]): [string, string | number][] => {
      if (typeof value === 'number' || typeof value === 'string') return [[name, value]]
      if (name === 'valids' && Array.isArray(value)) return [[name, value.map(String).join(', ')]]
      return []
    }),
  )
}
