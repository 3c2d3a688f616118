import { t } from '../shell/i18n.ts'
import type { Answer } from '@janua/core'

/** Where an answer is from, or what came instead of one, in one line. */
export function sourceLine({
  sources,
  readings,
  trace,
  near,
}: Pick<Answer, 'sources' | 'readings' | 'trace' | 'near'>): string {
  if (sources.length > 0)
    return t('releases.sourceLine.from', {
      path: sources.map(({ title, path }) => [title, ...path].join(' › ')).join(' · '),
    })
  if (readings)
    return t('releases.sourceLine.asksWhich', {
      readings: readings.map(({ label }) => label).join(' · '),
    })
  if (trace.about) return t('releases.sourceLine.neverTalkedAbout', { about: trace.about })
  return near.length > 0
    ? t('releases.sourceLine.near', { titles: near.map(({ title }) => title).join(' · ') })
    : ''
}
