import {
  DIMENSIONS,
  type Dimension,
  type Fall,
  type Figure,
  type Forecast,
  type Interval,
} from '@janua/core'
import Joi from 'joi'
import { dayText } from './common.ts'

/** How reports count. */
export interface ReportingSettings {
  /** The team's time zone: its days and weeks. */
  zone: string
  /** A visitor who comes back to the topic within so many days was not helped. */
  returnDays: number
  /** Minutes of an agent's work that one unanswered question costs, and what an hour costs; null where the lead has not set it. */
  handleMinutes: number | null
  costPerHour: number | null
  currency: string
}
export const reportingInput = Joi.object<ReportingSettings>({
  zone: Joi.string()
    .max(60)
    .required()
    .custom((zone: string) => {
      new Intl.DateTimeFormat('en', { timeZone: zone })
      return zone
    })
    .messages({ 'any.custom': 'There is no such time zone. Write one like Europe/London.' }),
  returnDays: Joi.number().integer().min(1).max(60).required(),
  handleMinutes: Joi.number().min(0.1).max(600).allow(null).required(),
  costPerHour: Joi.number().min(0.01).max(10_000).allow(null).required(),
  currency: Joi.string().trim().max(5).allow('').required(),
})

/** Figures of some days or weeks together. */
export type Sums = Omit<Figure, 'span' | 'starts' | 'dimension' | 'name'>
export type NamedSums = Sums & { name: string; /** What people call it. */ label: string }
export type WeekSums = Sums & { starts: string; /** The week is not over yet. */ running: boolean }

export const TARGET_MEASURES = ['coverage', 'accuracy', 'containment'] as const
export type TargetMeasure = (typeof TARGET_MEASURES)[number]
export interface TargetView {
  measure: TargetMeasure
  share: number
  by: string
  now: number | null
  /** Where the weeks so far lead to. */
  forecast: Forecast | null
  /** What the forecast says of the target. */
  says: 'reached' | 'likely' | 'open' | 'unlikely' | 'too early'
}
export const targetInput = Joi.object<{ measure: TargetMeasure; share: number; by: string }>({
  measure: Joi.valid(...TARGET_MEASURES).required(),
  share: Joi.number().min(0.01).max(0.99).required().messages({
    'number.max': 'A target lies between 1 and 99 %.',
    'number.min': 'A target lies between 1 and 99 %.',
  }),
  by: dayText.required(),
})
export const measurePath = Joi.object<{ measure: TargetMeasure }>({
  measure: Joi.valid(...TARGET_MEASURES).required(),
})

export interface AlertView {
  id: number
  kind: 'coverage fell' | 'gap reopened'
  day: string
  seen: boolean
  fall: Fall | null
  topic: { id: number; label: string } | null
}

export const coverageQuery = Joi.object<{ weeks: number }>({
  weeks: Joi.number().integer().min(1).max(104).default(12),
})

/** Everything on the coverage page. */
export interface CoverageView {
  zone: string
  returnDays: number
  /** When the figures were last brought up to date; null when never. */
  asOf: string | null
  from: string
  to: string
  weeks: WeekSums[]
  /** All weeks together. */
  total: Sums
  days: { day: string; questions: number; right: number }[]
  releases: { number: number; note: string; at: string }[]
  cloth: {
    topic: number
    label: string
    weeks: { starts: string; questions: number; right: number }[]
    questions: number
  }[]
  falls: Fall[]
  targets: TargetView[]
}
export const dimensionQuery = Joi.object<{ dimension: Dimension; weeks: number }>({
  dimension: Joi.valid(...DIMENSIONS).required(),
  weeks: Joi.number().integer().min(1).max(104).default(12),
})
export interface DimensionView {
  from: string
  to: string
  rows: NamedSums[]
  /** With items: content that was never used in the period. */
  unused: { item: number; title: string; kind: string }[]
}

export const todayQuery = Joi.object<{ week: string | null }>({
  week: dayText.allow(null).default(null),
})
/** The lead's home. */
export interface TodayView {
  week: { from: string; to: string }
  figures: Sums | null
  accuracy: Interval | null
  /** The week before it, for the change. */
  before: Sums | null
  /** Whether the change is more than the margins of both weeks. */
  change: { by: number; clear: boolean } | null
  running: { from: string; figures: Sums | null }
  release: { number: number; note: string; at: string; sinceWeek: boolean } | null
  votedDown: { question: number; text: string; times: number; title: string; item: number | null }[]
  alerts: AlertView[]
  targets: TargetView[]
  draft: {
    ready: number
    inWork: number
    next: number
    change: number | null
    replayed: number | null
    lost: number | null
  }
  audit: { week: string; judged: number; left: number }
  asOf: string | null
}
/** With the gaps most worth mending, and how far behind the demo is, if this is one. */
export type TodayPageView = TodayView & {
  gaps: { rows: import('./gaps.ts').GapRow[]; more: number; worth: number }
  demoWeeksBehind: number
}
