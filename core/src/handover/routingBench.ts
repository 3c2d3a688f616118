import { type Interval, wilson } from '../maths/intervals.ts'
import type { QueueClassifier } from './classifier.ts'
import type { Situation } from './situation.ts'
import { route, type Routed, type Routing, whyFits } from './rules.ts'

/** How the right queue is known: the agent said so at closing, it was moved there, or it merely was not moved. */
export type RightBy = 'confirmed' | 'moved' | 'unmoved'

/** A hand-over of the past, as it was when it left the assistant. */
export interface PastHandover {
  id: number
  situation: Situation
  right: number
  by: RightBy
}

/** Routing with the classifier that it was frozen with. */
export interface RoutingAndClassifier {
  routing: Routing
  classifier?: QueueClassifier
}

export interface RoutingResult {
  /** Hand-overs whose right queue was confirmed or moved to. */
  n: number
  right: number
  share: Interval
  /** The same of those that were merely not moved: weak evidence, shown apart. */
  unmoved: { n: number; right: number }
  /** Routed against right queue, confirmed and moved ones; the hand-overs behind each cell. */
  cells: { routed: number; right: number; ids: number[] }[]
  by: Record<Routed['by'], { n: number; right: number }>
}

/**
 * Puts past hand-overs through a routing: how many come to the right queue first time.
 * @returns shares with Wilson's 95 % interval
 */
export function routingResult(
  past: readonly PastHandover[],
  { routing, classifier }: RoutingAndClassifier,
): RoutingResult {
  const known = past.filter(({ by }) => by !== 'unmoved')
  const weak = past.filter(({ by }) => by === 'unmoved')
  const cells = new Map<string, { routed: number; right: number; ids: number[] }>()
  const by: RoutingResult['by'] = {
    rule: { n: 0, right: 0 },
    classifier: { n: 0, right: 0 },
    'last resort': { n: 0, right: 0 },
  }
  let hits = 0
  for (const { id, situation, right } of known) {
    const routed = route(situation, routing, classifier)
    const key = `${routed.queue} ${right}`
    const cell = cells.get(key) ?? { routed: routed.queue, right, ids: [] }
    cell.ids.push(id)
    cells.set(key, cell)
    const isRight = routed.queue === right ? 1 : 0
    hits += isRight
    by[routed.by].n++
    by[routed.by].right += isRight
  }
  const unmovedRight = weak.filter(
    ({ situation, right }) => route(situation, routing, classifier).queue === right,
  ).length
  return {
    n: known.length,
    right: hits,
    share: wilson(hits, known.length),
    unmoved: { n: weak.length, right: unmovedRight },
    cells: [...cells.values()].sort((a, b) => b.ids.length - a.ids.length),
    by,
  }
}

/**
 * What a draft's routing does better and worse than the live one, over confirmed and moved hand-overs: each better one is a move saved.
 * @returns numbers of hand-overs that reach the right queue only under the draft, and only under what is live
 */
export function movesSaved(
  past: readonly PastHandover[],
  live: RoutingAndClassifier,
  draft: RoutingAndClassifier,
): { saved: number[]; caused: number[] } {
  const known = past.filter(({ by }) => by !== 'unmoved')
  const rightIn = ({ routing, classifier }: RoutingAndClassifier) =>
    new Set(
      known
        .filter(({ situation, right }) => route(situation, routing, classifier).queue === right)
        .map(({ id }) => id),
    )
  const [before, after] = [rightIn(live), rightIn(draft)]
  return {
    saved: [...after].filter((id) => !before.has(id)),
    caused: [...before].filter((id) => !after.has(id)),
  }
}

/** What a rule does on past hand-overs, and what is odd about it. */
export interface RuleUse {
  /** Hand-overs that it fits, whatever the rules before it do. */
  fits: number
  /** Hand-overs that it decides. */
  decides: number[]
  /** Of those it decides, with a confirmed or moved right queue: how many went right. */
  known: number
  right: number
  oddity: 'never fits' | 'shadowed' | null
  /** Rules before it that take hand-overs it would send elsewhere. */
  conflicts: { with: number; ids: number[] }[]
}

/** A conflict is shown from this many hand-overs on. */
const LEAST_CONFLICTS = 3

/**
 * For each rule what it fits and decides; which never fit, which are shadowed by those before them, and which send the same hand-overs elsewhere.
 * A rule is called shadowed or never fitting only on hand-overs that were seen: with none, nothing is odd.
 */
export function ruleUse(
  past: readonly PastHandover[],
  { routing, classifier }: RoutingAndClassifier,
): RuleUse[] {
  const fitsAt = past.map(({ situation }) =>
    routing.rules.map((rule) => whyFits(rule, situation, classifier) !== undefined),
  )
  return routing.rules.map((rule, place) => {
    const mine = past.filter((_, i) => fitsAt[i]![place])
    const decides = past.filter((_, i) => fitsAt[i]!.indexOf(true) === place)
    const known = decides.filter(({ by }) => by !== 'unmoved')
    const taken = new Map<number, number[]>()
    past.forEach(({ id }, i) => {
      const first = fitsAt[i]!.indexOf(true)
      if (fitsAt[i]![place] && first < place && routing.rules[first]!.queue !== rule.queue)
        taken.set(first, [...(taken.get(first) ?? []), id])
    })
    return {
      fits: mine.length,
      decides: decides.map(({ id }) => id),
      known: known.length,
      right: known.filter(({ right }) => right === rule.queue).length,
      oddity:
        past.length === 0
          ? null
          : mine.length === 0
            ? 'never fits'
            : decides.length === 0
              ? 'shadowed'
              : null,
      conflicts: [...taken]
        .filter(([, ids]) => ids.length >= LEAST_CONFLICTS)
        .map(([first, ids]) => ({ with: first, ids })),
    }
  })
}
