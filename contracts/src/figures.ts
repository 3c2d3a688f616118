import type { GapRow } from './gaps.ts'
import type { Fall, Figure, Forecast, Interval } from '@janua/core'

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

export interface AlertView {
  id: number
  kind: 'coverage fell' | 'gap reopened'
  day: string
  seen: boolean
  fall: Fall | null
  topic: { id: number; label: string } | null
}

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
  heatmap: {
    topic: number
    label: string
    weeks: { starts: string; questions: number; right: number }[]
    questions: number
  }[]
  falls: Fall[]
  targets: TargetView[]
}
export interface DimensionView {
  from: string
  to: string
  rows: NamedSums[]
  /** With items: content that was never used in the period. */
  unused: { item: number; title: string; kind: string }[]
}
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
  audit: { week: string; reviewed: number; left: number }
  asOf: string | null
}
/** With the gaps most worth fixing, and how far behind the demo is, if this is one. */
export type TodayPageView = TodayView & {
  gaps: { rows: GapRow[]; more: number; worth: number }
  demoWeeksBehind: number
}
