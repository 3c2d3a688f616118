import type { Outcome } from '@janua/core'

/** One shape and one colour for each outcome, everywhere. */
export const OUTCOMES: Record<Outcome, { shape: string; colour: string; name: string }> = {
  answered: { shape: '●', colour: 'var(--harbour)', name: 'answered' },
  clarifying: { shape: '◐', colour: 'var(--harbour)', name: 'asked back' },
  suggested: { shape: '◌', colour: 'var(--brass)', name: 'only near articles' },
  declined: { shape: '–', colour: 'var(--muted)', name: 'declined' },
  unanswered: { shape: '○', colour: 'var(--brick)', name: 'unanswered' },
}
