/** What a number in a text measures; values of one kind can be compared. */
export type ValueKind =
  'time' | 'money' | 'percent' | 'duration' | 'length' | 'weight' | 'date' | 'count'

/** A number, time, date or price as a text states it. */
export interface Value {
  kind: ValueKind
  /** In the kind's base unit (minutes, metres, kilograms); dates as "3-20" or "2027-3-20", counts with what is counted. */
  value: string
  /** UTF-16 offsets of the words that say it, `end` exclusive. */
  start: number
  end: number
}

const WORDS: Record<string, number> = Object.fromEntries(
  [
    ['one', 'ein', 'eine', 'einen', 'einem'],
    ['two', 'zwei'],
    ['three', 'drei'],
    ['four', 'vier'],
    ['five', 'fünf'],
    ['six', 'sechs'],
    ['seven', 'sieben'],
    ['eight', 'acht'],
    ['nine', 'neun'],
    ['ten', 'zehn'],
    ['eleven', 'elf'],
    ['twelve', 'zwölf'],
  ].flatMap((names, i) => names.map((name) => [name, i + 1])),
)
Object.assign(WORDS, {
  fifteen: 15,
  fünfzehn: 15,
  twenty: 20,
  zwanzig: 20,
  thirty: 30,
  dreißig: 30,
  forty: 40,
  fifty: 50,
  fünfzig: 50,
  sixty: 60,
  hundred: 100,
  hundert: 100,
})

const UNITS: [kind: ValueKind, factor: number, pattern: RegExp][] = [
  ['duration', 1, /^(minutes?|mins?|minuten?)$/],
  ['duration', 60, /^(hours?|hrs?|stunden?)$/],
  ['duration', 1_440, /^(days?|tage?n?)$/],
  ['duration', 10_080, /^(weeks?|wochen?)$/],
  ['duration', 43_200, /^(months?|monate?n?)$/],
  ['duration', 525_600, /^(years?|jahre?n?)$/],
  ['length', 1, /^(m|metres?|meters?|meter)$/],
  ['length', 0.01, /^(cm|centimetres?|zentimeter)$/],
  ['length', 1_000, /^(km|kilometres?|kilometer)$/],
  ['weight', 1, /^(kg|kilos?|kilograms?)$/],
  ['weight', 1_000, /^(t|tonnes?|tons?|tonnen?)$/],
  ['weight', 0.001, /^(g|grams?|gramm)$/],
  ['percent', 1, /^(%|percent|prozent)$/],
  ['money', 1, /^(pounds?|euros?|dollars?|£|€|\$|pfund|franken)$/],
  ['money', 0.01, /^(pence|cents?)$/],
]
const MONTHS = [
  'jan',
  'feb',
  'mar|mär',
  'apr',
  'may|mai',
  'jun',
  'jul',
  'aug',
  'sep',
  'oct|okt',
  'nov',
  'dec|dez',
].map((names) => new RegExp(`^(${names})`, 'i'))
const MONTH =
  '(?:january|february|march|april|may|june|july|august|september|october|november|december|januar|februar|märz|mai|juni|juli|oktober|dezember)'

const CLOCK = /(?<![\d:])([01]?\d|2[0-3]):([0-5]\d)(?![\d:])/g
const DATE = new RegExp(
  `(?<!\\d)(\\d{1,2})\\.? (${MONTH})(?: (\\d{4}))?|(${MONTH}) (\\d{1,2})(?!\\d)(?:,? (\\d{4}))?`,
  'gi',
)
const ISO = /(?<!\d)(\d{4})-(\d{2})-(\d{2})(?!\d)/g
const SIGNED = /([£€$])\s?(\d+(?:[.,]\d+)?)/g
const NUMBER_WORD = Object.keys(WORDS).join('|')
const ANY_WORD = new RegExp(`(?<!\\p{L})(?:${NUMBER_WORD})(?!\\p{L})`, 'iu')
const MEASURED = new RegExp(
  `(?<![\\p{L}\\d.,:])(\\d+(?:[.,]\\d+)?|(?:${NUMBER_WORD})(?!\\p{L}))\\s?(%|£|€|\\p{L}+)?`,
  'giu',
)

/**
 * Finds the numbers, times, dates and prices of a text; a number that stands with two decimals and no unit counts as a price.
 * @example valuesOf('Be there 30 minutes before 9:00')[0] // { kind: 'duration', value: '30', start: 9, end: 19 }
 */
export function valuesOf(text: string): Value[] {
  const found: Value[] = []
  const free = (start: number, end: number) =>
    found.every((value) => end <= value.start || start >= value.end)
  const put = (kind: ValueKind, value: string, start: number, end: number) =>
    void (free(start, end) && found.push({ kind, value, start, end }))
  const digits = /\d/.test(text)
  if (!digits && !ANY_WORD.test(text)) return found
  if (digits) putWritten(text, put)
  for (const match of text.matchAll(MEASURED)) {
    const [whole, written, unit = ''] = match
    const measured = measure(written!, unit.toLowerCase())
    if (measured)
      put(
        measured.kind,
        measured.value,
        match.index,
        match.index + (measured.withUnit ? whole : written!).length,
      )
  }
  return found.sort((a, b) => a.start - b.start)
}

/** Days, times and prices with their sign: what is told by its shape. */
function putWritten(
  text: string,
  put: (kind: ValueKind, value: string, start: number, end: number) => void,
): void {
  for (const match of text.matchAll(ISO))
    put(
      'date',
      `${match[1]}-${Number(match[2])}-${Number(match[3])}`,
      match.index,
      match.index + match[0].length,
    )
  for (const match of text.matchAll(DATE)) {
    const [day, month, year] = match[2]
      ? [match[1], match[2], match[3]]
      : [match[5], match[4], match[6]]
    const number = MONTHS.findIndex((pattern) => pattern.test(month!)) + 1
    put(
      'date',
      [year, number, Number(day)].filter(Boolean).join('-'),
      match.index,
      match.index + match[0].length,
    )
  }
  for (const match of text.matchAll(CLOCK))
    put('time', `${Number(match[1])}:${match[2]}`, match.index, match.index + match[0].length)
  for (const match of text.matchAll(SIGNED))
    put('money', plain(match[2]!), match.index, match.index + match[0].length)
}

function measure(
  written: string,
  unit: string,
): { kind: ValueKind; value: string; withUnit: boolean } | undefined {
  const number = WORDS[written.toLowerCase()] ?? Number(written.replace(',', '.'))
  const known = UNITS.find(([, , pattern]) => pattern.test(unit))
  if (known) return { kind: known[0], value: plain(String(number * known[1])), withUnit: true }
  if (/[.,]\d{2}$/.test(written)) return { kind: 'money', value: plain(written), withUnit: false }
  if (!/^\d/.test(written) || !unit) return undefined
  return { kind: 'count', value: plain(written), withUnit: false }
}

function plain(number: string): string {
  return String(Number(Number(number.replace(',', '.')).toFixed(4)))
}
