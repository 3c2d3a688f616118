import { MEANING_SIGNALS } from '../core/src/meaning/meaningSignals.ts'
import { fitRanker, type RankedCase, scored, standardised } from '../core/src/meaning/ranker.ts'
import {
  firstOf,
  NEAREST_THREE,
  type NoneView,
  OF_WHOLE,
  surenessFeatures,
} from '../core/src/meaning/sureness.ts'
import type { TrainingDomain } from './domain.ts'
import { fitSureness, oddsOf, type SureCases } from './fit.ts'
import type { LearntHeads } from './headsThread.ts'
import type { Head } from '../core/src/meaning/heads.ts'
import { signalsUnder } from './signals.ts'

const RIDGE = 30
/** A domain with all of its signals, under heads that were not learnt on it. */
export interface SignalledDomain {
  domain: TrainingDomain
  names: readonly string[]
  /** Question, article, signal: as they came, and standardised. */
  rows: number[][][]
  standard: Float64Array[][]
  none: NoneView[] | null
  /** Of the first article under the "none" head: question, article, signal. */
  noneSignals: number[][][] | null
}

/** Names of all signals: words first, then meaning under both heads. */
export function signalNames(words: readonly string[], withMeaning: boolean): string[] {
  const under = (head: string) => MEANING_SIGNALS.map((name) => `${head}: ${name}`)
  return withMeaning ? [...words, ...under('shipped'), ...under('tuned')] : [...words]
}

export function withSignals(
  domain: TrainingDomain,
  wordNames: readonly string[],
  meaning: { shipped: Head; learnt: LearntHeads } | null,
): SignalledDomain {
  const names = signalNames(wordNames, meaning !== null)
  if (!meaning) {
    const standard = domain.words.map(standardised)
    return { domain, names, rows: domain.words, standard, none: null, noneSignals: null }
  }
  const shipped = signalsUnder(meaning.shipped, domain)
  const tuned = signalsUnder(meaning.learnt.tuned, domain)
  const noneSignals = signalsUnder(meaning.learnt.none, domain)
  const rows = domain.words.map((articles, question) =>
    articles.map((words, article) => [
      ...words,
      ...shipped[question]![article]!,
      ...tuned[question]![article]!,
    ]),
  )
  return {
    domain,
    names,
    rows,
    standard: rows.map(standardised),
    none: noneSignals.map((articles) => ({
      near: articles.map((signals) => signals[NEAREST_THREE]!),
      least: meaning.learnt.none.none,
      first: [],
    })),
    noneSignals,
  }
}

/** Weights over all covered questions of some domains. */
export function rankerOf(domains: readonly SignalledDomain[]): Float64Array {
  return fitRanker(
    domains.flatMap(({ domain, standard }) =>
      standard.flatMap((rows, question): RankedCase[] =>
        domain.covered[question] ? [{ rows, right: domain.right[question]! }] : [],
      ),
    ),
    RIDGE,
  )
}

/** What a ranker makes of a domain: scores, features of sureness, and whether the first article settles it. */
export function rankedBy(
  weights: ArrayLike<number>,
  { domain, names, rows, standard, none, noneSignals }: SignalledDomain,
): SureCases & { scores: number[][] } {
  const scores = standard.map((each) => scored(each, weights))
  return {
    scores,
    features: scores.map((each, question) =>
      surenessFeatures({
        names,
        rows: rows[question]!,
        scores: each,
        ...(none && {
          none: {
            ...none[question]!,
            first: noneSignals![question]![firstOf(each)]!.slice(0, OF_WHOLE),
          },
        }),
      }),
    ),
    right: scores.map((each, question) => domain.right[question]![firstOf(each)]!),
  }
}

/** What became of a domain that nothing was fitted on. */
export interface LeftOut {
  name: string
  covered: boolean[]
  right: boolean[][]
  /** Its rankings, by weights of the others. */
  ranked: SureCases & { scores: number[][] }
  /** Log-odds of the first, not yet scaled. */
  odds: number[]
}

/** A domain ranked by what the others taught. */
export function rankedByOthers(
  domain: SignalledDomain,
  domains: readonly SignalledDomain[],
): ReturnType<typeof rankedBy> {
  return rankedBy(rankerOf(domains.filter((other) => other !== domain)), domain)
}

/**
 * Each domain ranked and judged by what the others taught: its ranker and its sureness are fitted on the rest. The rankings that sureness is
 * fitted on are each by weights that did not see the domain ranked, though they saw the one left out.
 */
export function leaveOneOut(domains: readonly SignalledDomain[]): LeftOut[] {
  const ranked = new Map(domains.map((each) => [each, rankedByOthers(each, domains)]))
  return domains.map((each) => {
    const rest = domains.filter((other) => other !== each).map((other) => ranked.get(other)!)
    const model = fitSureness({
      features: rest.flatMap(({ features }) => features),
      right: rest.flatMap(({ right }) => right),
    })
    const own = ranked.get(each)!
    return {
      name: each.domain.name,
      covered: each.domain.covered,
      right: each.domain.right,
      ranked: own,
      odds: oddsOf(model, own.features),
    }
  })
}
