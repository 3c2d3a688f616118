import { t } from '../shell/i18n.ts'
import type { Outcome } from '@janua/core'

/** One shape and one colour for each outcome, everywhere. */
export const OUTCOMES: Record<Outcome, { shape: string; colour: string; name: string }> = {
  answered: { shape: '●', colour: 'var(--harbour)', name: t('answering.outcomes.answered') },
  clarifying: { shape: '◐', colour: 'var(--harbour)', name: t('answering.outcomes.askedBack') },
  suggested: { shape: '◌', colour: 'var(--brass)', name: t('answering.outcomes.onlyNearArticles') },
  declined: { shape: '–', colour: 'var(--muted)', name: t('answering.outcomes.declined') },
  unanswered: { shape: '○', colour: 'var(--brick)', name: t('answering.outcomes.unanswered') },
}
