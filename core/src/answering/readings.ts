import type { Reading, TraceCandidate } from './answer.ts'
import type { ReleaseIndex } from '../retrieval/releaseIndex.ts'
import { fold, tokenize } from '../text/tokens.ts'
import { questionTerms } from '../retrieval/questionTerms.ts'
import { twoWayMatch } from '../retrieval/twoWay.ts'

const MOST_READINGS = 4
/** A reading must be this sure, and come this near to the surest. */
const LEAST = 0.15
const NEAR_SHARE = 0.6
/** Where the surest would be answered, another must come nearer than this for asking to be worth a visitor's time. */
const RIVAL_SHARE = 0.85
/** From this confidence on it is answered, unless another is as sure. */
const CLEAR = 0.7
const TWIN_SHARE = 0.96
/** Passages that share more of their words than this say the same: nobody need choose between them. */
const SAME_CONTENT = 0.5

interface Rung {
  doc: number
  shown: TraceCandidate
  says?: string
}

/**
 * The readings between which to ask back: two to four items, none clearly ahead, that differ in what they say and one of which is
 * likely to be meant. Undefined when there is nothing to ask.
 * @param rungs candidates, the surest first
 */
export function readingsOf(
  rungs: readonly Rung[],
  threshold: number,
  index: ReleaseIndex,
): Reading[] | undefined {
  const best = rungs[0]?.shown.confidence ?? 0
  const least = Math.max(
    LEAST,
    best * (best >= threshold ? (best >= CLEAR ? TWIN_SHARE : RIVAL_SHARE) : NEAR_SHARE),
  )
  const ofItems = new Map<number, Rung>()
  for (const rung of rungs)
    if (rung.shown.confidence >= least && !ofItems.has(rung.shown.item))
      ofItems.set(rung.shown.item, rung)
  if (!isWorthAsking([...ofItems.values()], threshold)) return undefined
  const near: Rung[] = []
  for (const rung of ofItems.values())
    if (!near.some((other) => likeness(other.doc, rung.doc, index) > SAME_CONTENT)) near.push(rung)
  if (!isWorthAsking(near, threshold) || near.length > MOST_READINGS) return undefined
  return labelled(near)
}

/** So many are offered when nothing is sure enough, each at least this sure, and one of them with at least this chance the right one. */
const MOST_OFFERS = 3
const LEAST_OFFERED = 0.06
const LEAST_TOGETHER = 0.25

/** What may be meant when nothing is sure enough to be answered; undefined when nothing is likely enough to be worth reading. */
export function offersOf(rungs: readonly Rung[]): Reading[] | undefined {
  const ofItems = new Map<number, Rung>()
  for (const rung of rungs)
    if (rung.shown.confidence >= LEAST_OFFERED && !ofItems.has(rung.shown.item))
      ofItems.set(rung.shown.item, rung)
  const offered = [...ofItems.values()].slice(0, MOST_OFFERS)
  const together = offered.reduce((sum, { shown }) => sum + shown.confidence, 0)
  return together >= LEAST_TOGETHER ? labelled(offered) : undefined
}

function labelled(rungs: readonly Rung[]): Reading[] {
  const labels = labelsOf(rungs.map(({ shown }) => shown))
  return rungs.map(
    ({ says, shown: { item, revision, ordinal, title, path, page, confidence } }, i) => ({
      item,
      revision,
      ordinal,
      title,
      path,
      ...(page !== undefined && { page }),
      label: labels[i]!,
      confidence,
      ...(says !== undefined && { says }),
    }),
  )
}

/** Titles; where two are the same, with their headings, and else with their collections, so that a choice means one of them. */
function labelsOf(shown: readonly TraceCandidate[]): string[] {
  const ways = [
    ({ title }: TraceCandidate) => title,
    ({ title, path }: TraceCandidate) => [title, ...path].join(' › '),
    ({ title, path, collection }: TraceCandidate) =>
      `${[title, ...path].join(' › ')} (${collection})`,
  ]
  const way = ways.find((each) => new Set(shown.map(each)).size === shown.length) ?? ways.at(-1)!
  return shown.map(way)
}

/** Several, and one of them likely meant. */
function isWorthAsking(near: readonly Rung[], threshold: number): boolean {
  return near.length > 1 && near.reduce((sum, { shown }) => sum + shown.confidence, 0) >= threshold
}

function likeness(a: number, b: number, index: ReleaseIndex): number {
  const [first, second] = [index.textTerms(a), index.textTerms(b)]
  let shared = 0
  for (const stem of first) if (second.has(stem)) shared++
  return shared / Math.max(1, Math.min(first.size, second.size))
}

const ORDINALS = [
  /^(?:the )?(?:1|1st|first|a|one|erste[rns]?|eins)(?: one)?$/,
  /^(?:the )?(?:2|2nd|second|b|two|zweite[rns]?|zwei)(?: one)?$/,
  /^(?:the )?(?:3|3rd|third|c|three|dritte[rns]?|drei)(?: one)?$/,
  /^(?:the )?(?:4|4th|fourth|d|four|vierte[rns]?|vier)(?: one)?$/,
]
const CHOSEN = 0.5
const AHEAD = 0.15

/**
 * Which reading a reply to our question back chooses: by its number, or by its words when they fit one clearly better than the others.
 * @returns its place, or −1 when the reply says something else
 */
export function chosenReading(
  reply: string,
  readings: readonly { label: string }[],
  index: ReleaseIndex,
): number {
  const plain = fold(reply)
    .replace(/[^\p{L}\p{N}\s]/gu, ' ')
    .trim()
    .replace(/\s+/g, ' ')
  const numbered = ORDINALS.findIndex((pattern) => pattern.test(plain))
  if (numbered >= 0 && numbered < readings.length) return numbered
  const same = readings.findIndex(({ label }) => wordsOf(label) === wordsOf(reply))
  if (same >= 0) return same
  const said = questionTerms(reply, index)
  const fits = readings.map(({ label }) => twoWayMatch(said, questionTerms(label, index)).asked)
  const best = Math.max(...fits)
  const rest = fits.filter((_, i) => i !== fits.indexOf(best))
  return best >= CHOSEN && best - Math.max(0, ...rest) >= AHEAD ? fits.indexOf(best) : -1
}

function wordsOf(text: string): string {
  return tokenize(text)
    .map(({ word }) => word)
    .join(' ')
}
