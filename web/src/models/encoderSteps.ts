import { t } from '../shell/i18n.ts'
import type { EncoderTrialResult, EncoderView } from '@janua/contracts'
import { counted } from '../shell/format.ts'

export type StepName = 'connect' | 'learn' | 'read' | 'compare' | 'use'
/** Where a step stands: behind us, what is to be done now, or what has to wait for it. */
export type StepState = 'done' | 'now' | 'later'

/** The way from a connected encoder to visitors, with where each step stands. */
export function stepsOf(view: EncoderView): { name: StepName; state: StepState }[] {
  const isRead = hasRead(view)
  const done: Record<StepName, boolean> = {
    connect: view.found !== null,
    learn: view.learnt !== null,
    read: isRead,
    compare: view.trial.result !== null && isRead,
    use: view.found !== null && view.live?.id === view.found.id,
  }
  const names: StepName[] = ['connect', 'learn', 'read', 'compare', 'use']
  const first = names.find((name) => !done[name])
  return names.map((name) => ({
    name,
    state: done[name] ? 'done' : name === first ? 'now' : 'later',
  }))
}

/** Whether everything that the draft says has been read. */
export function hasRead({ vectors }: Pick<EncoderView, 'vectors'>): boolean {
  return vectors !== null && vectors.of > 0 && vectors.done === vectors.of && !vectors.isRunning
}

/** What the page says first. */
export function headlineOf(view: EncoderView): string {
  const { found, live, draft, trial } = view
  if (view.state === 'none') return t('models.encoderSteps.questionsAreUnderstoodBy')
  if (view.state === 'connecting') return t('models.encoderSteps.januaIsConnectingTo')
  if (view.state === 'failed' && !found) return t('models.encoderSteps.yourEncoderCannotBe')
  if (live && live.id === found?.id)
    return t('models.encoderSteps.questionsAreUnderstoodBy2', { live: live.name })
  if (draft && draft.id === found?.id) return t('models.encoderSteps.yourEncoderGoesLive')
  if (view.learning) return t('models.encoderSteps.januaIsLearningHow')
  if (!view.learnt) return t('models.encoderSteps.yourEncoderIsConnected')
  if (!hasRead(view)) return t('models.encoderSteps.yourEncoderIsReading')
  return trial.result
    ? t('models.encoderSteps.underYourEncoder', { result: verdictOf(trial.result) })
    : t('models.encoderSteps.yourEncoderCanBe')
}

/** What would change, in a few words; what is lost goes first. */
export function verdictOf({ moved: { lost, worse, gained } }: EncoderTrialResult): string {
  const wrong =
    worse > 0 ? t('models.encoderSteps.added', { wrongOne: counted('units.wrongOne', worse) }) : ''
  return t('models.encoderSteps.lostGained', {
    goodAnswer: counted('units.goodAnswer', lost),
    wrong,
    gained,
  })
}
