import type { CoverageView } from '@janua/contracts'
import type { TermName } from '../help/terms.ts'
import { percent, whole } from '../shell/format.ts'
import { t } from '../shell/i18n.ts'

/** A step of the funnel. @property of the conversations that its share is counted from */
export interface FunnelStep {
  name: string
  n: number
  of: number
  how: string
}

/** A figure below the funnel. @property query of the questions behind it, where they can be listed */
export interface FunnelFact {
  name: string
  value: string
  how: string
  query?: Record<string, string>
  /** What the glossary calls it. */
  term?: TermName
}

/** From conversations started to those that were resolved. */
export function funnelSteps({ total, returnDays }: CoverageView): FunnelStep[] {
  const { started, asked, ended, contained, resolved } = total
  return [
    {
      name: t('coverage.visitorFunnel.conversations'),
      n: started,
      of: started,
      how: t('coverage.visitorFunnel.begunAtADoor'),
    },
    {
      name: t('coverage.visitorFunnel.withAQuestion'),
      n: asked,
      of: started,
      how: t('coverage.visitorFunnel.notOnlySmallTalk'),
    },
    {
      name: t('coverage.visitorFunnel.ended'),
      n: ended,
      of: asked,
      how: t('coverage.visitorFunnel.closedByAnybody'),
    },
    {
      name: t('coverage.visitorFunnel.contained'),
      n: contained,
      of: ended,
      how: t('coverage.visitorFunnel.endedWithoutAPerson'),
    },
    {
      name: t('coverage.visitorFunnel.resolved'),
      n: resolved,
      of: ended,
      how: t('coverage.visitorFunnel.containedLastAnswerNot', { returnDays }),
    },
  ]
}

/** What else is known of those conversations. A share of nothing is a dash. */
export function funnelFacts({ total }: CoverageView): FunnelFact[] {
  const facts: FunnelFact[] = [
    {
      name: t('coverage.visitorFunnel.containment'),
      value: share(total.contained, total.ended),
      how: t('coverage.visitorFunnel.ofEnded', {
        contained: whole(total.contained),
        ended: whole(total.ended),
      }),
      term: 'coverage.containment',
    },
    {
      name: t('coverage.visitorFunnel.resolution'),
      value: share(total.resolved, total.ended),
      how: resolvedOf(total),
      term: 'coverage.resolution',
    },
    {
      name: t('coverage.visitorFunnel.clickThrough'),
      value: share(total.opened, total.answered),
      how: t('coverage.visitorFunnel.sourceOpenedOfAnswers', { answered: whole(total.answered) }),
      term: 'coverage.clickThrough',
    },
    {
      name: t('coverage.visitorFunnel.votes'),
      value: `${whole(total.up)} ▲ ${whole(total.down)} ▽`,
      how: t('coverage.visitorFunnel.ofAnswers', { answered: whole(total.answered) }),
      query: { vote: 'any' },
      term: 'answers.vote',
    },
    {
      name: t('coverage.visitorFunnel.toAPerson'),
      value: whole(total.taken),
      how: total.abandoned
        ? t('coverage.visitorFunnel.andWhoLeftWhile', { abandoned: whole(total.abandoned) })
        : t('coverage.visitorFunnel.takenByAgent'),
    },
  ]
  if (total.wantsPerson)
    facts.push({
      name: t('coverage.visitorFunnel.askedForOne'),
      value: whole(total.wantsPerson),
      how: t('coverage.visitorFunnel.askedForTeam'),
      query: { wantsPerson: 'true' },
    })
  return facts
}

function resolvedOf({ resolved, ended, provisional }: CoverageView['total']): string {
  const counts = { resolved: whole(resolved), ended: whole(ended) }
  return provisional
    ? t('coverage.visitorFunnel.ofOfThemProvisional', {
        ...counts,
        provisional: whole(provisional),
      })
    : t('coverage.visitorFunnel.of', counts)
}

const share = (n: number, of: number): string => (of === 0 ? '–' : percent(n / of))
