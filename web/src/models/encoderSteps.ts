import type { EncoderTrialResult, EncoderView } from '@janua/contracts'
import { count } from '../shell/format.ts'

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
  if (view.state === 'none') return 'Questions are understood by the encoder that ships with Janua'
  if (view.state === 'connecting') return 'Janua is connecting to your encoder …'
  if (view.state === 'failed' && !found) return 'Your encoder cannot be used'
  if (live && live.id === found?.id) return `Questions are understood by ${live.name}`
  if (draft && draft.id === found?.id) return 'Your encoder goes live with the next release'
  if (view.learning) return 'Janua is learning how your encoder ranks …'
  if (!view.learnt) return 'Your encoder is connected; visitors do not meet it yet'
  if (!hasRead(view)) return 'Your encoder is reading what the draft says …'
  return trial.result
    ? `Under your encoder: ${verdictOf(trial.result)}`
    : 'Your encoder can be compared with the one that ships'
}

/** What would change, in a few words; what is lost goes first. */
export function verdictOf({ moved: { lost, worse, gained } }: EncoderTrialResult): string {
  const wrong = worse > 0 ? `, ${count(worse, 'wrong one')} added` : ''
  return `${count(lost, 'good answer')} lost${wrong}, ${gained} gained`
}
