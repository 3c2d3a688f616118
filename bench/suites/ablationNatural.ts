import { SIGNAL_GROUP_WORDS, SIGNAL_GROUPS } from '@janua/core'
import { rankedBy, rankerOf, type SignalledDomain, withSignals } from '@janua/core/learning'
import { join } from 'node:path'
import { groupOf } from '../../core/src/meaning/explain.ts'
import { wordSignals } from '../../core/src/meaning/wordSignals.ts'
import {
  readEncoder,
  readHeads,
  readMeaningModels,
} from '../../server/src/modules/answering/meaningModels.ts'
import { trainingDomain } from '../../train/domain.ts'
import type { LearntHeads } from '../../train/headsThread.ts'
import { underHeads } from '../../train/underHeads.ts'
import { bootstrap, mean } from '../bootstrap.ts'
import { domainNames, languageOf } from '../../server/src/modules/models/natural.ts'
import type { Figure } from '../figure.ts'
import { FOLDS } from '../naturalSubject.ts'

/** So many domains are left out at once: a ranker is fitted for each group of signals and each such part. */
const PART = 4

/** What each group of signals is worth on natural questions: the ranker is fitted without it, on other domains than it is asked of. */
export async function ablateNatural(language: 'en' | 'de'): Promise<Figure[]> {
  const domains = await signalled(language)
  const parts = Array.from({ length: Math.ceil(domains.length / PART) }, (_, i) =>
    domains.slice(i * PART, (i + 1) * PART),
  )
  // Of a few domains each is left out alone.
  const left = parts.length > 1 ? parts : domains.map((each) => [each])
  const firsts = (without?: string) =>
    left.flatMap((some) => {
      const weights = rankerOf(
        domains.filter((each) => !some.includes(each)).map((each) => leaving(each, without)),
      )
      return some.flatMap((each) => {
        const { right } = rankedBy(weights, leaving(each, without), 'plain')
        return right.filter((_, question) => each.domain.covered[question])
      })
    })
  const whole = firsts()
  const figure = (subject: string, measure: string, values: readonly number[]): Figure => ({
    suite: 'ablation',
    case: `natural questions, ${language === 'en' ? 'English' : 'German'}`,
    subject,
    measure,
    value: mean(values),
    ...bootstrap(values, mean),
    unit: 'share',
    n: values.length,
  })
  const groups = SIGNAL_GROUPS.filter((group) =>
    domains[0]!.names.some((name) => groupOf(name) === group),
  )
  return [
    figure(
      'janua',
      'right article first',
      whole.map((is) => (is ? 1 : 0)),
    ),
    ...groups.map((group) => {
      const rest = firsts(group)
      return figure(
        `without: ${SIGNAL_GROUP_WORDS[group]}`,
        'right article first, lost',
        whole.map((is, i) => Number(is) - Number(rest[i]!)),
      )
    }),
  ]
}

async function signalled(language: 'en' | 'de'): Promise<SignalledDomain[]> {
  const { en } = readMeaningModels().models
  const tools = language === 'en' ? { vectors: en!.vectors, encoder: readEncoder() } : {}
  const domains: SignalledDomain[] = []
  for (const name of domainNames().filter((each) => languageOf(each) === language)) {
    const domain = await trainingDomain(name, tools)
    domains.push(
      withSignals(
        domain,
        wordSignals(language, language === 'en'),
        language === 'en' ? underHeads(headsWithout(name), domain) : null,
      ),
    )
  }
  return domains
}

/** Heads that were not learnt on a domain. */
function headsWithout(name: string): LearntHeads {
  const { least, none, ...heads } = readHeads(join(FOLDS, name))
  return { ...heads, none: { ...none, least } }
}

/** A domain as a ranker sees it that is not told the signals of a group. */
function leaving(each: SignalledDomain, group?: string): SignalledDomain {
  if (group === undefined) return each
  const gone = each.names.flatMap((name, i) => (groupOf(name) === group ? [i] : []))
  const untold = (of: SignalledDomain['plain']) => ({
    ...of,
    standard: of.standard.map((rows) =>
      rows.map((row) => {
        const own = row.slice()
        for (const i of gone) own[i] = 0
        return own
      }),
    ),
  })
  return { ...each, plain: untold(each.plain), taught: untold(each.taught) }
}
