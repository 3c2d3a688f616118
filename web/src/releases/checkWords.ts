import type { CheckList, CheckView } from '@janua/contracts'
import { count } from '../shell/format.ts'

/** How all checks stand, in one line. */
export function checksHeadline({ run, checks }: Pick<CheckList, 'run' | 'checks'>): string {
  if (checks.length === 0) return 'No checks yet'
  if (!run) return `${count(checks.length, 'check')}, not run yet`
  return run.failed === 0
    ? `All ${count(run.passed, 'check')} pass on the draft`
    : `${count(run.failed, 'check')} of ${run.passed + run.failed} ${run.failed === 1 ? 'fails' : 'fail'} on the draft`
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
    queueName ? `goes to ${queueName}` : '',
    ...contains.map((words) => `says “${words}”`),
    ...lacks.map((words) => `does not say “${words}”`),
  ]
    .filter(Boolean)
    .join(' · ')
}

function outcomeOf(comes: CheckView['comes'], title: string | null): string {
  if (comes === 'anything') return ''
  if (comes === 'answer') return title ? `answers from “${title}”` : 'answers'
  if (comes === 'asks back' && title) return `asks back, “${title}” among what it offers`
  return comes
}
