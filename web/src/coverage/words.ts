import type { GapRow, GapState, Sums, TargetView } from '@janua/contracts'
import type { Shortfall } from '@janua/core'
import { percent } from '../shell/format.ts'

/** A share with its margin, in points: "78 % ± 2". */
export function withMargin(share: number, low: number | null, high: number | null): string {
  if (low === null || high === null) return percent(share)
  return `${percent(share)} ± ${Math.max(1, Math.round(((high - low) / 2) * 100))}`
}

/** A share in per cent with one decimal, as tables have it; 0 for none. */
export const tenths = (share: number | null) => Math.round((share ?? 0) * 1000) / 10

export function shareOf({ right, questions }: Pick<Sums, 'right' | 'questions'>): number {
  return questions === 0 ? 0 : right / questions
}

/** "3 points more than the week before". */
export function changeWords(by: number, clear: boolean): string {
  const points = Math.abs(by * 100)
  if (points < 0.5) return 'As in the week before'
  const much = `${Math.round(points)} ${Math.round(points) === 1 ? 'point' : 'points'} ${by > 0 ? 'more' : 'less'} than in the week before`
  return clear ? much : `${much}, which is within the margin`
}

/** What the button of a gap says: what would be done. */
export function fixWords({ fix }: Pick<GapRow, 'fix'>): string {
  if (fix.kind === 'write' || fix.title === null) return 'Write an article'
  const title = fix.title.length > 24 ? `${fix.title.slice(0, 22).trim()}…` : fix.title
  return fix.kind === 'teach' ? `Teach “${title}”` : `Extend “${title}”`
}

export const SHORTFALL_WORDS: Record<Shortfall, string> = {
  'below the threshold': 'near, but not sure enough',
  'words missing': 'lacks words of the question',
  'other subject': 'is about something else',
  'left out': 'does not hold now',
  conflict: 'contradicts another article',
  'reviewed wrong': 'answered, but wrongly',
  'nothing found': 'no passage has any of the words',
}

export const STATE_WORDS: Record<GapState, string> = {
  open: 'Open',
  'in work': 'In work',
  'in draft': 'In draft',
  published: 'Published',
  fixed: 'Fixed',
  'will not cover': 'Will not cover',
}

export const TARGET_WORDS: Record<TargetView['says'], string> = {
  reached: 'reached',
  likely: 'will likely be reached',
  open: 'may be reached or not',
  unlikely: 'will hardly be reached',
  'too early': 'too early to say',
}

/** "+ 8.3", small worths with a tenth. */
export function worth(potential: number): string {
  return `+ ${potential >= 10 ? Math.round(potential) : potential.toFixed(1)}`
}
