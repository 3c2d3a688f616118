import { analyseQuestion } from '../text/analyse.ts'
import { guessLanguage } from '../text/language.ts'
import { stem as stemOf } from '../text/stem.ts'
import { type GlossaryTerm, readTerms } from './glossary.ts'
import { type ReleaseIndex, type Wording, weightOf } from './releaseIndex.ts'
import { NO_MATCH, twoWayMatch, type TwoWay } from './twoWay.ts'
import { correct } from './typos.ts'

/** A content word of the question as it was looked up. */
export interface QuestionTerm {
  stem: string
  word: string
  weight: number
  /** The word it was read as: when it seemed misspelt, or by the glossary. */
  readAs?: string
  known: boolean
}

export interface Candidate {
  /** Place in ReleaseIndex.passages. */
  doc: number
  /** Sum of the two below: what the ranking goes by. */
  score: number
  /** BM25F as a share of the best that this question could reach, about 0 to 1. */
  words: number
  /** Two-way match with the best title, heading or phrasing. */
  match: TwoWay
  wording?: Wording
  /** Which of the question's terms the passage has, in any field. */
  matched: boolean[]
}

/** How much a full two-way match is worth beside the words; usual range 0.3 to 1.5. */
export const MATCH_WEIGHT = 0.8
const POOL = 60

/** Reads a question into weighted terms; a word that nothing in the library has is read as its nearest neighbour, if there is one. */
export function questionTerms(question: string, index: ReleaseIndex): QuestionTerm[] {
  const language = guessLanguage(question, index.language)
  const seen = new Set<string>()
  const terms = readTerms(analyseQuestion(question, language), index.glossary).map(({ stem, word, meant }: GlossaryTerm): QuestionTerm => {
    if (meant) return { stem, word, readAs: meant, weight: weightOf(stem, index.postings), known: true }
    if (index.postings.terms.has(stem)) return { stem, word, weight: weightOf(stem, index.postings), known: true }
    const other = stemOf(word, index.language)
    if (index.postings.terms.has(other)) return { stem: other, word, weight: weightOf(other, index.postings), known: true }
    const readAs = correct(word, index.speller)
    const repaired = readAs && index.stems.get(readAs)
    if (repaired) return { stem: repaired, word, readAs, weight: weightOf(repaired, index.postings) * 0.9, known: true }
    return { stem, word, weight: index.postings.unknownIdf, known: false }
  })
  return terms.filter((term) => !seen.has(term.stem) && seen.add(term.stem))
}

/**
 * Ranks the passages for a question; the best first, at most `limit`.
 * @param counts whether a passage counts at all, by its place in the index
 */
export function search(terms: readonly QuestionTerm[], index: ReleaseIndex, limit = 12, counts?: (doc: number) => boolean): Candidate[] {
  const reach = terms.reduce((sum, term) => sum + term.weight, 0)
  if (reach === 0) return []
  const { scores, touched } = accumulate(terms, index)
  const pool = strongest(counts ? touched.filter(counts) : touched, scores, POOL)
  const most = reach * 1.6
  const candidates = pool.map((doc): Candidate => {
    const { match, wording } = bestWording(terms, index.passages[doc]!.wordings)
    const words = scores[doc]! / most
    return { doc, score: words + MATCH_WEIGHT * match.both, words, match, wording, matched: [] }
  })
  for (const doc of touched) scores[doc] = 0
  const best = candidates.sort((a, b) => b.score - a.score || a.doc - b.doc).slice(0, limit)
  for (const candidate of best) candidate.matched = terms.map((term) => holds(index, term.stem, candidate.doc))
  return best
}

/** The `most` passages of the highest scores, best first; of equals the one that comes first in the library. */
function strongest(docs: readonly number[], scores: Float32Array, most: number): number[] {
  const better = (a: number, b: number) => scores[a]! - scores[b]! || b - a
  if (docs.length <= most * 2) return [...docs].sort((a, b) => better(b, a)).slice(0, most)
  const heap: number[] = [] // the weakest of the kept ones on top
  for (const doc of docs) {
    if (heap.length < most) siftUp(heap, doc, better)
    else if (better(doc, heap[0]!) > 0) replaceTop(heap, doc, better)
  }
  return heap.sort((a, b) => better(b, a))
}

function siftUp(heap: number[], doc: number, better: (a: number, b: number) => number): void {
  let at = heap.push(doc) - 1
  while (at > 0) {
    const parent = (at - 1) >> 1
    if (better(heap[parent]!, doc) <= 0) break
    heap[at] = heap[parent]!
    at = parent
  }
  heap[at] = doc
}

function replaceTop(heap: number[], doc: number, better: (a: number, b: number) => number): void {
  let at = 0
  for (;;) {
    let child = 2 * at + 1
    if (child >= heap.length) break
    if (child + 1 < heap.length && better(heap[child + 1]!, heap[child]!) < 0) child++
    if (better(heap[child]!, doc) >= 0) break
    heap[at] = heap[child]!
    at = child
  }
  heap[at] = doc
}

const scratch = new WeakMap<ReleaseIndex, Float32Array>()

function accumulate(terms: readonly QuestionTerm[], index: ReleaseIndex): { scores: Float32Array; touched: number[] } {
  const { postings } = index
  let scores = scratch.get(index)
  if (!scores) scratch.set(index, (scores = new Float32Array(postings.size)))
  const touched: number[] = []
  for (const { stem, weight } of terms) {
    const term = postings.terms.get(stem)
    if (term === undefined) continue
    for (let at = postings.offsets[term]!; at < postings.offsets[term + 1]!; at++) {
      const doc = postings.docs[at]!
      if (scores[doc] === 0) touched.push(doc)
      scores[doc]! += weight * postings.impacts[at]!
    }
  }
  return { scores, touched }
}

function bestWording(terms: readonly QuestionTerm[], wordings: readonly Wording[]): { match: TwoWay; wording?: Wording } {
  let best: { match: TwoWay; wording?: Wording } = { match: NO_MATCH }
  for (const wording of wordings) {
    const match = twoWayMatch(terms, wording.terms)
    if (match.both > best.match.both) best = { match, wording }
  }
  return best
}

/** Whether a passage has a term: a binary search in the term's postings, which are in passage order. */
function holds({ postings }: ReleaseIndex, stem: string, doc: number): boolean {
  const term = postings.terms.get(stem)
  if (term === undefined) return false
  let low = postings.offsets[term]!
  let high = postings.offsets[term + 1]! - 1
  while (low <= high) {
    const middle = (low + high) >> 1
    const here = postings.docs[middle]!
    if (here === doc) return true
    if (here < doc) low = middle + 1
    else high = middle - 1
  }
  return false
}
