import type { MeaningIndex } from '../meaning/meaning.ts'
import { type SearchQuestion, rank } from '../retrieval/rank.ts'
import { guessLanguage, type Language } from '../text/language.ts'
import type { ReleaseIndex } from '../retrieval/releaseIndex.ts'
import type { AnswerSettings, TraceCandidate } from './answer.ts'
import { type ConfidenceModel } from './confidence.ts'
import type { DayFacts } from '../text/calendar.ts'
import type { Candidate } from '../retrieval/search.ts'
import { type Beside, spokenFor, together } from './together.ts'
import { headAt, type Rated, sourceOf } from './rungs.ts'
import { leftOutBecause } from './items.ts'
import { type MeantCandidate, meantCandidates } from './byMeaning.ts'
import { outOfSeason } from './seasons.ts'
import { sayingOf } from './showing.ts'
import { featuresOf, regimeOf } from './features.ts'
import { rescaled, type ReviewedScale } from './reviewedScale.ts'
import { plainWords } from '../text/tokens.ts'

/** What is asked in the very words of a title or taught question is that: whoever taught it wants it answered, however near others come. */
export const OWN_WORDS_SURE = 0.95

/** The candidates that come first by words and meaning together; what they share with the question is told as where words alone are looked at. */
export function ratedByMeaning(
  meaning: MeaningIndex,
  {
    asked,
    text,
    language,
    index,
    settings,
    model,
    days,
    fit,
    byWords,
    beside,
    inOwnWords,
  }: {
    asked: SearchQuestion
    text: string
    language: Language
    index: ReleaseIndex
    settings: AnswerSettings
    model: ConfidenceModel
    days: readonly DayFacts[]
    fit: (all: readonly Candidate[]) => Candidate[]
    byWords: ReadonlyMap<number, number>
    beside: ReadonlyMap<number, Beside>
    /** Items that were asked for in the words of their title or of a question that was taught for them. */
    inOwnWords: ReadonlySet<number>
  },
): Rated[] {
  const without = [...index.limited].flatMap(([item, head]) =>
    leftOutBecause(head, settings) === undefined ? [] : [item],
  )
  const found = rank(asked, index, FOUND_BY_WORDS)
  const whole = settings.before ? afterwards(settings.before.text, text) : text
  const wanted = spokenFor(beside)
  const meant = asReviewed(
    withWords(
      meantCandidates(
        meaning,
        index,
        {
          text: whole,
          language: settings.before ? guessLanguage(whole, index.language) : language,
          asked,
          found,
          byWords,
          wanted,
        },
        without,
      ),
      beside,
      index,
    ),
    model.reviewed,
  ).map((each) => {
    if (inOwnWords.size === 0) return each
    const isOwn = inOwnWords.has(index.itemIdOf(each.candidate.doc))
    return {
      ...each,
      sure: isOwn ? Math.max(each.sure, OWN_WORDS_SURE) : each.sure * (1 - OWN_WORDS_SURE),
    }
  })
  const candidates = meant.map(({ candidate }) => candidate)
  const gone = new Set(outOfSeason(candidates, days, index).map(({ doc }) => doc))
  const left = candidates.filter(({ doc }) => !gone.has(doc))
  const meantOf = new Map(meant.map((each) => [each.candidate.doc, each]))
  const fitted = fit(left)
  const order = new Map(fitted.map(({ doc }, place) => [doc, place]))
  const surest = new Map<number, number>()
  for (const { candidate, sure } of meant) {
    const item = index.itemIdOf(candidate.doc)
    surest.set(item, Math.max(surest.get(item) ?? 0, sure))
  }
  return fitted
    .map((candidate): Rated => {
      const { sure, contributions, wording, units, article, nearWords, stoodIn } = meantOf.get(
        candidate.doc,
      )!
      const piece = sayingOf(units, candidate.doc, index)
      const at = headAt(index, candidate.doc)
      const foundBy = regimeOf(candidate)
      const shown: TraceCandidate = {
        ...sourceOf(at),
        collection: at.item.collection,
        foundBy,
        confidence: sure,
        features: featuresOf(candidate, fitted, asked.terms, index),
        contributions,
        matched: asked.terms
          .filter((_, i) => candidate.matched[i])
          .map((term) => term.readAs ?? term.word),
        nearestWording: candidate.wording?.text ?? wording,
        ...(piece && { nearestPiece: shortened(piece) }),
        ...(nearWords.length > 0 && {
          nearWords: nearWords
            .slice(0, NEAR_WORDS)
            .map(({ asked, there }): [string, string] => [asked, there]),
        }),
      }
      return { candidate, at, shown, units, article, ...(stoodIn && { stoodIn }) }
    })
    .sort(
      (a, b) =>
        surest.get(b.at.item.id)! - surest.get(a.at.item.id)! ||
        order.get(a.candidate.doc)! - order.get(b.candidate.doc)!,
    )
}

/** As sure as meaning and words are together; the passages of an item keep their share of it. */
function withWords(
  meant: readonly MeantCandidate[],
  beside: ReadonlyMap<number, Beside>,
  index: ReleaseIndex,
): MeantCandidate[] {
  const itemOf = ({ candidate }: MeantCandidate) => index.itemIdOf(candidate.doc)
  const most = new Map<number, number>()
  for (const each of meant) most.set(itemOf(each), Math.max(most.get(itemOf(each)) ?? 0, each.sure))
  const sure = together(most, beside)
  return meant.map((each) => {
    const before = most.get(itemOf(each))!
    const now = sure.get(itemOf(each))!
    return {
      ...each,
      sure: now.sure * (before === 0 ? 1 : each.sure / before),
      contributions: { ...each.contributions, ...now.spoken },
    }
  })
}

/** As sure as the team's reviews tell of the first; the others keep their share of it. */
function asReviewed(
  meant: readonly MeantCandidate[],
  reviewed: ReviewedScale | undefined,
): readonly MeantCandidate[] {
  const most = Math.max(0, ...meant.map(({ sure }) => sure))
  if (!reviewed || most === 0) return meant
  const times = rescaled(most, reviewed) / most
  return meant.map((each) => ({ ...each, sure: each.sure * times }))
}
const FOUND_BY_WORDS = 60
/** So much is told of why a passage came near. */
const NEAR_WORDS = 3
const MOST_OF_PIECE = 160

function shortened(piece: string): string {
  return piece.length <= MOST_OF_PIECE ? piece : `${piece.slice(0, MOST_OF_PIECE - 1)}…`
}

/** Items that were asked for in the words of their title or of a question that was taught for them. */
export function askedInOwnWords(candidates: readonly Rated[], text: string): Set<number> {
  const asked = plainWords(text)
  return new Set(
    candidates.flatMap(({ at, candidate: { wording } }) =>
      wording && plainWords(wording.text) === asked ? [at.item.id] : [],
    ),
  )
}

/** A fixed answer that was asked for in its own words goes before whatever else is near. */
export function inFront(fixed: Rated | undefined, candidates: Rated[]): Rated[] {
  if (!fixed) return candidates
  return [fixed, ...candidates.filter(({ at }) => at.item.id !== fixed.at.item.id)]
}

/** Two questions as one text, the earlier first. */
function afterwards(before: string, text: string): string {
  return `${before.trim().replace(/[^.?!]$/, '$&.')} ${text}`
}
