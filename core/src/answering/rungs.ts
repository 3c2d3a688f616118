import type { ItemHead, ReleaseIndex } from '../retrieval/releaseIndex.ts'
import type { PassageHead } from '../retrieval/packedPassage.ts'
import type { Candidate } from '../retrieval/search.ts'
import type { AnswerSettings, Source, TraceCandidate } from './answer.ts'
import type { UnitFit } from '../meaning/meaning.ts'
import { type HeardOpinion, withOpinion } from './opinion.ts'
import { confidence, type ConfidenceModel, contributions } from './confidence.ts'
import type { QuestionTerm } from '../retrieval/questionTerms.ts'
import { featuresOf, regimeOf } from './features.ts'
import type { Beside } from './together.ts'

/** Where a passage stands. */
interface PassagePlace {
  item: ItemHead
  head: PassageHead
}

/**
 * The item and the head of a passage.
 * @param doc number of the passage in the index
 */
export function headAt(index: ReleaseIndex, doc: number): PassagePlace {
  return { item: index.itemOf(doc), head: index.headOf(doc) }
}

export interface Rated {
  candidate: Candidate
  at: PassagePlace
  shown: TraceCandidate
  /** Its pieces and those of its article, the best fitting first, where meaning was looked at. */
  units?: readonly UnitFit[]
  article?: readonly UnitFit[]
  stoodIn?: true
}

/** What was heard of the article that comes first for a question. */
export function opinionOn(
  first: Rated | undefined,
  question: string,
  { opinions = [] }: AnswerSettings,
): HeardOpinion | undefined {
  return opinions.find((each) => each.item === first?.at.item.id && each.question === question)
}

/** The first one as sure as it is with an opinion on it; the order stays, as nobody was asked about the others. */
export function withHeard(
  candidates: readonly Rated[],
  { says }: HeardOpinion,
  { opinions }: ConfidenceModel,
): Rated[] {
  const first = candidates[0]!
  const confidence = withOpinion(first.shown.confidence, says, opinions)
  return candidates.with(0, { ...first, shown: { ...first.shown, confidence } })
}

const RUNGS = 10

/** A passage goes on with the question before only where it has some of what this one says; a bare "why?" says nothing of its own. */
function hasOwn({ matched }: Candidate, terms: readonly QuestionTerm[]): boolean {
  const own = (counts: (i: number) => boolean) =>
    terms.reduce((sum, { carried, weight }, i) => (carried || !counts(i) ? sum : sum + weight), 0)
  return own((i) => matched[i]!) >= own(() => true) * OWN_SHARE
}
const OWN_SHARE = 0.3

/**
 * The candidates with the model's word on each, the surest first: what is answered is the top rung.
 * @param before the item that the question before was answered from
 * @returns at most RUNGS candidates, confidence 0 to 1
 */
export function rated(
  found: readonly Candidate[],
  terms: readonly QuestionTerm[],
  index: ReleaseIndex,
  model: ConfidenceModel,
  before?: number,
): Rated[] {
  const rungs = found.slice(0, RUNGS).map((candidate): Rated => {
    const at = headAt(index, candidate.doc)
    const features = {
      ...featuresOf(candidate, found, terms, index),
      same: at.item.id === before && hasOwn(candidate, terms) ? 1 : 0,
    }
    const foundBy = regimeOf(candidate)
    const shown: TraceCandidate = {
      ...sourceOf(at),
      collection: at.item.collection,
      foundBy,
      confidence: confidence(foundBy, features, model),
      features,
      contributions: contributions(foundBy, features, model),
      matched: terms.filter((_, i) => candidate.matched[i]).map((term) => term.readAs ?? term.word),
      nearestWording: candidate.wording?.text,
    }
    return { candidate, at, shown }
  })
  // Passages that share the wording they were found by stand together, as sure as the surest of them.
  const sharing = ({ candidate, at }: Rated) =>
    candidate.wording ? `${at.item.id} ${candidate.wording.text}` : `at ${candidate.doc}`
  const surest = new Map<string, number>()
  for (const rung of rungs)
    surest.set(sharing(rung), Math.max(surest.get(sharing(rung)) ?? 0, rung.shown.confidence))
  return rungs.sort(
    (a, b) =>
      surest.get(sharing(b))! - surest.get(sharing(a))! ||
      // Of those the surest is above: what is shown as surest is what is used.
      (sharing(a) === sharing(b) ? b.shown.confidence - a.shown.confidence : 0),
  )
}

/** What speaks for items beside what they mean. */
export function besideOf(candidates: readonly Rated[]): Map<number, Beside> {
  const all = new Map<number, Beside>()
  for (const { shown } of candidates) {
    const known = all.get(shown.item) ?? { byWords: 0, fits: 0 }
    all.set(shown.item, {
      byWords: Math.max(known.byWords, shown.confidence),
      fits: Math.max(known.fits, shown.features.fits),
    })
  }
  return all
}

/** How sure each item is by its surest passage. */
export function surestOf(candidates: readonly Rated[]): Map<number, number> {
  const surest = new Map<number, number>()
  for (const { shown } of candidates)
    surest.set(shown.item, Math.max(surest.get(shown.item) ?? 0, shown.confidence))
  return surest
}

/** A passage as an answer names it: enough to show and to open it. */
export function sourceOf({ item, head }: PassagePlace): Source {
  const { ordinal, path, page } = head
  return {
    item: item.id,
    revision: item.revision,
    ordinal,
    title: item.title,
    path,
    ...(page !== null && { page }),
  }
}
