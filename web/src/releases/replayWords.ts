import type { PairedChange, ReplayChange } from '@janua/core'

/** What each group of questions of a replay is called, and what it means. */
export const CHANGE_WORDS: Record<
  ReplayChange,
  { name: string; means: string; tone: 'bad' | 'good' | 'look' | 'quiet' }
> = {
  lost: {
    name: 'Lost good answers',
    means: 'right before, reviewed or sure; now silent, or another passage that is no better',
    tone: 'bad',
  },
  'newly unanswered': {
    name: 'Newly unanswered',
    means: 'answered before, though not surely; now silent',
    tone: 'bad',
  },
  'other passage': {
    name: 'Another passage',
    means: 'answered from elsewhere in the content than before',
    tone: 'look',
  },
  'changed text': { name: 'Changed text', means: 'the same passage, other words', tone: 'look' },
  gained: { name: 'Gained', means: 'unanswered before, answered now', tone: 'good' },
  other: {
    name: 'Otherwise silent',
    means: 'no answer before or now, but something else is said',
    tone: 'quiet',
  },
  same: { name: 'The same', means: 'word for word the same', tone: 'quiet' },
}

/** Percentage points with their sign: "+2.4", "−0.3". */
export function points(share: number): string {
  const value = Math.round(share * 1_000) / 10
  return `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(1)}`
}

/** "+2.4 points (+1.0 to +3.9)" */
export function pointsWithin({ change, interval }: PairedChange): string {
  return `${points(change)} points (${points(interval.low)} to ${points(interval.high)})`
}
