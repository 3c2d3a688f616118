import { rightAtPrecision } from '../maths/precision.ts'
import { changeBetween, isAnswered, type ReviewedAs, type ReplaySide } from './replay.ts'

/** A question of the log as it is answered now and as it would be. */
export interface TriedQuestion {
  text: string
  times: number
  now: ReplaySide
  then: ReplaySide
  /** How right the passage that comes first is, as people reviewed it, whatever of it is shown. */
  reviewed: ReviewedAs
}

/** What became of questions, each counted as often as it was asked. */
export interface TriedCounts {
  right: number
  wrong: number
  /** Answered with what nobody reviewed. */
  unreviewed: number
  /** Asked back, or offered what may be meant. */
  offered: number
  silent: number
}

export interface EncoderTrial {
  now: TriedCounts
  then: TriedCounts
  /** Of the reviewed: so many are right at the threshold under which 90 % of them are, each counted once. */
  rightAt90: { now: number; then: number; reviewed: number }
  /** Places of questions, the most asked first: good answers that are gone; answers that come anew; answers reviewed wrong that come anew. */
  lost: number[]
  gained: number[]
  worse: number[]
  stoodIn: number
}

/** What another encoder would have done to the questions of the log. */
export function encoderTrial(tried: readonly TriedQuestion[]): EncoderTrial {
  const order = [...tried.keys()].sort((a, b) => tried[b]!.times - tried[a]!.times)
  const changes = tried.map(({ now, then, reviewed }) => changeBetween(now, then, reviewed))
  const isWrong = ({ then, reviewed }: TriedQuestion) => isAnswered(then) && reviewed(then) === 0
  const at90 = (which: 'now' | 'then') => {
    const known = tried.flatMap((each) => {
      const worth = each.reviewed(each[which])
      return worth === undefined ? [] : [{ p: each[which].best!.confidence, right: worth === 1 }]
    })
    return { right: rightAtPrecision(known, 0.9), reviewed: known.length }
  }
  const [now, then] = [at90('now'), at90('then')]
  return {
    now: countsOf(tried, 'now'),
    then: countsOf(tried, 'then'),
    rightAt90: { now: now.right, then: then.right, reviewed: now.reviewed },
    lost: order.filter((i) => changes[i] === 'lost'),
    gained: order.filter((i) => changes[i] === 'gained' && !isWrong(tried[i]!)),
    worse: order.filter(
      (i) =>
        isWrong(tried[i]!) &&
        !(isAnswered(tried[i]!.now) && tried[i]!.reviewed(tried[i]!.now) === 0),
    ),
    stoodIn: tried.filter(({ then }) => then.stoodIn).length,
  }
}

function countsOf(tried: readonly TriedQuestion[], which: 'now' | 'then'): TriedCounts {
  const counts: TriedCounts = { right: 0, wrong: 0, unreviewed: 0, offered: 0, silent: 0 }
  for (const each of tried) counts[kindOf(each[which], each.reviewed)] += each.times
  return counts
}

function kindOf(side: ReplaySide, reviewed: ReviewedAs): keyof TriedCounts {
  if (!isAnswered(side))
    return side.outcome === 'suggested' || side.outcome === 'clarifying' ? 'offered' : 'silent'
  const worth = reviewed(side)
  return worth === undefined ? 'unreviewed' : worth >= 1 ? 'right' : 'wrong'
}
