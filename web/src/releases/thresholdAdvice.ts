import type { ThresholdAdvice } from '@janua/core'
import { counted, listed, money, sure, whole } from '../shell/format.ts'
import { t } from '../shell/i18n.ts'

/** What an hour costs, where the lead has set it. */
export interface HourlyCost {
  costPerHour: number | null
  currency: string
}

/** In one sentence what the lead should do with the threshold, and what that brings and costs in a week. */
export function adviceSentence(advice: ThresholdAdvice): string {
  const { says, threshold, right, wrong, handedOver, unhelped } = advice
  if (says === 'keep') return t('releases.threshold.keepIt', { threshold: sure(threshold) })
  const changes = [
    { by: wrong, fewer: 'units.fewerWrong', more: 'units.moreWrong', isGood: wrong < 0 },
    { by: right, fewer: 'units.fewerRight', more: 'units.moreRight', isGood: right > 0 },
    {
      by: handedOver,
      fewer: 'units.fewerHandOver',
      more: 'units.moreHandOver',
      isGood: handedOver < 0,
    },
    {
      by: unhelped,
      fewer: 'units.fewerUnhelped',
      more: 'units.moreUnhelped',
      isGood: unhelped < 0,
    },
  ]
    .map((each) => ({ ...each, n: Math.round(Math.abs(each.by)) }))
    .filter(({ n }) => n > 0)
    .map(({ by, fewer, more, isGood, n }) => ({ isGood, text: counted(by < 0 ? fewer : more, n) }))
  const of = (isGood: boolean) =>
    listed(changes.filter((each) => each.isGood === isGood).map(({ text }) => text))
  const values = { threshold: sure(threshold), brings: of(true), costs: of(false) }
  if (says === 'raise')
    return values.costs
      ? t('releases.threshold.raiseIt', values)
      : t('releases.threshold.raiseItForNothing', values)
  return values.costs
    ? t('releases.threshold.lowerIt', values)
    : t('releases.threshold.lowerItForNothing', values)
}

/** What that saves in a week: in the team's currency where an hour has a price, else in time. @param minutes of work */
export function savingSentence(minutes: number, { costPerHour, currency }: HourlyCost): string {
  const saved =
    costPerHour === null
      ? minutes < 90
        ? counted('units.minute', Math.round(minutes))
        : counted('units.hour', Math.round(minutes / 60))
      : money((minutes / 60) * costPerHour, currency)
  return t('releases.threshold.saves', { saved })
}

/** A sum of minutes as the list of the week shows it. */
export function costShown(minutes: number, { costPerHour, currency }: HourlyCost): string {
  return costPerHour === null
    ? whole(Math.round(minutes))
    : money((minutes / 60) * costPerHour, currency)
}
