import type { ContentItem, Language } from '@janua/core'
import { bootstrap, mean } from '../bootstrap.ts'
import {
  domainNames,
  languageOf,
  naturalDomain,
  type NaturalDomain,
  type NaturalQuestion,
} from '../../server/src/modules/models/natural.ts'
import { type Figure, withLimit } from '../figure.ts'
import { FoldEngine } from '../naturalSubject.ts'

/** So many wordings of a need are taught while another is asked. */
const TAUGHT = [0, 1, 2, 4]
const LEAST_GAIN = 0.03
const NAMES: Record<Language, string> = { en: 'English', de: 'German' }

/**
 * Each wording of a need is asked once with so many of its other wordings taught to the articles that settle it, and as many of every other
 * need: teaching must spread to what was not taught, and must not pull in what is merely near.
 */
export async function taughtSuite(): Promise<Figure[]> {
  const figures: Figure[] = []
  const names = domainNames()
  for (const language of ['en', 'de'] as const) {
    const hits: number[][] = TAUGHT.map(() => [])
    for (const name of names.filter((each) => languageOf(each) === language)) {
      const domain = await naturalDomain(name)
      const engine = new FoldEngine(name)
      TAUGHT.forEach((many, i) => hits[i]!.push(...hitsOf(domain, engine, many)))
    }
    TAUGHT.forEach((many, i) =>
      figures.push(figure(NAMES[language], `right first, ${many} taught`, hits[i]!)),
    )
    const gains = hits.at(-1)!.map((hit, i) => hit - hits[0]![i]!)
    figures.push(
      withLimit(figure(NAMES[language], 'gained by four', gains), { atLeast: LEAST_GAIN }),
    )
  }
  return figures
}

/** Whether the right article comes first: of each covered question in turn, in a fixed order. */
function hitsOf(domain: NaturalDomain, engine: FoldEngine, many: number): number[] {
  const byNeed = new Map<string, NaturalQuestion[]>()
  for (const question of domain.questions)
    if (question.settledBy.size > 0 && question.before.length === 0)
      byNeed.set(question.need, [...(byNeed.get(question.need) ?? []), question])
  const rounds = Math.max(...[...byNeed.values()].map(({ length }) => length))
  return Array.from({ length: rounds }, (_, round) => {
    // In each round one wording of every need is asked, and of the others the next ones are taught.
    const taught = [...byNeed.values()].flatMap((wordings) =>
      Array.from(
        { length: Math.min(many, wordings.length - 1) },
        (__, i) => wordings[(round + 1 + i) % wordings.length]!,
      ),
    )
    const asked = [...byNeed.values()].flatMap((wordings) => wordings[round] ?? [])
    const items = domain.items.map((item): ContentItem => ({
      ...item,
      phrasings: taught.flatMap(({ settledBy, text }) => (settledBy.has(item.id) ? [text] : [])),
    }))
    const { ask } = engine.prepared({ ...domain, items }, 1)
    return asked.map((question) =>
      question.settledBy.has(ask(question)?.trace.candidates[0]?.item ?? -1) ? 1 : 0,
    )
  }).flat()
}

function figure(name: string, measure: string, values: readonly number[]): Figure {
  return {
    suite: 'taught',
    case: name,
    subject: 'janua',
    measure,
    value: mean(values),
    ...bootstrap(values, mean),
    unit: 'share',
    n: values.length,
  }
}
