import type { Language } from '@janua/core'
import { bootstrap } from '../bootstrap.ts'
import { domainNames, languageOf, naturalDomain } from '../../server/src/modules/models/natural.ts'
import { type Figure, withLimit } from '../figure.ts'
import {
  amongThree,
  answeredRight,
  answeredWrong,
  auroc,
  calibration,
  first,
  type NaturalFigure,
  type NaturalResult,
  precision,
  rightAtPrecision,
  uncoveredAnswered,
} from '../naturalFigures.ts'
import { askJanua, askPeer } from '../naturalSubject.ts'
import { type PeerName, PEERS } from '../peers/peers.ts'

type Limit = { atLeast?: number; atMost?: number }
interface Measure {
  name: string
  figure: NaturalFigure
  limit: Record<Language, Limit | null>
}

const atLeast = (en: number, de: number): Measure['limit'] => ({
  en: { atLeast: en },
  de: { atLeast: de },
})
const NONE: Measure['limit'] = { en: null, de: null }

/** Over single questions; what is asked after another message is counted apart. */
export const MEASURES: Measure[] = [
  { name: 'right article first', figure: first, limit: atLeast(0.57, 0.5) },
  { name: 'right article among three', figure: amongThree, limit: atLeast(0.78, 0.68) },
  { name: 'AUROC of the confidence', figure: auroc, limit: NONE },
  { name: 'correct at 90 % precision', figure: rightAtPrecision(0.9), limit: atLeast(0.25, 0.15) },
  { name: 'correct at 80 % precision', figure: rightAtPrecision(0.8), limit: atLeast(0.33, 0.25) },
  { name: 'as shipped: precision', figure: precision, limit: atLeast(0.85, 0.8) },
  { name: 'as shipped: answered correctly', figure: answeredRight, limit: atLeast(0.25, 0.18) },
  { name: 'as shipped: answered wrongly', figure: answeredWrong, limit: NONE },
  { name: 'as shipped: uncovered answered', figure: uncoveredAnswered, limit: NONE },
  {
    name: 'calibration error',
    figure: calibration,
    limit: { en: { atMost: 0.04 }, de: { atMost: 0.06 } },
  },
]
const FOLLOW_UPS: Measure = {
  name: 'follow-ups, right first',
  figure: first,
  limit: atLeast(0.55, 0.5),
}
const BY_DOMAIN = MEASURES.filter(({ name }) => /first|90 %/.test(name))
const NAMES: Record<Language, string> = { en: 'English', de: 'German' }

/**
 * Questions as people type them, of nineteen organisations. What is asked of a domain was neither fitted nor chosen on it.
 * Peers are general search libraries at settings under which each does best.
 */
export async function naturalSuite(): Promise<Figure[]> {
  const bySubject = new Map<string, NaturalResult[]>()
  const add = (subject: string, results: NaturalResult[]) =>
    bySubject.set(subject, [...(bySubject.get(subject) ?? []), ...results])
  for (const name of domainNames()) {
    const domain = await naturalDomain(name)
    add('janua', askJanua(domain))
    for (const peer of Object.keys(PEERS) as PeerName[]) add(peer, await askPeer(peer, domain))
  }
  const figures: Figure[] = []
  for (const language of ['en', 'de'] as const)
    for (const [subject, results] of bySubject) {
      const own = results.filter(({ domain }) => languageOf(domain) === language)
      const alone = own.filter(({ isFollowUp }) => !isFollowUp)
      const isPeer = subject !== 'janua'
      const measures = isPeer ? MEASURES.slice(0, 2) : MEASURES
      for (const measure of measures)
        figures.push(figureOf({ subject, language, measure, results: alone, isPeer }))
      const followUps = own.filter(({ isFollowUp }) => isFollowUp)
      figures.push(figureOf({ subject, language, measure: FOLLOW_UPS, results: followUps, isPeer }))
      if (!isPeer) figures.push(...byDomain(language, alone))
    }
  return figures
}

export function figureOf({
  subject,
  language,
  measure: { name, figure, limit },
  results,
  isPeer,
}: {
  subject: string
  language: Language
  measure: Measure
  results: readonly NaturalResult[]
  isPeer: boolean
}): Figure {
  const made: Figure = {
    suite: 'natural',
    case: NAMES[language],
    subject,
    measure: name,
    value: figure(results),
    ...bootstrap(results, figure),
    unit: 'share',
    n: results.length,
  }
  const held = limit[language]
  return isPeer || !held ? made : withLimit(made, held)
}

/** The same by domain, and how far domains lie apart. */
function byDomain(language: Language, results: readonly NaturalResult[]): Figure[] {
  const domains = [...new Set(results.map(({ domain }) => domain))]
  return BY_DOMAIN.flatMap(({ name, figure }) => {
    const values = domains.map((domain) => ({
      domain,
      own: results.filter((one) => one.domain === domain),
    }))
    const row = (circumstance: string, value: number, n: number): Figure => ({
      suite: 'natural',
      case: circumstance,
      subject: 'janua',
      measure: name,
      value,
      unit: 'share',
      n,
    })
    const each = values.map(({ domain, own }) => row(domain, figure(own), own.length))
    const all = each.map(({ value }) => value)
    return [
      ...each,
      row(`${NAMES[language]}, lowest domain`, Math.min(...all), all.length),
      row(`${NAMES[language]}, highest domain`, Math.max(...all), all.length),
    ]
  })
}
