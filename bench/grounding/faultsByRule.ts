import {
  blocksSentences,
  type CitedPassage,
  ground,
  isGrounded,
  type Language,
  splitPassages,
} from '@janua/core'

/** A sentence with the passage that it stands in. */
export interface Said {
  text: string
  cited: CitedPassage[]
}

/** A fault put into a sentence by rule; the same text where it cannot be. */
export type FaultRule = [name: string, change: (text: string) => string]

const NUMBER: FaultRule = [
  'a number changed',
  (text) => text.replace(/(?<![\d.:\w-])\d+(?![\d.:\w-])/, (number) => String(Number(number) + 37)),
]

export const FAULTS: Record<Language, FaultRule[]> = {
  en: [
    NUMBER,
    [
      'a price changed',
      (text) =>
        text.replace(
          /(?<![\d.])(\d+)\.(\d\d)(?![\d.])/,
          (_, whole: string, cents: string) => `${Number(whole) + 1}.${cents}`,
        ),
    ],
    [
      'a clock time changed',
      (text) =>
        text.replace(
          /(\d+):(\d\d)/,
          (_, hours: string, minutes: string) => `${(Number(hours) + 3) % 24}:${minutes}`,
        ),
    ],
    ['a “not” lost', (text) => text.replace(/ (?:not|never) /, ' ')],
    ['an “n’t” lost', (text) => text.replace(/n['’]t\b/, '')],
    ['a “not” put in', (text) => text.replace(/ (is|are|can|may|must) (?!not)/, ' $1 not ')],
    ['an “only” lost', (text) => text.replace(/ only /, ' ')],
    ['“up to” for “from”', (text) => text.replace(/\bfrom (?=\d)/i, 'up to ')],
    ['“if” for “unless”', (text) => text.replace(/\bunless\b/, 'if')],
    [
      'a condition lost',
      (text) => text.replace(/^If [^,]+, (\w)/, (_, letter: string) => letter.toUpperCase()),
    ],
    ['an invented end', (text) => text.replace(/\.$/, ', with a free drink at the bar.')],
  ],
  de: [
    NUMBER,
    ['a “nicht” lost', (text) => text.replace(/ (?:nicht|nie) /, ' ')],
    [
      'a “nicht” put in',
      (text) =>
        text.replace(/ (ist|sind|kann|können|muss|müssen|wird|werden) (?!nicht)/, ' $1 nicht '),
    ],
    ['a “nur” lost', (text) => text.replace(/ nur /, ' ')],
    ['“ein” for “kein”', (text) => text.replace(/ kein(e|en|em|er)? /, ' ein$1 ')],
    ['an invented end', (text) => text.replace(/\.$/, ', mit einem Getränk an der Bar.')],
  ],
}

/** Every sentence of some texts in Markdown, tables left out, with its passage. */
export function sentencesOf(texts: readonly { title: string; markdown: string }[]): Said[] {
  return texts.flatMap(({ title, markdown }) =>
    splitPassages(markdown).flatMap((passage) =>
      blocksSentences(passage.blocks).map((text) => ({ text, cited: [{ title, passage }] })),
    ),
  )
}

/** The sentences that a fault can be put into, with it. */
export function withFault(said: readonly Said[], [, change]: FaultRule): Said[] {
  return said
    .map(({ text, cited }) => ({ was: text, text: change(text), cited }))
    .filter(({ was, text }) => text !== was)
}

export function isLetThrough({ text, cited }: Said, language: Language): boolean {
  return isGrounded(ground(text, cited, language))
}
