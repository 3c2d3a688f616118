import { analyseQuestion } from '../text/analyse.ts'
import { COMMON_WORDS } from '../text/commonWords.ts'
import { isSpelt } from '../text/dictionary.ts'
import { everydayWordNear } from '../text/everydayWords.ts'
import { guessLanguage, type Language, LANGUAGES } from '../text/language.ts'
import { withoutMasks } from '../text/mask.ts'
import { stem as stemOf } from '../text/stem.ts'
import { type GlossaryTerm, readTerms } from './glossary.ts'
import { likeTerms } from './grams.ts'
import type { ReleaseIndex } from './releaseIndex.ts'
import { stringAt } from './strings.ts'
import { type Correction, correct, isLikelier, isNearer } from './typos.ts'

/** A content word of the question as it was looked up. */
export interface QuestionTerm {
  stem: string
  word: string
  weight: number
  /** The word it was read as: when it seemed misspelt, or by the glossary. */
  readAs?: string
  known: boolean
  /** It was not said in this question but in the one before. */
  carried?: true
  /** Terms that share letters with this one, and what a passage gets for having them: parts of compounds, other forms. */
  near: NearTerm[]
}

interface NearTerm {
  stem: string
  weight: number
}

/** A repaired word counts a little less than one that was typed so. */
const REPAIRED_SHARE = 0.9
/** From this likeness a term counts as near; it weighs this share of what it would as written. */
const NEAR_LIKENESS = 0.5
const NEAR_SHARE = 0.5
const MOST_NEAR = 4
/** A word is split into parts of at least so many letters. */
const LEAST_PART = 3
/** Nothing longer is a word, in German either: it is not taken apart, which takes time by the square of its length. */
const LONGEST_WORD = 60
/** A stem of fewer letters begins too many words, and what follows it is an ending of at most so many. */
const LEAST_STEM = 6
const LONGEST_ENDING = 4
/** Words that more passages than this have need no neighbours: there is enough to find by them. */
const COMMON = { passages: 20, share: 0.01 }
/** "Gebuehr" is how one writes "Gebühr" where the keyboard has no ü. */
const TWO_FOR_ONE = /([aou])e/g
/** Of a longer message only the weightiest terms are looked up. */
const MOST_TERMS = 48

/** A word that anybody uses about anything, and that the library does not have, weighs this share of one that it could be about. */
const COMMON_SHARE = 0.25

/** What was said before weighs less than what is said now. */
const CARRIED_SHARE = 0.6

/** The terms of a question with those of what was said before it, where the question itself does not have them. */
export function withCarried(
  terms: readonly QuestionTerm[],
  before: string,
  index: ReleaseIndex,
): QuestionTerm[] {
  const said = new Set(terms.map(({ stem }) => stem))
  const carried = questionTerms(before, index).filter(({ stem, known }) => known && !said.has(stem))
  return [
    ...terms,
    ...carried.map((term): QuestionTerm => ({
      ...term,
      weight: term.weight * CARRIED_SHARE,
      near: [],
      carried: true,
    })),
  ]
}

/** Reads a question into weighted terms; a word that nothing in the library has is read as its nearest neighbour, if there is one. */
export function questionTerms(
  question: string,
  index: ReleaseIndex,
  language = guessLanguage(question, index.language),
): QuestionTerm[] {
  const read = onceEach(
    readTerms(analyseQuestion(withoutMasks(question), language), index.glossary),
    index,
  )
  const seen = new Set<string>()
  const terms = read
    .flatMap((term) => lookedUp(term, index))
    .filter((term) => !seen.has(term.stem) && seen.add(term.stem))
  const kept = weightiest(terms)
  const asked = new Set(kept.map(({ stem }) => stem))
  return kept.map((term, i) => ({
    ...term,
    near: [
      ...nearTo(term, asked, index),
      ...joinedWith(term, kept[i + 1], { asked, index, language }),
    ],
  }))
}

/**
 * Of words with hyphens between them, what the library has: the whole, its parts, or both. What it lacks of them is no missing word, as
 * long as it has any: "e-bike" is found by "bike".
 */
function onceEach(terms: readonly GlossaryTerm[], index: ReleaseIndex): GlossaryTerm[] {
  const isKnown = ({ stem, meant }: GlossaryTerm) =>
    meant !== undefined || index.frequency(stem) > 0
  const lacking = new Set<GlossaryTerm>()
  for (const whole of terms) {
    if (!whole.joins) continue
    const parts = terms.filter((term) => term !== whole && whole.joins!.includes(term.word))
    if (isKnown(whole)) for (const part of parts) lacking.add(part)
    else if (parts.some(isKnown))
      for (const each of [whole, ...parts.filter(({ word }) => word.length === 1)])
        lacking.add(each)
  }
  return terms.filter((term) => !lacking.has(term) || isKnown(term))
}

function weightiest(terms: QuestionTerm[]): QuestionTerm[] {
  if (terms.length <= MOST_TERMS) return terms
  const least = terms.map(({ weight }) => weight).sort((a, b) => b - a)[MOST_TERMS - 1]!
  return terms.filter(({ weight }) => weight >= least).slice(0, MOST_TERMS)
}

/** Two words that the library writes as one: "roof box" finds "roofbox". */
function joinedWith(
  { word, weight }: QuestionTerm,
  next: QuestionTerm | undefined,
  {
    asked,
    index,
    language,
  }: { asked: ReadonlySet<string>; index: ReleaseIndex; language: Language },
): NearTerm[] {
  if (!next || next.stem.startsWith('#')) return []
  const joined = stemOf(word + next.word, language)
  return asked.has(joined) || index.frequency(joined) === 0
    ? []
    : [{ stem: joined, weight: Math.max(weight, next.weight) }]
}

/** One word that the library writes as two: "schoolclass" is read as "school" and "class". */
function splitUp(word: string, index: ReleaseIndex): QuestionTerm[] {
  if (word.length > LONGEST_WORD) return []
  for (let at = LEAST_PART; at <= word.length - LEAST_PART; at++) {
    const parts = [word.slice(0, at), word.slice(at)].map((part) => ({
      part,
      stem: stemOf(part, index.language),
    }))
    if (parts.every(({ stem }) => index.frequency(stem) > 0))
      return parts.map(({ part, stem }) => ({
        stem,
        word: part,
        readAs: parts.map((each) => each.part).join(' '),
        weight: index.weightOf(stem) * REPAIRED_SHARE,
        known: true,
        near: [],
      }))
  }
  return []
}

/** Chosen among the terms of all parts together, so that it does not matter how the library is divided. */
function nearTo(
  { stem, weight }: QuestionTerm,
  asked: ReadonlySet<string>,
  index: ReleaseIndex,
): NearTerm[] {
  if (index.frequency(stem) > Math.max(COMMON.passages, COMMON.share * index.size)) return []
  const found = new Map<string, number>()
  for (const { segment } of index.parts)
    for (const { stem: like, likeness } of likeTerms(stem, segment, NEAR_LIKENESS))
      if (!asked.has(like)) found.set(like, likeness)
  const nearest = [...found]
    .filter(([like]) => index.frequency(like) > 0)
    .sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))
  return nearest.slice(0, MOST_NEAR).map(([like, likeness]) => ({
    stem: like,
    weight: Math.min(weight, index.weightOf(like)) * likeness * NEAR_SHARE,
  }))
}

function lookedUp({ stem, word, meant }: GlossaryTerm, index: ReleaseIndex): QuestionTerm[] {
  const known = (found: string): QuestionTerm | undefined =>
    index.frequency(found) > 0
      ? { stem: found, word, weight: index.weightOf(found), known: true, near: [] }
      : undefined
  if (meant)
    return [{ stem, word, readAs: meant, weight: index.weightOf(stem), known: true, near: [] }]
  const asWritten = known(stem)
  if (asWritten) return [asWritten]
  for (const language of LANGUAGES) {
    const otherwise = known(stemOf(word, language))
    if (otherwise) return [otherwise]
  }
  const withUmlauts = known(stemOf(word.replace(TWO_FOR_ONE, '$1'), 'de'))
  if (withUmlauts) return [withUmlauts]
  const unknown: QuestionTerm = {
    stem,
    word,
    weight: index.unknownIdf,
    known: false,
    near: [],
  }
  const common: QuestionTerm = {
    stem,
    word,
    weight: index.unknownIdf * COMMON_SHARE,
    known: false,
    near: [],
  }
  if (LANGUAGES.some((one) => COMMON_WORDS[one].has(word))) return [common]
  // A word that is spelt right is what it is, and no misspelling of something that the library has.
  if (LANGUAGES.some((one) => isSpelt(word, one))) return partsOr(unknown, word, index)
  const correction = nearestWord(word, index)
  const everyday = everydayWordNear(word)
  if (everyday && (!correction || isLikelier(everyday, correction)))
    return everyday.isStop ? [] : [common]
  if (correction) return [repaired(word, correction, index)]
  const within = knownWithin(word, index)
  if (within) return [repaired(word, within, index)]
  return partsOr(unknown, word, index)
}

function partsOr(unknown: QuestionTerm, word: string, index: ReleaseIndex): QuestionTerm[] {
  const parts = splitUp(word, index)
  return parts.length > 0 ? parts : [unknown]
}

/** The known stem that an unknown word begins with, but for an ending: "reservaton" is read as what "reserve" and "reserved" come to. */
function knownWithin(
  word: string,
  index: ReleaseIndex,
): { stem: string; word: string } | undefined {
  if (/\d/.test(word)) return undefined
  for (
    let end = word.length - 1;
    end >= Math.max(LEAST_STEM, word.length - LONGEST_ENDING);
    end--
  ) {
    const stem = word.slice(0, end)
    if (index.frequency(stem) > 0) return { stem, word: stem }
  }
  return undefined
}

function nearestWord(
  word: string,
  index: ReleaseIndex,
): (Correction & { stem: string }) | undefined {
  let best: (Correction & { stem: string }) | undefined
  for (const { segment, counts } of index.parts) {
    const found = correct(word, segment, (term) => counts[term]!)
    if (found && (!best || isNearer(found, best)))
      best = { ...found, stem: stringAt(segment.terms.strings, found.term) }
  }
  return best
}

function repaired(
  word: string,
  { stem, word: readAs }: { stem: string; word: string },
  index: ReleaseIndex,
): QuestionTerm {
  return {
    stem,
    word,
    readAs,
    weight: index.weightOf(stem) * REPAIRED_SHARE,
    known: true,
    near: [],
  }
}
