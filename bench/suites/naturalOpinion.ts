import {
  fitOpinions,
  type Language,
  type Opinion,
  type OpinionCase,
  withOpinion,
} from '@janua/core'
import {
  httpLanguageModel,
  type HttpLanguageModelSettings,
} from '../../server/src/modules/models/httpLanguageModel.ts'
import type { LanguageModel } from '../../server/src/modules/models/languageModel.ts'
import { messagesFor, SCHEMAS } from '../../server/src/modules/models/prompts.ts'
import { opinionIn, REACH } from '../../server/src/modules/models/secondOpinion.ts'
import { bootstrap } from '../bootstrap.ts'
import {
  domainNames,
  languageOf,
  naturalDomain,
  type NaturalDomain,
} from '../../server/src/modules/models/natural.ts'
import type { Figure } from '../figure.ts'
import {
  answeredRight,
  answeredWrong,
  calibration,
  type NaturalFigure,
  type NaturalResult,
  precision,
  rightAtPrecision,
  uncoveredAnswered,
} from '../naturalFigures.ts'
import { askJanua, prepared, THRESHOLD } from '../naturalSubject.ts'

type Heard = NaturalResult & { says: Opinion | null; milliseconds: number | null }

const MEASURES: [name: string, figure: NaturalFigure][] = [
  ['as shipped: precision', precision],
  ['as shipped: answered correctly', answeredRight],
  ['as shipped: answered wrongly', answeredWrong],
  ['as shipped: uncovered answered', uncoveredAnswered],
  ['correct at 90 % precision', rightAtPrecision(0.9)],
  ['calibration error', calibration],
]
const NAMES: Record<Language, string> = { en: 'English', de: 'German' }
const AT_ONCE = 4
const MAX_TOKENS = 30

/**
 * What the second opinion of a language model is worth on natural questions: as many right, wrong and uncovered ones answered at the shipped
 * threshold as without it. What opinions are worth in a domain is learnt on the others.
 */
export async function opinionFigures(settings: HttpLanguageModelSettings): Promise<Figure[]> {
  const model = httpLanguageModel(settings)
  const heard: Heard[] = []
  for (const name of domainNames()) heard.push(...(await hear(await naturalDomain(name), model)))
  const decidedAnew = heard.map((one) => ({ ...one, ...decided(one, heard) }))
  return (['en', 'de'] as const).flatMap((language) => {
    const of = (all: readonly Heard[]) =>
      all.filter(({ domain, isFollowUp }) => languageOf(domain) === language && !isFollowUp)
    const subjects = [
      ['janua', of(heard)],
      [`janua, second opinion of ${settings.model}`, of(decidedAnew)],
    ] as const
    const asked = of(heard).flatMap(({ milliseconds }) => milliseconds ?? [])
    return [
      ...subjects.flatMap(([subject, results]) =>
        MEASURES.map(([measure, figure]): Figure => ({
          suite: 'natural',
          case: NAMES[language],
          subject,
          measure,
          value: figure(results),
          ...bootstrap(results, figure),
          unit: 'share',
          n: results.length,
        })),
      ),
      {
        suite: 'natural',
        case: NAMES[language],
        subject: settings.model,
        measure: 'a second opinion, median',
        value: asked.toSorted((a, b) => a - b)[Math.floor(asked.length / 2)] ?? 0,
        unit: 'ms',
        n: asked.length,
      },
    ]
  })
}

/** Asks Janua, and the model wherever Janua is near the threshold. */
async function hear(domain: NaturalDomain, model: LanguageModel): Promise<Heard[]> {
  const library = prepared(domain)
  const heard: Heard[] = askJanua(domain, library).map((result) => ({
    ...result,
    says: null,
    milliseconds: null,
  }))
  let next = 0
  const work = async () => {
    while (next < heard.length) {
      const place = next++
      const question = domain.questions[place]!
      const isNear = Math.abs(heard[place]!.confidence - THRESHOLD) <= REACH
      if (question.before.length > 0 || !isNear) continue
      const [first] = library.ask(question)?.trace.candidates ?? []
      if (!first) continue
      const began = performance.now()
      const { text } = await model.complete(
        messagesFor('opinion', '', {
          language: domain.language,
          question: question.text,
          passages: [{ title: first.title, path: first.path, text: library.passageOf(first) }],
        }),
        { maxTokens: MAX_TOKENS, schema: SCHEMAS.opinion! },
      )
      heard[place]!.says = opinionIn(text) ?? null
      heard[place]!.milliseconds = performance.now() - began
    }
  }
  await Promise.all(Array.from({ length: AT_ONCE }, work))
  return heard
}

const scales = new Map<string, ReturnType<typeof fitOpinions>>()

/** A result as it is with the opinion on it, by what opinions are worth in the other domains. */
function decided(
  { domain, confidence, says, first, answered, right }: Heard,
  all: readonly Heard[],
): Pick<NaturalResult, 'confidence' | 'answered' | 'right'> {
  if (says === null) return { confidence, answered, right }
  if (!scales.has(domain))
    scales.set(
      domain,
      fitOpinions(
        all.flatMap((one): OpinionCase[] =>
          one.says === null || one.domain === domain
            ? []
            : [{ sure: one.confidence, says: one.says, right: one.first, weight: 1 }],
        ),
      ),
    )
  const sure = withOpinion(confidence, says, scales.get(domain))
  return { confidence: sure, answered: sure >= THRESHOLD, right: sure >= THRESHOLD && first }
}
