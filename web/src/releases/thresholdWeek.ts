import { t } from '../shell/i18n.ts'
import { costOf, type Costs, type ThresholdPoint } from '@janua/core'

/** What a week comes to at a threshold, beside what it comes to as things are. */
export interface WeekFigure {
  name: string
  shape: string
  tone: 'right' | 'wrong' | 'back' | 'person' | 'left' | 'cost'
  /** A number of questions, or a sum of the team's unit. */
  now: number
  then: number
  /** Whether enough answers are reviewed to tell. */
  known: boolean
}

/** @param askedBack questions asked back in a week, wherever the threshold stands */
export function weekAt(
  at: ThresholdPoint | undefined,
  before: ThresholdPoint | undefined,
  askedBack: number,
  costs: Costs,
): WeekFigure[] {
  if (!at || !before) return []
  const figure = (
    name: string,
    shape: string,
    tone: WeekFigure['tone'],
    of: (point: ThresholdPoint) => number,
    known = true,
  ): WeekFigure => ({ name, shape, tone, now: of(at), then: of(before), known })
  return [
    figure(t('releases.thresholdWeek.right'), '●', 'right', ({ right }) => right, at.known),
    figure(t('releases.thresholdWeek.wrong'), '□', 'wrong', ({ wrong }) => wrong, at.known),
    figure(t('releases.thresholdWeek.offer'), '◒', 'back', ({ taken }) => taken),
    figure(t('releases.thresholdWeek.clarify'), '◐', 'back', () => askedBack),
    figure(t('releases.thresholdWeek.person'), '◆', 'person', ({ handedOver }) => handedOver),
    figure(t('releases.thresholdWeek.unhelped'), '○', 'left', ({ unhelped }) => unhelped),
    figure(
      t('releases.thresholdWeek.cost'),
      '',
      'cost',
      (point) => costOf(point, askedBack, costs),
      at.known,
    ),
  ]
}
