import { decimal } from '../shell/format.ts'
import { t } from '../shell/i18n.ts'
import type { PairedChange, ReplayChange } from '@janua/core'

/** What each group of questions of a replay is called, and what it means. */
export const CHANGE_WORDS: Record<
  ReplayChange,
  { name: string; means: string; tone: 'bad' | 'good' | 'look' | 'quiet' }
> = {
  lost: {
    name: t('releases.replayWords.lostGoodAnswers'),
    means: t('releases.replayWords.rightBeforeReviewedOr'),
    tone: 'bad',
  },
  'newly unanswered': {
    name: t('releases.replayWords.newlyUnanswered'),
    means: t('releases.replayWords.answeredBeforeThoughNot'),
    tone: 'bad',
  },
  'other passage': {
    name: t('releases.replayWords.anotherPassage'),
    means: t('releases.replayWords.answeredFromElsewhereIn'),
    tone: 'look',
  },
  'changed text': {
    name: t('releases.replayWords.changedText'),
    means: t('releases.replayWords.theSamePassageOther'),
    tone: 'look',
  },
  gained: {
    name: t('releases.replayWords.gained'),
    means: t('releases.replayWords.unansweredBeforeAnsweredNow'),
    tone: 'good',
  },
  other: {
    name: t('releases.replayWords.otherwiseSilent'),
    means: t('releases.replayWords.noAnswerBeforeOr'),
    tone: 'quiet',
  },
  same: {
    name: t('releases.replayWords.theSame'),
    means: t('releases.replayWords.wordForWordThe'),
    tone: 'quiet',
  },
}

/** Percentage points with their sign: "+2.4", "−0.3". */
export function points(share: number): string {
  const value = Math.round(share * 1_000) / 10
  return `${value < 0 ? '−' : '+'}${decimal(Math.abs(value))}`
}

/** "+2.4 points (+1.0 to +3.9)" */
export function pointsWithin({ change, interval }: PairedChange): string {
  return t('releases.replayWords.pointsTo', {
    change: points(change),
    low: points(interval.low),
    high: points(interval.high),
  })
}
