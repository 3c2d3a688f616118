import { tokenize } from '../text/tokens.ts'

export interface Tone {
  /** 0 calm to 1: impatient or distressed. */
  score: number
  /** What was seen, in plain words. */
  signs: string[]
}

/** Words and what each counts for. Written for both languages; a phrase is met by its words in their order. */
const PHRASES: readonly [weight: number, name: string, phrases: readonly string[]][] = [
  [
    0.45,
    'says it is not the first time',
    [
      'third time',
      'fourth time',
      'second time',
      'asked already',
      'asked before',
      'still no',
      'still waiting',
      'again and again',
      'nobody answers',
      'no one answers',
      'nobody helps',
      'schon wieder',
      'zum dritten mal',
      'zum zweiten mal',
      'immer noch',
      'niemand antwortet',
    ],
  ],
  [
    0.45,
    'is at the end of their patience',
    [
      'ridiculous',
      'useless',
      'unacceptable',
      'disgrace',
      'disgraceful',
      'outrageous',
      'furious',
      'fed up',
      'had enough',
      'waste of time',
      'joke',
      'angry',
      'annoyed',
      'wütend',
      'wutend',
      'stinksauer',
      'bin sauer',
      'verärgert',
      'verargert',
      'unverschämt',
      'unverschamt',
      'lächerlich',
      'lacherlich',
      'nutzlos',
      'reicht mir',
      'frechheit',
      'unmöglich',
      'unmoglich',
    ],
  ],
  [
    0.35,
    'has waited for long',
    [
      'on hold',
      'waited for hours',
      'waiting for hours',
      'waiting for days',
      'waiting for weeks',
      'been waiting',
      'in der warteschleife',
      'warte seit',
      'warten seit',
      'seit stunden',
      'seit tagen',
      'seit wochen',
    ],
  ],
  [
    0.35,
    'is in a hurry',
    [
      'urgent',
      'urgently',
      'immediately',
      'right now',
      'asap',
      'as soon as possible',
      'at once',
      'dringend',
      'sofort',
      'eilt',
    ],
  ],
  [
    0.5,
    'is in distress',
    [
      'stranded',
      'desperate',
      'crying',
      'panic',
      'scared',
      'afraid',
      'emergency',
      'please help me',
      'stuck here',
      'missed the funeral',
      'gestrandet',
      'verzweifelt',
      'notfall',
      'angst',
      'hilfe bitte',
    ],
  ],
]
const SHOUTED = 0.3
const MARKS = 0.2
const REPEATED = 0.3
const LONGEST_CALM_CAPITALS = 0.6

/**
 * How impatient or distressed a visitor's wording is: a sum of what is named in `signs`, at most 1. Nothing is learnt, so that a lead can
 * see why a conversation was handed over.
 * @param messages what the visitor wrote, the newest last
 * @example toneOf(['where is it', 'STILL NO ANSWER!!']).signs // ['says it is not the first time', 'writes in capitals', 'many exclamation marks']
 */
export function toneOf(messages: readonly string[]): Tone {
  const latest = messages.slice(-3)
  const text = latest.join(' \n ')
  const words = ` ${tokenize(text)
    .map(({ word }) => word)
    .join(' ')} `
  const seen: [number, string][] = []
  for (const [weight, name, phrases] of PHRASES)
    if (phrases.some((phrase) => words.includes(` ${phrase} `))) seen.push([weight, name])
  if (latest.some(isShouted)) seen.push([SHOUTED, 'writes in capitals'])
  if (/[!?]{2,}|!.*!/s.test(latest.at(-1) ?? '')) seen.push([MARKS, 'many exclamation marks'])
  if (saysAgain(messages)) seen.push([REPEATED, 'asks the same again'])
  return {
    score: Math.min(
      1,
      seen.reduce((sum, [weight]) => sum + weight, 0),
    ),
    signs: seen.map(([, name]) => name),
  }
}

function isShouted(message: string): boolean {
  const letters = message.match(/\p{L}/gu) ?? []
  return (
    letters.length >= 8 &&
    letters.filter((letter) => letter !== letter.toLowerCase()).length / letters.length >
      LONGEST_CALM_CAPITALS
  )
}

/** The newest message has mostly the words of one before it. */
function saysAgain(messages: readonly string[]): boolean {
  const setOf = (text: string) => new Set(tokenize(text).map(({ word }) => word))
  const last = setOf(messages.at(-1) ?? '')
  if (last.size < 3) return false
  return messages.slice(-4, -1).some((before) => {
    const other = setOf(before)
    const shared = [...last].filter((word) => other.has(word)).length
    return shared / (last.size + other.size - shared) >= 0.7
  })
}
