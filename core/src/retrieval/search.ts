import { accumulate, type LookedUp } from './accumulate.ts'
import { numberOf } from './dictionary.ts'
import { SATURATION } from './fields.ts'
import type { QuestionTerm } from './questionTerms.ts'
import { type IndexPart, type ReleaseIndex, type Wording, wordingRanges } from './releaseIndex.ts'
import { postingOf, type Segment } from './segment.ts'
import { NO_MATCH, type TwoWay } from './twoWay.ts'

export interface Candidate {
  /** Number of the passage in the index. */
  doc: number
  /** What the ranking goes by: `words` and the match below. */
  score: number
  /** BM25F, near terms and neighbouring words, as a share of the most that this question could reach: about 0 to 1. */
  words: number
  /** Two-way match with the best title, heading or phrasing. */
  match: TwoWay
  wording?: Wording
  /** The score without hints of its text, which order passages but make none surer; where it had any. */
  bare?: number
  /** How far it speaks of the days and sizes that were asked about, and of what they were asked of, 0 to 1; where any were. */
  fits?: number
  /** Which of the question's terms the passage has, in any field. */
  matched: boolean[]
}

/** How much a full two-way match is worth beside the words; usual range 0.1 to 0.5. */
export const MATCH_WEIGHT = 0.4
/** A high power: titles that merely share words with the question say little, those that say the same decide. */
export const MATCH_POWER = 5
/** What it is worth when all neighbouring words of the question stand side by side in the text; usual range 0 to 0.1. */
export const PAIRS_WEIGHT = 0.03
const POOL = 80

/**
 * Ranks the passages for a question; the best first, at most `limit`.
 * @param counts whether a passage counts at all, by its number in the index
 */
export function search(
  terms: readonly QuestionTerm[],
  index: ReleaseIndex,
  limit = 12,
  counts?: (doc: number) => boolean,
): Candidate[] {
  const reach = terms.reduce((sum, term) => sum + term.weight, 0) * (SATURATION + 1)
  if (reach === 0) return []
  const found = index.parts.flatMap((part) => inPart(part, { terms, index, reach, counts }))
  const best = found
    .sort((a, b) => b.score - a.score || a.item - b.item || a.doc - b.doc)
    .slice(0, limit)
  return best.map(({ doc, score, words, match, wording, part, numbers }) => ({
    doc,
    score,
    words,
    match,
    wording: wording < 0 ? undefined : index.wordingAt(part, wording),
    matched: numbers.map(
      (term) => term >= 0 && postingOf(part.segment, term, doc - part.base) >= 0,
    ),
  }))
}

interface Found {
  doc: number
  item: number
  score: number
  words: number
  match: TwoWay
  wording: number
  part: IndexPart
  numbers: number[]
}

interface PartSearch {
  terms: readonly QuestionTerm[]
  index: ReleaseIndex
  reach: number
  counts?: (doc: number) => boolean
}

function inPart(part: IndexPart, { terms, index, reach, counts }: PartSearch): Found[] {
  const { segment, base, gone } = part
  const numbers = terms.map(({ stem }) => numberOf(segment.terms, stem))
  const lookedUp = [
    ...terms.map(({ stem, weight }) => ({ stem, weight })),
    ...terms.flatMap(({ near }) => near),
  ].flatMap(({ stem, weight }): LookedUp[] => {
    const term = numberOf(segment.terms, stem)
    return term < 0 ? [] : [{ term, weight }]
  })
  const here =
    gone || counts
      ? (doc: number) => gone?.[doc] !== 1 && (counts?.(doc + base) ?? true)
      : undefined
  const matcher = new WordingMatcher(part, index, terms, numbers)
  return accumulate(segment, lookedUp, POOL, here).map(({ doc, score }) => {
    const { match, wording, worth } = matcher.best(doc)
    const words = score / reach + PAIRS_WEIGHT * pairsIn(segment, doc, terms, numbers)
    return {
      doc: doc + base,
      item: segment.itemIds[segment.passageItem[doc]!]!,
      score: words + MATCH_WEIGHT * worth,
      words,
      match,
      wording,
      part,
      numbers,
    }
  })
}

/** Share of the question's pairs of neighbouring words that stand side by side in a passage's text, 0 to 1, by weight. */
function pairsIn(
  { bodyTerms, bodyEnds }: Segment,
  passage: number,
  terms: readonly QuestionTerm[],
  numbers: readonly number[],
): number {
  let all = 0
  let found = 0
  for (let i = 0; i + 1 < terms.length; i++) {
    const weight = Math.min(terms[i]!.weight, terms[i + 1]!.weight)
    all += weight
    const [first, second] = [numbers[i]!, numbers[i + 1]!]
    if (first < 0 || second < 0) continue
    for (let at = passage === 0 ? 0 : bodyEnds[passage - 1]!; at + 1 < bodyEnds[passage]!; at++)
      if (bodyTerms[at] === first && bodyTerms[at + 1] === second) {
        found += weight
        break
      }
  }
  return all === 0 ? 0 : found / all
}

interface BestWording {
  match: TwoWay
  /** Number of the wording in its segment, or −1. */
  wording: number
  /** What the match is worth in the ranking. */
  worth: number
}

/** Holds a question against the wordings of passages; those of an item are looked at once. */
class WordingMatcher {
  private readonly ofItems = new Map<number, BestWording>()
  private readonly asked: number

  constructor(
    private readonly part: IndexPart,
    private readonly index: ReleaseIndex,
    private readonly terms: readonly QuestionTerm[],
    private readonly numbers: readonly number[],
  ) {
    this.asked = terms.reduce((sum, { weight }) => sum + weight, 0)
  }

  best(passage: number): BestWording {
    const { segment } = this.part
    const [ofItem, own] = wordingRanges(segment, passage)
    const item = segment.passageItem[passage]!
    let shared = this.ofItems.get(item)
    if (!shared)
      this.ofItems.set(
        item,
        (shared = this.within(ofItem!, { match: NO_MATCH, wording: -1, worth: 0 })),
      )
    return this.within(own!, shared)
  }

  private within([from, to]: [number, number], before: BestWording): BestWording {
    let best = before
    for (let wording = from; wording < to; wording++) {
      const match = this.match(wording)
      const worth = match.both ** MATCH_POWER
      if (worth > best.worth) best = { match, wording, worth }
    }
    return best
  }

  /** The same as twoWayMatch, on numbers. */
  private match(wording: number): TwoWay {
    const { wordingEnds, wordingTerms } = this.part.segment
    let all = 0
    let said = 0
    let asked = 0
    for (let at = wording === 0 ? 0 : wordingEnds[wording - 1]!; at < wordingEnds[wording]!; at++) {
      const term = wordingTerms[at]!
      const weight = this.index.weightAt(this.part, term)
      all += weight
      const place = this.numbers.indexOf(term)
      if (place < 0) continue
      said += weight
      asked += this.terms[place]!.weight
    }
    if (said === 0) return NO_MATCH
    const [a, s] = [asked / this.asked, said / all]
    return { asked: a, said: s, both: (2 * a * s) / (a + s) }
  }
}
