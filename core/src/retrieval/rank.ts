import type { Language } from '../text/language.ts'
import { fold, readWord, writtenWords } from '../text/tokens.ts'
import { worthByText } from './byText.ts'
import { type QuestionTerm, questionTerms, withCarried } from './questionTerms.ts'
import type { ReleaseIndex } from './releaseIndex.ts'
import { type Candidate, search } from './search.ts'

/** A question as it is looked up: its weighted terms, and all of its words as they were said, misspelt ones as they were read. */
export interface SearchQuestion {
  terms: readonly QuestionTerm[]
  words: readonly string[]
}

/** How much it is worth, beside a full two-way match, that a title, heading or phrasing has all words of the question in their order, small ones too; usual range 0 to 1. */
export const AS_WRITTEN_WEIGHT = 0.6
/** So many of the best are held against the question word by word; usual range 10 to 40. */
const RESCORED = 20
/** The same of their texts, which takes longer. */
const READ = 12

export interface ReadSettings {
  /** The question that this one leans on, if it does. */
  before?: string
  /** Its language, where it is known. */
  language?: Language
}

/** Reads a question as it is looked up in an index: weighted terms, misspelt words as they were meant, and what it carries from the one before. */
export function readQuestion(
  question: string,
  index: ReleaseIndex,
  { before, language }: ReadSettings = {},
): SearchQuestion {
  const own = questionTerms(question, index, language)
  const readAs = new Map(
    own.flatMap((term) =>
      term.readAs === undefined ? [] : [[term.word, fold(term.readAs)] as const],
    ),
  )
  return {
    terms: before === undefined ? own : withCarried(own, before, index),
    words: readWords(question).flatMap((word) => readAs.get(word)?.split(' ') ?? [word]),
  }
}

/** Where no wording comes nearer than this two-way match, the texts have to tell. */
const BY_WORDING = 0.4

/**
 * The passages for a question, the best first: those that `search` finds, the foremost of them ordered anew. Where wordings match, by how
 * far they say the same in the same words ("from a string to a number" and "from a number to a string" differ by nothing else); where none
 * does, by where and how the texts say it.
 * @param counts whether a passage counts at all, by its number in the index
 */
export function rank(
  { terms, words }: SearchQuestion,
  index: ReleaseIndex,
  limit = 12,
  counts?: (doc: number) => boolean,
): Candidate[] {
  const found = search(terms, index, Math.max(limit, RESCORED), counts)
  const byWording = found.some(({ match }) => match.both >= BY_WORDING)
  const worth = (candidate: Candidate) =>
    byWording
      ? AS_WRITTEN_WEIGHT * candidate.match.both * likest(candidate, words, index)
      : worthByText(candidate.doc, terms, index)
  const most = byWording ? RESCORED : READ
  const foremost = found.slice(0, most).map((candidate, at) => ({
    candidate: {
      ...candidate,
      ...(!byWording && { bare: candidate.score }),
      score: candidate.score + worth(candidate),
    },
    at,
  }))
  return [
    ...foremost
      .sort((a, b) => b.candidate.score - a.candidate.score || a.at - b.at)
      .map(({ candidate }) => candidate),
    ...found.slice(most),
  ].slice(0, limit)
}

/** A title may match whole where a phrasing does so in the very words. */
const WHOLE = 0.99

function likest(
  { doc, match, wording }: Candidate,
  words: readonly string[],
  index: ReleaseIndex,
): number {
  if (match.both < WHOLE) return asWritten(words, wording?.text)
  return Math.max(...index.wordingsOf(doc).map(({ text }) => asWritten(words, text)))
}

/**
 * Mean of the shares of words and of neighbouring words that two texts have in common, 0 to 1 (Dice's coefficient, each word as often as it stands there).
 * @param words of the question in their order
 * @returns 0 to 1
 */
export function asWritten(words: readonly string[], wording: string | undefined): number {
  if (wording === undefined || words.length === 0) return 0
  const others = readWords(wording)
  return (shared(words, others) + shared(pairs(words), pairs(others))) / 2
}

function shared(some: readonly string[], others: readonly string[]): number {
  const left = new Map<string, number>()
  for (const each of others) left.set(each, (left.get(each) ?? 0) + 1)
  let both = 0
  for (const each of some) {
    const count = left.get(each) ?? 0
    if (count === 0) continue
    left.set(each, count - 1)
    both++
  }
  return some.length + others.length === 0 ? 0 : (2 * both) / (some.length + others.length)
}

function pairs(words: readonly string[]): string[] {
  return words.slice(1).map((word, i) => `${words[i]!} ${word}`)
}

function readWords(text: string): string[] {
  return writtenWords(text).map(readWord).filter(Boolean)
}
