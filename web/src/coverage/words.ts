import { t } from '../shell/i18n.ts'
import type { GapRow, GapState, Sums, TargetView } from '@janua/contracts'
import type { Shortfall } from '@janua/core'
import { decimal, percent } from '../shell/format.ts'

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
  if (points < 0.5) return t('coverage.words.asInTheWeek')
  const n = Math.round(points)
  const much =
    by > 0 ? t('coverage.words.pointsUp', { n }, n) : t('coverage.words.pointsDown', { n }, n)
  return clear ? much : t('coverage.words.whichIsWithinThe', { much })
}

/** What the button of a gap says: what would be done. */
export function fixWords({ fix }: Pick<GapRow, 'fix'>): string {
  if (fix.kind === 'write' || fix.title === null) return t('coverage.words.writeAnArticle')
  const title = fix.title.length > 24 ? `${fix.title.slice(0, 22).trim()}…` : fix.title
  return fix.kind === 'teach'
    ? t('coverage.words.teach', { title })
    : t('coverage.words.extend', { title })
}

export const SHORTFALL_WORDS: Record<Shortfall, string> = {
  'below the threshold': t('coverage.words.nearButNotSure'),
  'words missing': t('coverage.words.lacksWordsOfThe'),
  'other subject': t('coverage.words.isAboutSomethingElse'),
  'left out': t('coverage.words.doesNotHoldNow'),
  conflict: t('coverage.words.contradictsAnotherArticle'),
  'reviewed wrong': t('coverage.words.answeredButWrongly'),
  'nothing found': t('coverage.words.noPassageHasAny'),
}

export const STATE_WORDS: Record<GapState, string> = {
  open: t('coverage.words.open'),
  'in work': t('coverage.words.inWork'),
  'in draft': t('coverage.words.inDraft'),
  published: t('coverage.words.published'),
  fixed: t('coverage.words.fixed'),
  'will not cover': t('coverage.words.willNotCover'),
}

export const TARGET_WORDS: Record<TargetView['says'], string> = {
  reached: t('coverage.words.reached'),
  likely: t('coverage.words.willLikelyBeReached'),
  open: t('coverage.words.mayBeReachedOr'),
  unlikely: t('coverage.words.willHardlyBeReached'),
  'too early': t('coverage.words.tooEarlyToSay'),
}

/** "+ 8.3", small worths with a tenth. */
export function worth(potential: number): string {
  return `+ ${potential >= 10 ? Math.round(potential) : decimal(potential)}`
}
