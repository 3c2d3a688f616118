import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { type Language, pick, type Random, STOP_WORDS, tokenize } from '@janua/core'

type Slip = 'swapped letters' | 'dropped letter' | 'doubled letter' | 'neighbouring key'
type Rule = { chance: number } & (
  | { rule: 'drop stop words' | 'swap halves' | 'turn round' | 'drop marks' | 'lower case' }
  | { rule: 'keep content words'; share: [number, number] }
  | { rule: 'slip'; kinds: Slip[] }
  | { rule: 'frame'; frames: Record<Language, string[]> }
)
export type RuleSet = 'tuning' | 'final'

const RULES = JSON.parse(
  readFileSync(join(import.meta.dirname, '../rewordings.json'), 'utf8'),
) as Record<RuleSet, Rule[]>
const KEY_ROWS = ['qwertyuiop', 'asdfghjkl', 'zxcvbnm']

/** Says a heading otherwise, by the committed rules of a set; the same for the same chance. Never empty. */
export function reworded(
  heading: string,
  set: RuleSet,
  { random, language }: { random: Random; language: Language },
): string {
  let text = heading
  for (const rule of RULES[set]) {
    if (random() >= rule.chance) continue
    const next = applied(rule, text, { random, language })
    if (tokenize(next).length > 0) text = next
  }
  return text
}

function applied(
  rule: Rule,
  text: string,
  { random, language }: { random: Random; language: Language },
): string {
  const words = text.split(/\s+/)
  const isStop = (word: string) =>
    tokenize(word).every(({ word: one }) => STOP_WORDS[language].has(one))
  switch (rule.rule) {
    case 'drop stop words':
      return words.filter((word) => !isStop(word)).join(' ')
    case 'keep content words':
      return someContent(
        words,
        isStop,
        rule.share[0] + random() * (rule.share[1] - rule.share[0]),
        random,
      ).join(' ')
    case 'swap halves':
      return [...words.slice(words.length >> 1), ...words.slice(0, words.length >> 1)].join(' ')
    case 'turn round':
      return words.reverse().join(' ')
    case 'drop marks':
      return text
        .replace(/[^\p{L}\p{N}\s]+/gu, ' ')
        .replace(/\s+/g, ' ')
        .trim()
    case 'lower case':
      return text.toLowerCase()
    case 'frame':
      return pick(rule.frames[language], random).replace('{}', text.replace(/[?.!]+$/, ''))
    case 'slip':
      return slipped(words, pick(rule.kinds, random), random).join(' ')
  }
}

/** Keeps a share of the content words, at least two where there are two. */
function someContent(
  words: string[],
  isStop: (word: string) => boolean,
  share: number,
  random: Random,
): string[] {
  const content = words.map((word, at) => ({ word, at })).filter(({ word }) => !isStop(word))
  const keep = Math.max(Math.min(2, content.length), Math.round(content.length * share))
  const dropped = new Set(
    content
      .map(({ at }) => ({ at, order: random() }))
      .sort((a, b) => a.order - b.order)
      .slice(keep)
      .map(({ at }) => at),
  )
  return words.filter((_, at) => !dropped.has(at))
}

/** One slip of the fingers, in a word of five letters or more. */
function slipped(words: string[], kind: Slip, random: Random): string[] {
  const long = words.flatMap((word, at) => (/^\p{L}{5,}$/u.test(word) ? [at] : []))
  if (long.length === 0) return words
  const at = pick(long, random)
  const word = words[at]!
  const place = 1 + Math.floor(random() * (word.length - 2))
  const [before, letter, after] = [word.slice(0, place), word[place]!, word.slice(place + 1)]
  switch (kind) {
    case 'swapped letters':
      return words.with(at, before + after[0] + letter + after.slice(1))
    case 'dropped letter':
      return words.with(at, before + after)
    case 'doubled letter':
      return words.with(at, before + letter + letter + after)
    case 'neighbouring key': {
      const row = KEY_ROWS.find((keys) => keys.includes(letter.toLowerCase())) ?? KEY_ROWS[0]!
      const key = Math.max(0, row.indexOf(letter.toLowerCase()))
      return words.with(at, before + (row[key + 1] ?? row[key - 1]!) + after)
    }
  }
}
