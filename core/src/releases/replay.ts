import type { Answer, AnswerKind, AnswerSettings, Outcome } from '../answering/answer.ts'
import { answerAfter, type Turn } from '../answering/conversation.ts'
import { blocksText } from '../library/blocks.ts'
import type { ReleaseIndex } from '../retrieval/releaseIndex.ts'
import { fingerprint } from '../text/fingerprint.ts'

/** A passage of a release, as a replay keeps it. */
export interface ReplayPlace {
  item: number
  revision: number
  ordinal: number
  title: string
  /** Headings down to the passage. */
  path: string[]
}

/** What one release says to one question of the log. */
export interface ReplaySide {
  outcome: Outcome
  kind?: AnswerKind
  confidence: number
  place?: ReplayPlace
  /** The words of the answer, at most TEXT_KEPT of them in letters, and their fingerprint in full. */
  text: string
  print: string
  /** What would be answered were the threshold at nought. */
  best?: ReplayPlace & { collection: string; confidence: number }
  /** Between what it asks back. */
  readings?: string[]
  /** An encoder of the team's did not answer: the one that ships stood in for it. */
  stoodIn?: true
}

const TEXT_KEPT = 900

/** Asks one question of the log again. What had been asked back about is over: the question stands for itself. */
export function replayAnswer(
  index: ReleaseIndex,
  text: string,
  before: Turn | undefined,
  settings: AnswerSettings,
): ReplaySide {
  return sideOf(askedAgain(index, text, before, settings))
}

export interface ReplayedDays {
  /** Days for which this is what is said. */
  days: string[]
  sides: ReplaySide[]
}

/**
 * Asks one question of several releases as of several days; days on which all of them say the same are put together. Where nothing
 * depends on the day, each release is asked once.
 * @param releases each with how the question's door answers; a release without that door says nothing
 * @param days at least one, as "2026-11-23"
 */
export function replayOverDays(
  releases: readonly { index: ReleaseIndex; settings?: AnswerSettings }[],
  text: string,
  before: Turn | undefined,
  days: readonly string[],
): ReplayedDays[] {
  const groups = new Map<string, ReplayedDays>()
  const once = releases.map(({ index, settings }) => {
    if (!settings) return { side: SILENT, depends: false }
    const answer = askedAgain(index, text, before, { ...settings, day: days[0] })
    return { side: sideOf(answer), depends: days.length > 1 && dependsOnDay(answer, index) }
  })
  for (const [i, day] of days.entries()) {
    const sides = releases.map(({ index, settings }, r) =>
      i === 0 || !once[r]!.depends
        ? once[r]!.side
        : replayAnswer(index, text, before, { ...settings!, day }),
    )
    const key = JSON.stringify(
      sides.map(({ outcome, print, place, best, confidence }) => [
        outcome,
        print,
        place?.item,
        place?.ordinal,
        best?.item,
        confidence.toFixed(6),
      ]),
    )
    const group = groups.get(key) ?? { days: [], sides }
    group.days.push(day)
    groups.set(key, group)
  }
  return [...groups.values()]
}

const SILENT: ReplaySide = { outcome: 'unanswered', confidence: 0, text: '', print: '' }

function askedAgain(
  index: ReleaseIndex,
  text: string,
  before: Turn | undefined,
  settings: AnswerSettings,
): Answer {
  return answerAfter(
    index,
    text,
    before && { subject: before.subject, item: before.item },
    settings,
  ).answer
}

/** A question that names days or asks for times, or came near something that holds on some days only. */
function dependsOnDay(
  { trace: { days, leftOut, terms, candidates } }: Answer,
  index: ReleaseIndex,
): boolean {
  return (
    days.length > 0 ||
    leftOut.length > 0 ||
    terms.some(({ aboutTime }) => aboutTime) ||
    candidates.some(({ item, ordinal }) => index.limitedAt(index.docAt(item, ordinal)!))
  )
}

/** What is kept of an answer to compare it with another. */
export function sideOf({
  outcome,
  kind,
  confidence,
  blocks,
  sources,
  readings,
  trace,
}: Answer): ReplaySide {
  const text = blocksText(blocks)
  const [source, best] = [sources[0], trace.candidates[0]]
  return {
    outcome,
    confidence,
    text: text.slice(0, TEXT_KEPT),
    print: fingerprint(text),
    ...(kind && { kind }),
    ...(source && { place: placeOfSource(source) }),
    ...(best && {
      best: { ...placeOfSource(best), collection: best.collection, confidence: best.confidence },
    }),
    ...(readings && { readings: readings.map(({ label }) => label) }),
    ...(trace.stoodIn && { stoodIn: true }),
  }
}

function placeOfSource({ item, revision, ordinal, title, path }: ReplayPlace): ReplayPlace {
  return { item, revision, ordinal, title, path }
}

/**
 * What became of a question between two releases. *Lost*: a good answer is gone, or another passage stands for it that is neither reviewed
 * right nor surer. *Changed text*: the same passage says something else.
 */
export type ReplayChange =
  'lost' | 'newly unanswered' | 'gained' | 'other passage' | 'changed text' | 'other' | 'same'

/** The order in which a lead looks at them. */
export const REPLAY_CHANGES: readonly ReplayChange[] = [
  'lost',
  'newly unanswered',
  'other passage',
  'changed text',
  'gained',
  'other',
  'same',
]

/** How right people reviewed an answer to be, 0 to 1; undefined when nobody did. */
export type ReviewedAs = (side: ReplaySide) => number | undefined

/** From this confidence on an answer that nobody reviewed counts as good. */
export const GOOD = 0.8

/**
 * What a question’s change between two releases is called; the kinds are told at `ReplayChange`.
 * @param reviewed how right people found an answer, 0 to 1; undefined where nobody said
 */
export function changeBetween(
  live: ReplaySide,
  draft: ReplaySide,
  reviewed: ReviewedAs,
): ReplayChange {
  if (!isAnswered(live))
    return isAnswered(draft) ? 'gained' : live.outcome === draft.outcome ? 'same' : 'other'
  const wasGood = (reviewed(live) ?? (live.confidence >= GOOD ? 1 : 0)) >= 1
  if (!isAnswered(draft)) return wasGood ? 'lost' : 'newly unanswered'
  if (live.print === draft.print && live.place!.item === draft.place!.item) return 'same'
  if (samePassage(live.place!, draft.place!)) return 'changed text'
  const isNoWorse = (reviewed(draft) ?? 0) >= 1 || draft.confidence > live.confidence
  return wasGood && !isNoWorse ? 'lost' : 'other passage'
}

/** An edit may number passages anew: the same heading of the same article is the same passage too. */
function samePassage(a: ReplayPlace, b: ReplayPlace): boolean {
  return (
    a.item === b.item &&
    (a.ordinal === b.ordinal || (a.path.length > 0 && a.path.join('\n') === b.path.join('\n')))
  )
}

/** Answered from the team's own content. */
export function isAnswered({ outcome, kind }: Pick<ReplaySide, 'outcome' | 'kind'>): boolean {
  return outcome === 'answered' && kind !== 'elsewhere'
}

/** What a question adds to coverage, 0 to 1: the review if there is one, else the confidence; nothing when it was not answered. */
export function coverageOf(side: ReplaySide, reviewed: ReviewedAs): number {
  return isAnswered(side) ? (reviewed(side) ?? side.confidence) : 0
}

export interface FlowBand {
  from: Outcome
  to: Outcome
  /** Questions, repeats counted. */
  times: number
}

/** How many questions went from each outcome to each, the widest band first. */
export function flowOf(
  pairs: readonly { live: ReplaySide; draft: ReplaySide; times: number }[],
): FlowBand[] {
  const bands = new Map<string, FlowBand>()
  for (const { live, draft, times } of pairs) {
    const key = `${live.outcome} ${draft.outcome}`
    const band = bands.get(key) ?? { from: live.outcome, to: draft.outcome, times: 0 }
    bands.set(key, { ...band, times: band.times + times })
  }
  return [...bands.values()].sort((a, b) => b.times - a.times)
}
