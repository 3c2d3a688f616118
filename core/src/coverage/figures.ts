import type { Outcome } from '../answering/answer.ts'
import { groupedBy } from '../maths/grouped.ts'
import { coverageOfVisitors, type VisitorShare, type Worth, worthAt } from './coverage.ts'

/** One question of the log as it is counted. */
export interface QuestionFact {
  /** The visitor, else the conversation, else the question by itself: what one person asks hangs together. */
  visitor: string
  conversation: number | null
  /** In the team's time zone. */
  day: string
  hour: number
  door: number
  release: number
  language: string
  channel: string
  topic: number | null
  collection: string
  item: number | null
  outcome: Outcome
  /** From the team's content, not from elsewhere. */
  fromContent: boolean
  confidence: number
  /** The standing review, 0 to 1; "rightly silent" is 0. */
  reviewed: number | null
  /** Reviewed "rightly silent": no answer was wanted, so it is no gap. */
  silent: boolean
  vote: number | null
  /** The visitor opened the source of the answer. */
  opened: boolean
  wantsPerson: boolean
}

/** One conversation as it is counted, on the day it ended (else began). */
export interface ConversationFact {
  day: string
  door: number
  language: string
  channel: string
  visitor: string
  /** Something was asked in it. */
  asked: boolean
  ended: boolean
  /** A person took it. */
  taken: boolean
  /** It went to a queue and nobody took it before it ended. */
  abandoned: boolean
  contained: boolean
  resolved: boolean
  /** Younger than the return window: whether it stays resolved is not known yet. */
  provisional: boolean
}

/** By what questions are counted; `all` leaves out imported ones, which Janua was never asked, `every` has them. */
export const DIMENSIONS = [
  'all',
  'every',
  'door',
  'release',
  'language',
  'channel',
  'topic',
  'collection',
  'item',
  'hour',
] as const
export type Dimension = (typeof DIMENSIONS)[number]
export const IMPORTED = 'imported'

/** Counts of some questions. */
export interface QuestionSums {
  questions: number
  answered: number
  elsewhere: number
  clarifying: number
  suggested: number
  declined: number
  unanswered: number
  /** Expected right answers: reviews, else what confidence is worth. */
  right: number
  reviewed: number
  /** Questions that were not answered from the team's content, or reviewed wrong, as far as they were; neither declined nor rightly silent. */
  uncovered: number
  up: number
  down: number
  opened: number
  wantsPerson: number
  visitors: number
  conversations: number
}
export interface ConversationSums {
  started: number
  asked: number
  ended: number
  taken: number
  abandoned: number
  contained: number
  resolved: number
  provisional: number
}

export type Figure = QuestionSums &
  ConversationSums & {
    span: 'day' | 'week'
    /** The day, or the Monday of the week. */
    starts: string
    dimension: Dimension
    name: string
    /** 95 % interval of coverage, for weeks. */
    low: number | null
    high: number | null
    few: boolean
  }

/**
 * Every figure of one week, and of its days where these are looked at: what reports read instead of the log.
 * @param monday the day that the week begins with, as 2026-11-30
 * @param worth what unreviewed answers are worth
 */
export function figuresOfWeek(
  monday: string,
  questions: readonly QuestionFact[],
  conversations: readonly ConversationFact[],
  worth: Worth,
): Figure[] {
  return DIMENSIONS.flatMap((dimension) => {
    const asked = groupedBy(
      questions.filter((fact) => counts(fact, dimension)),
      (fact) => nameIn(fact, dimension),
    )
    const spoken = groupedBy(
      conversations.filter((fact) => OF_CONVERSATIONS.has(dimension) && counts(fact, dimension)),
      (fact) => nameIn(fact, dimension),
    )
    return [...new Set([...asked.keys(), ...spoken.keys()])].flatMap((name) => {
      const [some, talks] = [asked.get(name) ?? [], spoken.get(name) ?? []]
      const [byDay, talksByDay] = [
        groupedBy(some, ({ day }) => day),
        groupedBy(talks, ({ day }) => day),
      ]
      const days = DAILY.has(dimension)
        ? [...new Set([...byDay.keys(), ...talksByDay.keys()])].sort()
        : []
      const { interval, few } = coverageOfVisitors(visitorShares(some), worth)
      const week: Figure = {
        span: 'week',
        starts: monday,
        dimension,
        name,
        ...sumsOf(some, worth),
        ...talkSums(talks),
        low: interval.low,
        high: interval.high,
        few,
      }
      return [
        week,
        ...days.map((day): Figure => ({
          span: 'day',
          starts: day,
          dimension,
          name,
          ...sumsOf(byDay.get(day) ?? [], worth),
          ...talkSums(talksByDay.get(day) ?? []),
          low: null,
          high: null,
          few: false,
        })),
      ]
    })
  })
}

/** Kept by day as well: of hundreds of topics and items nobody looks at single days. */
const DAILY = new Set<Dimension>(['all', 'every', 'door', 'release', 'language', 'channel'])
const OF_CONVERSATIONS = new Set<Dimension>(['all', 'door', 'language', 'channel'])

function counts(
  { channel, ...fact }: { channel: string; topic?: number | null; item?: number | null },
  dimension: Dimension,
): boolean {
  if (channel === IMPORTED)
    return dimension === 'every' || dimension === 'topic' || dimension === 'channel'
  return dimension === 'topic'
    ? fact.topic !== null
    : dimension === 'item'
      ? fact.item !== null
      : true
}

function nameIn(fact: Partial<QuestionFact>, dimension: Dimension): string {
  if (dimension === 'all' || dimension === 'every') return ''
  if (dimension === 'hour') return String(fact.hour).padStart(2, '0')
  return String(fact[dimension])
}

/**
 * Expected right of one question.
 * @returns a share of one question, 0 to 1
 */
export function rightOf(
  {
    reviewed,
    outcome,
    fromContent,
    confidence,
  }: Pick<QuestionFact, 'reviewed' | 'outcome' | 'fromContent' | 'confidence'>,
  worth: Worth,
): number {
  if (reviewed !== null) return reviewed
  return outcome === 'answered' && fromContent ? worthAt(worth, confidence) : 0
}

/** What a fix could gain of one question: an answer that is only unsure is none, as teaching would not change it. */
function uncoveredOf({ outcome, fromContent, reviewed, silent }: QuestionFact): number {
  if (silent || outcome === 'declined') return 0
  if (reviewed !== null) return 1 - reviewed
  return outcome === 'answered' && fromContent ? 0 : 1
}

function sumsOf(some: readonly QuestionFact[], worth: Worth): QuestionSums {
  const of = (holds: (fact: QuestionFact) => boolean) =>
    some.reduce((n, fact) => (holds(fact) ? n + 1 : n), 0)
  const outcome = (wanted: Outcome) => of((fact) => fact.outcome === wanted)
  return {
    questions: some.length,
    answered: of((fact) => fact.outcome === 'answered' && fact.fromContent),
    elsewhere: of((fact) => fact.outcome === 'answered' && !fact.fromContent),
    clarifying: outcome('clarifying'),
    suggested: outcome('suggested'),
    declined: outcome('declined'),
    unanswered: outcome('unanswered'),
    right: some.reduce((sum, fact) => sum + rightOf(fact, worth), 0),
    reviewed: of(({ reviewed }) => reviewed !== null),
    uncovered: some.reduce((sum, fact) => sum + uncoveredOf(fact), 0),
    up: of(({ vote }) => (vote ?? 0) > 0),
    down: of(({ vote }) => (vote ?? 0) < 0),
    opened: of(({ opened }) => opened),
    wantsPerson: of(({ wantsPerson }) => wantsPerson),
    visitors: new Set(some.map(({ visitor }) => visitor)).size,
    conversations: new Set(some.map(({ conversation, visitor }) => conversation ?? visitor)).size,
  }
}

function talkSums(some: readonly ConversationFact[]): ConversationSums {
  const of = (holds: (fact: ConversationFact) => boolean) =>
    some.reduce((n, fact) => (holds(fact) ? n + 1 : n), 0)
  return {
    started: some.length,
    asked: of(({ asked }) => asked),
    ended: of(({ asked, ended }) => asked && ended),
    taken: of(({ taken }) => taken),
    abandoned: of(({ abandoned }) => abandoned),
    contained: of(({ contained }) => contained),
    resolved: of(({ resolved }) => resolved),
    provisional: of(({ provisional }) => provisional),
  }
}

function visitorShares(some: readonly QuestionFact[]): VisitorShare[] {
  return [...groupedBy(some, ({ visitor }) => visitor).values()].map((own) => ({
    n: own.length,
    reviewed: own.reduce((sum, { reviewed }) => sum + (reviewed ?? 0), 0),
    unreviewed: own.flatMap(({ reviewed, outcome, fromContent, confidence }) =>
      reviewed === null && outcome === 'answered' && fromContent ? [confidence] : [],
    ),
  }))
}

/**
 * Figures of several days or weeks put together; the interval is that of weeks whose visitors are different people.
 * @param figures of one dimension and name
 */
export function addedUp(
  figures: readonly Figure[],
): Omit<Figure, 'span' | 'starts' | 'dimension' | 'name'> {
  const total = (name: keyof QuestionSums | keyof ConversationSums) =>
    figures.reduce((sum, figure) => sum + figure[name], 0)
  const sums = Object.fromEntries(
    SUMMED.map((name) => [name, total(name)]),
  ) as unknown as QuestionSums & ConversationSums
  const share = sums.questions === 0 ? 0 : sums.right / sums.questions
  const half = (of: (figure: Figure) => number) =>
    Math.sqrt(figures.reduce((sum, figure) => sum + (figure.questions * of(figure)) ** 2, 0)) /
    Math.max(1, sums.questions)
  const own = (figure: Figure) => (figure.questions === 0 ? 0 : figure.right / figure.questions)
  const low = share - half((figure) => own(figure) - (figure.low ?? own(figure)))
  const high = share + half((figure) => (figure.high ?? own(figure)) - own(figure))
  return {
    ...sums,
    low: sums.questions === 0 ? null : Math.max(0, low),
    high: sums.questions === 0 ? null : Math.min(1, high),
    few: figures.every(({ few }) => few),
  }
}

const SUMMED = [
  'questions',
  'answered',
  'elsewhere',
  'clarifying',
  'suggested',
  'declined',
  'unanswered',
  'right',
  'reviewed',
  'uncovered',
  'up',
  'down',
  'opened',
  'wantsPerson',
  'visitors',
  'conversations',
  'started',
  'asked',
  'ended',
  'taken',
  'abandoned',
  'contained',
  'resolved',
  'provisional',
] as const
