import { seeded } from '../../maths/random.ts'
import { HEADS, type HeadName } from '../heads.ts'
import { MEANING_SIGNALS, TAUGHT_MEANING, taughtSignals } from '../meaningSignals.ts'
import { filled, fitRanker, type RankedCase, scored, standardised } from '../ranker.ts'
import { firstOf, NEAREST_THREE, type NoneView, OF_WHOLE, surenessFeatures } from '../sureness.ts'
import { TAUGHT_SIGNALS } from '../wordings.ts'
import type { LearningDomain } from './domain.ts'
import { fitSureness, oddsOf, type SureCases } from './fitSureness.ts'
import { type DomainVectors, signalsUnder } from './headSignals.ts'

const RIDGE = 60
/** With how much of the other questions a question's articles are taught: each question gets one of them. */
const TAUGHT_SHARES = [0.3, 0.7, 1]
const SEED = 3

/** Signals of all questions: question, article, signal; as they came, and standardised. */
export interface Signalled {
  rows: number[][][]
  standard: Float64Array[][]
}

/** A domain with all of its signals, under heads that were not learnt on it. */
export interface SignalledDomain {
  domain: LearningDomain
  names: readonly string[]
  /** As it is; and as it would be, had some of the other questions been taught. */
  plain: Signalled
  taught: Signalled
  none: NoneView[] | null
  /** Under the "none" head: question, article, signal. */
  noneSignals: number[][][] | null
}
export type Variant = 'plain' | 'taught'
export const VARIANTS = ['plain', 'taught'] as const

/** Heads whose nearness ranks articles, in the order of their signals. */
const RANKING: readonly HeadName[] = HEADS.filter((head) => head !== 'none')

/** Names of all signals: words first, then meaning under each head that ranks. */
export function signalNames(words: readonly string[], heads: readonly HeadName[]): string[] {
  const under = (head: string) =>
    [...MEANING_SIGNALS, ...TAUGHT_MEANING].map((name) => `${head}: ${name}`)
  return [...words, ...TAUGHT_SIGNALS, ...heads.flatMap(under)]
}

/** What an encoder makes of a domain; `least` is how near the best must come under the head "none", where it has one. */
export interface EncodedDomain {
  vectors: DomainVectors
  least?: number
}

/** @param encoded null for words alone */
export function withSignals(
  domain: LearningDomain,
  wordNames: readonly string[],
  encoded: EncodedDomain | null,
): SignalledDomain {
  const under = encoded ? signalsUnder(encoded.vectors, domain) : {}
  const heads = RANKING.filter((head) => under[head])
  const teachers = taughtSets(domain)
  const rowsOf = (isTaught: boolean) =>
    domain.words.map((articles, question) =>
      filled(
        articles.map((words, article) => {
          const taught = isTaught ? teachers[question]![article]! : []
          const nearest = (values: number[]) => (taught.length === 0 ? NaN : Math.max(...values))
          const wordings = TAUGHT_SIGNALS.map((_, i) =>
            nearest(taught.map((other) => domain.others[question]![other]![i]!)),
          )
          return [
            ...words,
            ...wordings,
            ...heads.flatMap((head) => {
              const { signals, others } = under[head]!
              return [
                ...signals[question]![article]!,
                ...taughtSignals(taught.map((other) => others[question]![other]!)),
              ]
            }),
          ]
        }),
      ),
    )
  const signalled = (isTaught: boolean): Signalled => {
    const rows = rowsOf(isTaught)
    return { rows, standard: rows.map(standardised) }
  }
  const noneSignals = under.none?.signals ?? null
  return {
    domain,
    names: signalNames(wordNames, heads),
    plain: signalled(false),
    taught: signalled(true),
    none:
      noneSignals?.map((articles) => ({
        near: articles.map((signals) => signals[NEAREST_THREE]!),
        least: encoded!.least!,
        first: [],
      })) ?? null,
    noneSignals,
  }
}

/** Which other questions are taught to each article while a question is asked, none of its own round: question, article, questions. */
function taughtSets({ right, covered, round }: LearningDomain): number[][][] {
  const random = seeded(SEED)
  return right.map((articles, question) => {
    const share = TAUGHT_SHARES[question % TAUGHT_SHARES.length]!
    const taught = covered.map(
      (is, other) => is && round[other] !== round[question] && random() < share,
    )
    return articles.map((_, article) =>
      right.flatMap((others, other) => (taught[other] && others[article] ? [other] : [])),
    )
  })
}

/**
 * Weights over all covered questions of some domains.
 * @returns one weight a signal
 */
export function rankerOf(domains: readonly SignalledDomain[]): Float64Array {
  return fitRanker(
    domains.flatMap((own) =>
      VARIANTS.flatMap((variant) =>
        own[variant].standard.flatMap((rows, question): RankedCase[] =>
          own.domain.covered[question] ? [{ rows, right: own.domain.right[question]! }] : [],
        ),
      ),
    ),
    RIDGE,
  )
}

export type Ranked = SureCases & { scores: number[][] }

/** What a ranker makes of a domain: scores, features of sureness, and whether the first article settles it. */
export function rankedBy(
  weights: ArrayLike<number>,
  { domain, names, none, noneSignals, ...own }: SignalledDomain,
  variant: Variant,
): Ranked {
  const scores = own[variant].standard.map((each) => scored(each, weights))
  return {
    scores,
    features: scores.map((each, question) =>
      surenessFeatures({
        names,
        rows: own[variant].rows[question]!,
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
  domain: LearningDomain
  /** Weights that the others taught, and the sureness. */
  weights: Float64Array
  sureness: ReturnType<typeof fitSureness>
  /** Its rankings, and log-odds of each first, not yet scaled. */
  of: Record<Variant, Ranked & { odds: number[] }>
}

/**
 * A domain ranked by what the others taught.
 * @param domains all of them; the one itself is left out
 */
export function rankedByOthers(
  domain: SignalledDomain,
  domains: readonly SignalledDomain[],
): { weights: Float64Array; of: Record<Variant, Ranked> } {
  const weights = rankerOf(domains.filter((other) => other !== domain))
  return {
    weights,
    of: {
      plain: rankedBy(weights, domain, 'plain'),
      taught: rankedBy(weights, domain, 'taught'),
    },
  }
}

/** All cases of some rankings, taught ones too. */
export function casesOf(ranked: readonly { of: Record<Variant, Ranked> }[]): SureCases {
  const all = ranked.flatMap(({ of }) => VARIANTS.map((variant) => of[variant]))
  return {
    features: all.flatMap(({ features }) => features),
    right: all.flatMap(({ right }) => right),
  }
}

/**
 * Each domain ranked and rated by what the others taught: its ranker and its sureness are fitted on the rest. The rankings that sureness is
 * fitted on are each by weights that did not see the domain ranked, though they saw the one left out.
 */
export function leaveOneOut(domains: readonly SignalledDomain[]): LeftOut[] {
  const ranked = new Map(domains.map((each) => [each, rankedByOthers(each, domains)]))
  return domains.map((each) => {
    const rest = domains.filter((other) => other !== each).map((other) => ranked.get(other)!)
    const sureness = fitSureness(casesOf(rest))
    const { weights, of } = ranked.get(each)!
    const rated = (variant: Variant) => ({
      ...of[variant],
      odds: oddsOf(sureness, of[variant].features),
    })
    return {
      domain: each.domain,
      weights,
      sureness,
      of: { plain: rated('plain'), taught: rated('taught') },
    }
  })
}
