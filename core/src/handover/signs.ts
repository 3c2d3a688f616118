import type { Outcome } from '../answering/answer.ts'
import { type Decline, declinedBy } from '../answering/declines.ts'
import type { Language } from '../text/language.ts'
import { parseQuestion } from '../text/parsedQuestion.ts'
import { toneOf } from './tone.ts'

export type SignReason = 'always' | 'asked' | 'unknown' | 'unknown again' | 'voted down' | 'tone'
export type SignWay = 'hand over' | 'offer' | 'nothing'

/** When a door brings in a person. */
export interface SignRules {
  when: Record<Exclude<SignReason, 'always'>, SignWay>
  /** From which tone on, 0 to 1. */
  toneAtLeast: number
  always: readonly Decline[]
  never: readonly Decline[]
}

/** What was seen after a message, or after a vote. */
export interface SignsSeen {
  /** All that the visitor wrote, the newest last. */
  said: readonly string[]
  language: Language
  wantsPerson: boolean
  /** How the questions of the newest message came out. */
  outcomes: readonly Outcome[]
  /** How the question before them came out. */
  before: Outcome | null
  votedDown: boolean
}

export interface Sign {
  reason: SignReason
  way: Exclude<SignWay, 'nothing'>
  /** In plain words, for the thread and the desk. */
  because: string
}

/**
 * The sign on which a conversation is handed over, or a person offered; null when there is none. What is never handed over comes before all
 * signs, what always is before all others; of the rest the first that hands over, else the first that offers.
 */
export function handoverSign(
  { said, language, wantsPerson, outcomes, before, votedDown }: SignsSeen,
  { when, toneAtLeast, always, never }: SignRules,
): Sign | null {
  const newest = parseQuestion(said.at(-1) ?? '', language)
  if (declinedBy(newest, never)) return null
  const subject = declinedBy(newest, always)
  if (subject) return { reason: 'always', way: 'hand over', because: `about “${subject.about}”` }
  const unknown = outcomes.some(isUnknown)
  const { score, signs } = toneOf(said)
  const seen: [boolean, Exclude<SignReason, 'always'>, string][] = [
    [wantsPerson, 'asked', 'asked for a person'],
    [
      unknown && before !== null && isUnknown(before),
      'unknown again',
      'the second question in a row that was not known',
    ],
    [unknown, 'unknown', 'not known'],
    [votedDown, 'voted down', 'the answer was voted down'],
    [score >= toneAtLeast, 'tone', signs.join(', ')],
  ]
  const found = seen.filter(([is, reason]) => is && when[reason] !== 'nothing')
  const [, reason, because] = found.find(([, each]) => when[each] === 'hand over') ?? found[0] ?? []
  return reason ? { reason, way: when[reason] as Sign['way'], because: because! } : null
}

function isUnknown(outcome: Outcome): boolean {
  return outcome === 'unanswered' || outcome === 'suggested'
}
