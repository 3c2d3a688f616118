import { VECTOR_WIDTH, type RankingModel } from '@janua/core/meaning'
import type { Language } from '@janua/core'
import {
  type DomainVectors,
  leadingDirections,
  type LearningDomain,
  learningDomain,
  learnRanking,
  leftOutFigures,
  type LeftOutFigures,
  narrowed,
  withSignals,
  wordSignals,
} from '@janua/core/learning'
import { parentPort, workerData } from 'node:worker_threads'
import { modelsHere } from '../../answering/meaningModels.ts'
import type { TextKind } from '../../answering/encoder.ts'
import { domainNames, languageOf, naturalDomain } from '../natural.ts'

export interface RankingOrder {
  languages: readonly Language[]
  dimensions: number
  /** Names of domains; all when not given. */
  learnFrom?: readonly string[]
  /** Whether rankings are wanted that did not see each domain, to measure by. */
  withFolds: boolean
}
export interface LearntRankings {
  directions: Float32Array<ArrayBuffer> | null
  rankings: Partial<Record<Language, RankingModel>>
  figures: ({ language: Language } & LeftOutFigures)[]
  /** By the name of the domain that was left out. */
  folds: Record<string, RankingModel>
}
/** What the thread says: what it wants encoded, how far it is, and what came of it. */
export type RankingSaid =
  | { type: 'encode'; texts: string[]; kind: TextKind }
  | { type: 'step'; step: 'encoding' | 'learning'; of: number }
  | { type: 'learnt'; learnt: LearntRankings }

/** So many texts are encoded at once. */
const AT_ONCE = 128
/** So many texts of each domain tell in which directions vectors differ. */
const TELLING = 400

const {
  languages,
  dimensions,
  withFolds,
  learnFrom = domainNames(),
} = (workerData as { order: RankingOrder }).order
const say = (said: RankingSaid) => parentPort!.postMessage(said)

interface ReadDomain {
  language: Language
  domain: LearningDomain
}

/** Learns how an encoder's nearness ranks articles and how sure it is, from questions that people asked of other organisations. */
async function learn(): Promise<LearntRankings> {
  const models = modelsHere(null)
  const read: ReadDomain[] = []
  for (const name of learnFrom) {
    const language = languageOf(name)
    if (!languages.includes(language)) continue
    read.push({
      language,
      domain: learningDomain(await naturalDomain(name), models[language]?.vectors),
    })
  }
  const passages = distinct(read.flatMap(({ domain }) => [...passagesOf(domain)]))
  const asked = distinct(read.flatMap(({ domain }) => askedOf(domain)))
  say({ type: 'step', step: 'encoding', of: passages.length + asked.length })
  const vectors = {
    passage: await encoded(passages, 'passage'),
    question: await encoded(asked, 'question'),
  }
  say({ type: 'step', step: 'learning', of: languages.length })
  const directions =
    dimensions > VECTOR_WIDTH
      ? leadingDirections(
          joined(
            read.flatMap(({ domain }) =>
              domain.units.texts.slice(0, TELLING).map((text) => vectors.passage.get(text)!),
            ),
          ),
          dimensions,
          VECTOR_WIDTH,
        )
      : null
  const under = (texts: readonly string[], kind: TextKind) =>
    texts.map((text) => ({ tuned: narrowed(vectors[kind].get(text)!, directions) }))
  const learnt: LearntRankings = { directions, rankings: {}, figures: [], folds: {} }
  for (const language of languages) {
    if (!read.some((each) => each.language === language)) continue
    const names = wordSignals(language, models[language]?.vectors !== undefined)
    const own = read.flatMap((each) => (each.language === language ? [each.domain] : []))
    const { whole, left, without } = learnRanking(
      own.map((domain) =>
        withSignals(domain, names, {
          vectors: {
            units: under(domain.units.texts, 'passage'),
            sections: under(domain.sections.texts, 'passage'),
            questions: under(domain.questions.texts, 'question'),
            parts: under(domain.parts.texts, 'question'),
            taught: under(domain.questions.texts, 'passage'),
          } satisfies DomainVectors,
        }),
      ),
    )
    learnt.rankings[language] = whole
    learnt.figures.push({ language, ...leftOutFigures(left) })
    if (withFolds) Object.assign(learnt.folds, Object.fromEntries(without))
  }
  return learnt
}

/** Texts as articles have them, and questions as they are stored when they are taught. */
function* passagesOf({ units, sections, questions }: LearningDomain): Generator<string> {
  yield* units.texts
  yield* sections.texts
  yield* questions.texts
}

function askedOf({ questions, parts }: LearningDomain): string[] {
  return [...questions.texts, ...parts.texts]
}

function distinct(texts: readonly string[]): string[] {
  return [...new Set(texts)]
}

async function encoded(
  texts: readonly string[],
  kind: TextKind,
): Promise<Map<string, Float32Array>> {
  const vectors = new Map<string, Float32Array>()
  for (let from = 0; from < texts.length; from += AT_ONCE) {
    const some = texts.slice(from, from + AT_ONCE)
    const given = await new Promise<Float32Array[]>((done) => {
      parentPort!.once('message', done)
      say({ type: 'encode', texts: some, kind })
    })
    some.forEach((text, i) => vectors.set(text, given[i]!))
  }
  return vectors
}

function joined(vectors: readonly Float32Array[]): Float32Array {
  const all = new Float32Array(vectors.length * dimensions)
  vectors.forEach((vector, row) => all.set(vector, row * dimensions))
  return all
}

say({ type: 'learnt', learnt: await learn() })
