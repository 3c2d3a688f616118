import { pick, type Random } from '../core/src/maths/random.ts'
import type { DemoQuestion } from './content.ts'
import { hurried } from './wording.ts'

export const WEEKS = 8
export const QUESTIONS = 1_500

/** One visit as it will happen: when, and what is asked one after the other. */
export interface Visit {
  at: Date
  questions: { text: string; settledBy: string | null; also: string[] }[]
  /** Patience, 0 to 1: who has little asks for a person sooner. */
  patience: number
}

const DAY = 86_400_000
const WEEKDAY_WEIGHT = [1.15, 1, 0.95, 1, 1.2, 0.9, 0.7]
const HOUR_WEIGHT = [1, 0, 0, 0, 0, 1, 3, 6, 9, 11, 12, 10, 9, 9, 9, 9, 10, 11, 11, 10, 8, 6, 4, 2]

/**
 * The visits of the weeks before `today`, oldest first. Some questions are asked often and most seldom, as it is with people.
 * The last day ends at half past nine (UTC), before the demo's clock begins.
 */
export function visits(questions: readonly DemoQuestion[], today: string, random: Random): Visit[] {
  const weights = questions.map(() => 1 / (0.04 + random()))
  const end = Date.parse(`${today}T09:30:00Z`)
  const made: Visit[] = []
  for (let asked = 0; asked < QUESTIONS; ) {
    const at = moment(end, random)
    const wanted = Math.min(QUESTIONS - asked, random() < 0.72 ? 1 : random() < 0.7 ? 2 : 3)
    const first = weighted(questions, weights, random)
    const related = questions.filter((other) => other.settledBy === first.settledBy)
    const chosen = [first, ...Array.from({ length: wanted - 1 }, () => (random() < 0.5 ? pick(related, random) : weighted(questions, weights, random)))]
    made.push({ at, patience: random(), questions: chosen.map(({ text, settledBy, also }) => ({ text: hurried(text, random), settledBy, also })) })
    asked += wanted
  }
  return made.sort((a, b) => +a.at - +b.at)
}

function moment(end: number, random: Random): Date {
  for (;;) {
    const at = new Date(end - random() * WEEKS * 7 * DAY)
    const weekday = (at.getUTCDay() + 6) % 7
    if (random() < (WEEKDAY_WEIGHT[weekday]! / 1.2) * (HOUR_WEIGHT[at.getUTCHours()]! / 12)) return at
  }
}

function weighted<T>(things: readonly T[], weights: readonly number[], random: Random): T {
  const all = weights.reduce((sum, weight) => sum + weight, 0)
  let left = random() * all
  for (const [i, thing] of things.entries()) if ((left -= weights[i]!) <= 0) return thing
  return things.at(-1)!
}
