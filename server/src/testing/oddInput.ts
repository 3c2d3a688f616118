import type { Description } from 'joi'
import { pick, type Random } from '@janua/core'

/** Words that have broken forms before: quotes, markup, other scripts, marks that turn the direction, wildcards of the database. */
const WORDS = [
  'dog',
  'refund please',
  '😀',
  `Robert'); DROP TABLE questions; --`,
  '<b onclick="x()">x</b>',
  'ß İ ﬃ \u202eabc',
  '%_\\%',
  '０1２',
  '{visitor} ${x} {{y}}',
  'a b\tc\nd',
  '漢字かな',
  'x'.repeat(90),
]
const SHAPED = [
  'help',
  'ab-1',
  '2026-11-23',
  '2026-02-30',
  '08:00',
  '24:00',
  '2026-11-23T10:00:00Z',
  'https://nowhere.example/help',
  'somebody@nowhere.example',
  'f'.repeat(64),
  '3f2b8c1e-6a51-4a0e-9a7d-0c4f5d2e1b7a',
  'Europe/London',
  'en',
  '1-2',
]
const NUMBERS = [0, 1, 2, 3, 4, 7, 0.5, 60, 999_999]
const LEFT_OUT = 0.3
const ALLOWED_FIRST = 0.15

interface Described extends Description {
  flags?: { presence?: string; only?: boolean }
  rules?: { name: string; args?: { limit?: number; regex?: string } }[]
  allow?: unknown[]
  items?: Described[]
  matches?: { schema?: Described }[]
}

/** Something that a schema mostly lets through and that nobody would type; by its description, the same for the same chance. */
export function oddInput(described: Described, random: Random): unknown {
  const { type, flags, allow = [] } = described
  const allowed = allow.filter(
    (value) => !(typeof value === 'object' && value !== null && 'override' in value),
  )
  if (allowed.length > 0 && (flags?.only || random() < ALLOWED_FIRST)) return pick(allowed, random)
  if (type === 'object') return oddObject(described, random)
  if (type === 'array')
    return Array.from(
      {
        length: Math.max(
          limitOf(described, 'min') ?? limitOf(described, 'length') ?? 0,
          Math.floor(random() * 3),
        ),
      },
      () => oddInput(oneOf(described.items, random), random),
    )
  if (type === 'alternatives')
    return oddInput(
      oneOf(
        described.matches?.flatMap(({ schema }) => schema ?? []),
        random,
      ),
      random,
    )
  if (type === 'boolean') return random() < 0.5
  if (type === 'number') return oddNumber(described, random)
  if (type === 'string') return oddText(described, random)
  return pick<unknown>([...WORDS, ...NUMBERS, null, [], {}], random)
}

function oneOf(some: readonly Described[] | undefined, random: Random): Described {
  return some && some.length > 0 ? pick(some, random) : { type: 'any' }
}

function oddObject({ keys = {} }: Described, random: Random): Record<string, unknown> {
  const kept = Object.entries(keys as Record<string, Described>).filter(
    ([, { flags }]) => flags?.presence === 'required' || random() >= LEFT_OUT,
  )
  return Object.fromEntries(kept.map(([key, child]) => [key, oddInput(child, random)]))
}

function oddNumber(described: Described, random: Random): number {
  const [least, most] = [limitOf(described, 'min') ?? -5, limitOf(described, 'max') ?? 1e9]
  const fit = [...NUMBERS, least, most].filter(
    (one) =>
      one >= least &&
      one <= most &&
      (!described.rules?.some(({ name }) => name === 'integer') || Number.isInteger(one)),
  )
  return fit.length > 0 ? pick(fit, random) : least
}

function oddText(described: Described, random: Random): string {
  const rules = described.rules ?? []
  const shaped = rules.some(({ name }) =>
    ['pattern', 'email', 'uri', 'isoDate', 'guid', 'hex'].includes(name),
  )
  const [least, most] = [
    limitOf(described, 'min') ?? limitOf(described, 'length') ?? 0,
    limitOf(described, 'max') ?? limitOf(described, 'length') ?? 4_000,
  ]
  const patterns = rules.flatMap(({ args }) =>
    args?.regex === undefined ? [] : [regexOf(args.regex)],
  )
  const fit = (shaped ? SHAPED : [...WORDS, ...SHAPED]).filter(
    (one) =>
      one.length >= least && one.length <= most && patterns.every((pattern) => pattern.test(one)),
  )
  return fit.length > 0 ? pick(fit, random) : 'y'.repeat(Math.min(most, Math.max(least, 3)))
}

/** Joi describes a pattern by its source between strokes. */
function regexOf(described: string): RegExp {
  const end = described.lastIndexOf('/')
  return new RegExp(described.slice(1, end), described.slice(end + 1).replace('g', ''))
}

function limitOf({ rules = [] }: Described, wanted: string): number | undefined {
  const limit = rules.find(({ name }) => name === wanted)?.args?.limit
  return typeof limit === 'number' ? limit : undefined
}
