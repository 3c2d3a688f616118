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
    figure('answered right', '●', 'right', ({ right }) => right, at.known),
    figure('answered wrong', '□', 'wrong', ({ wrong }) => wrong, at.known),
    figure('settled by an offer', '◒', 'back', ({ taken }) => taken),
    figure('asked back', '◐', 'back', () => askedBack),
    figure('handed to a person', '◆', 'person', ({ handedOver }) => handedOver),
    figure('left unhelped', '○', 'left', ({ unhelped }) => unhelped),
    figure('cost a week', '', 'cost', (point) => costOf(point, askedBack, costs), at.known),
  ]
}
