import { pick, type Random } from '../core/src/maths/random.ts'
import type { DemoQuestion, PlantedTopic } from './content.ts'
import { hurried } from './wording.ts'

export const WEEKS = 18
export const QUESTIONS = 10_400
/** Weeks in which it stormed: more people ask, and what nobody had foreseen. */
const STORM_WEEKS: readonly number[] = [9, 15]
const STORM_SURGE = 5
/** Of the visitors, how many come back some days later. */
const RETURNS = 0.12
const BOOKING_SHARE = 0.3
/** How often what no article settles is asked, beside what one does. */
const ODD_SHARE = 0.15

/** One visit as it will happen: when, by whom, at which door, and what is asked one after the other. */
export interface Visit {
  at: Date
  /** Number of the visitor, from 0. */
  visitor: number
  door: 'help' | 'booking'
  questions: {
    text: string
    settledBy: string | null
    also: string[]
    replies?: readonly string[]
  }[]
  /** Patience, 0 to 1: who has little asks for a person sooner. */
  patience: number
}

interface PlannedQuestion extends DemoQuestion {
  storm: boolean
}

const DAY = 86_400_000
const WEEK = 7 * DAY
const WEEKDAY_WEIGHT = [1.15, 1, 0.95, 1, 1.2, 0.9, 0.7]
const HOUR_WEIGHT = [1, 0, 0, 0, 0, 1, 3, 6, 9, 11, 12, 10, 9, 9, 9, 9, 10, 11, 11, 10, 8, 6, 4, 2]

/**
 * The visits of the weeks before `today`, oldest first. Some questions are asked often and most seldom, as it is with people.
 * The last day ends at half past nine (UTC), before the demo's clock begins.
 */
export function visits(
  questions: readonly DemoQuestion[],
  planted: readonly PlantedTopic[],
  today: string,
  random: Random,
): Visit[] {
  const begins = Date.parse(`${today}T09:30:00Z`) - WEEKS * WEEK
  // What no article settles is seldom asked twice, but for the topics that are planted.
  const weights = questions.map(
    ({ settledBy }) => (settledBy === null ? ODD_SHARE : 1) / (0.04 + random()),
  )
  const unforeseen = planted.flatMap((topic) =>
    plantedMoments(topic, begins, random).map((at) => ({
      at,
      text: pick(topic.questions, random),
      replies: topic.replies,
    })),
  )
  const made: Visit[] = unforeseen.map(({ at, text, replies }) =>
    visit(at, [{ text, settledBy: null, also: [], replies }], random),
  )
  const storms = questions.map((question, i) => ({
    ...question,
    storm: /^storms\//.test(question.settledBy ?? ''),
    weight: weights[i]!,
  }))
  const calm = storms.map(({ weight }) => weight)
  const stormy = storms.map(({ weight, storm }) => weight * (storm ? STORM_SURGE : 1))
  for (let asked = unforeseen.length; asked < QUESTIONS;) {
    const at = moment(begins, random)
    const wanted = Math.min(QUESTIONS - asked, random() < 0.72 ? 1 : random() < 0.7 ? 2 : 3)
    const first = weighted<PlannedQuestion>(storms, isStorm(at, begins) ? stormy : calm, random)
    const related = questions.filter((other) => other.settledBy === first.settledBy)
    const chosen = [
      first,
      ...Array.from({ length: wanted - 1 }, () =>
        random() < 0.5 ? pick(related, random) : weighted(questions, weights, random),
      ),
    ]
    made.push(visit(at, chosen, random))
    asked += wanted
  }
  return withVisitors(
    made.sort((a, b) => +a.at - +b.at),
    random,
  )
}

function visit(
  at: Date,
  questions: readonly (DemoQuestion & { replies?: readonly string[] })[],
  random: Random,
): Visit {
  return {
    at,
    visitor: 0,
    door: random() < BOOKING_SHARE ? 'booking' : 'help',
    patience: random(),
    questions: questions.map(({ text, settledBy, also, replies }) => ({
      text: hurried(text, random),
      settledBy,
      also,
      replies,
    })),
  }
}

/** Most come once; some come back within ten days. */
function withVisitors(sorted: readonly Visit[], random: Random): Visit[] {
  const seen: { visitor: number; at: number; door: Visit['door'] }[] = []
  let next = 0
  return sorted.map((each) => {
    const lately = seen
      .slice(-300)
      .filter(
        ({ at, door }) =>
          +each.at - at < 10 * DAY && +each.at - at > 3_600_000 && door === each.door,
      )
    const visitor = lately.length > 0 && random() < RETURNS ? pick(lately, random).visitor : next++
    seen.push({ visitor, at: +each.at, door: each.door })
    return { ...each, visitor }
  })
}

function plantedMoments(
  { aWeek, from, to, storm }: PlantedTopic,
  begins: number,
  random: Random,
): Date[] {
  const weeks = storm
    ? STORM_WEEKS
    : Array.from({ length: Math.min(to, WEEKS) - from }, (_, i) => from + i)
  const times = (aWeek: number) => Math.floor(aWeek) + (random() < aWeek % 1 ? 1 : 0)
  return weeks.flatMap((week) =>
    Array.from({ length: times(aWeek * (storm ? STORM_SURGE : 0.7 + 0.6 * random())) }, () =>
      momentIn(begins + week * WEEK, 1, random),
    ),
  )
}

function moment(begins: number, random: Random): Date {
  const at = momentIn(begins, WEEKS, random)
  return isStorm(at, begins) || random() < 0.75 ? at : moment(begins, random)
}

function momentIn(begins: number, weeks: number, random: Random): Date {
  for (;;) {
    const at = new Date(begins + random() * weeks * WEEK)
    const weekday = (at.getUTCDay() + 6) % 7
    if (random() < (WEEKDAY_WEIGHT[weekday]! / 1.2) * (HOUR_WEIGHT[at.getUTCHours()]! / 12))
      return at
  }
}

function isStorm(at: Date, begins: number): boolean {
  return STORM_WEEKS.includes(Math.floor((+at - begins) / WEEK))
}

function weighted<T>(things: readonly T[], weights: readonly number[], random: Random): T {
  const all = weights.reduce((sum, weight) => sum + weight, 0)
  let left = random() * all
  for (const [i, thing] of things.entries()) if ((left -= weights[i]!) <= 0) return thing
  return things.at(-1)!
}
