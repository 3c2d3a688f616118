import { t } from '../shell/i18n.ts'
import type { CheckList, CheckView } from '@janua/contracts'
import { counted } from '../shell/format.ts'

/** How all checks stand, in one line. */
export function checksHeadline({ run, checks }: Pick<CheckList, 'run' | 'checks'>): string {
  if (checks.length === 0) return t('releases.checkWords.noChecksYet')
  if (!run)
    return t('releases.checkWords.notRunYet', { check: counted('units.check', checks.length) })
  return run.failed === 0
    ? t('releases.checkWords.allPassOnThe', { check: counted('units.check', run.passed) })
    : t('releases.checkWords.ofOnTheDraft', {
        check: counted('units.check', run.failed),
        failed: run.passed + run.failed,
        fail: run.failed === 1 ? 'fails' : 'fail',
      })
}

/** What a check wants, in a line. */
export function wantedBy({
  comes,
  itemTitle,
  queueName,
  contains,
  lacks,
}: Pick<CheckView, 'comes' | 'itemTitle' | 'queueName' | 'contains' | 'lacks'>): string {
  return [
    outcomeOf(comes, itemTitle),
    queueName ? t('releases.checkWords.goesTo', { queueName }) : '',
    ...contains.map((words) => t('releases.checkWords.says', { words })),
    ...lacks.map((words) => t('releases.checkWords.doesNotSay', { words })),
  ]
    .filter(Boolean)
    .join(' · ')
}

function outcomeOf(comes: CheckView['comes'], title: string | null): string {
  if (comes === 'anything') return ''
  if (comes === 'answer') return title ? t('releases.checkWords.answersFrom', { title }) : 'answers'
  if (comes === 'asks back' && title) return t('releases.checkWords.asksBackAmongWhat', { title })
  return comes
}
