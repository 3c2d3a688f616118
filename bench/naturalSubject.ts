import { type Answer, converse, type ContentItem, indexRelease, splitPassages } from '@janua/core'
import { type MeaningModels, packVectors } from '@janua/core/meaning'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { MODELS, readMeaningModels } from '../server/src/modules/answering/meaningModels.ts'
import { CACHE } from '../train/domain.ts'
import type { NaturalDomain, NaturalQuestion } from '../server/src/modules/models/natural.ts'
import type { NaturalResult } from './naturalFigures.ts'
import { type PeerName, PEERS } from './peers/peers.ts'

/** Models that did not see a domain, by its name. */
export const FOLDS = join(CACHE, 'folds')
/** Where the shipped threshold lies, as `npm run ask` has it. */
export const THRESHOLD = 0.65

/** A library made ready, and what is said to each question asked of it. */
export interface Prepared {
  ask(question: Pick<NaturalQuestion, 'text' | 'before'>): Answer | undefined
  /** What a passage says. */
  passageOf(source: { item: number; ordinal: number }): string
}

/** Janua with models that did not see a domain. Texts are encoded once, however often its library changes. */
export class FoldEngine {
  /** What texts are understood by. */
  readonly models: MeaningModels
  private readonly vectors = new Map<string, Uint8Array>()

  /** @throws when `npm run train` did not leave such models */
  constructor(domain: string) {
    const folder = join(FOLDS, domain)
    if (!existsSync(folder))
      throw new Error(
        `There are no models that did not see ${domain}. Run "npm run train" first: it leaves them beside those that ship.`,
      )
    const { models, faults } = readMeaningModels(MODELS, folder)
    if (faults.length > 0) throw new Error(faults.join('\n'))
    this.models = models
  }

  /** Makes it ready to answer from some items. @param threshold from which confidence it answers */
  prepared(
    { items, language }: Pick<NaturalDomain, 'items' | 'language'>,
    threshold = THRESHOLD,
  ): Prepared {
    const index = indexRelease(
      items,
      { language, models: this.models },
      { vectors: (text) => this.vectorsOf(text) },
    )
    return {
      ask: ({ text, before }) =>
        converse(index, [...before, text], { threshold }).at(-1)!.asked[0]?.answer,
      passageOf: ({ item, ordinal }) => index.passage(index.docAt(item, ordinal)!).passage.text,
    }
  }

  vectorsOf(text: string): Uint8Array {
    const known = this.vectors.get(text)
    if (known) return known
    const made = packVectors(this.models.en!.sentences!.encode([text])[0]!)
    this.vectors.set(text, made)
    return made
  }
}

/** Makes Janua ready to answer from a domain. */
export function prepared(domain: NaturalDomain, threshold = THRESHOLD): Prepared {
  return new FoldEngine(domain.name).prepared(domain, threshold)
}

/** Every question of a domain, asked of Janua. */
export function askJanua(
  domain: NaturalDomain,
  { ask }: Prepared = prepared(domain),
): NaturalResult[] {
  return domain.questions.map((question) => resultOf(domain, question, ask(question)))
}

/** What an answer to a question came to. */
export function resultOf(
  domain: NaturalDomain,
  question: NaturalQuestion,
  answer: Answer | undefined,
): NaturalResult {
  const order = [...new Set(answer?.trace.candidates.map(({ item }) => item) ?? [])]
  const answered = answer?.outcome === 'answered'
  return {
    ...placed(domain, question, order),
    confidence: answer?.trace.candidates[0]?.confidence ?? 0,
    answered,
    right: answered && question.settledBy.has(answer.sources[0]?.item ?? -1),
  }
}

/** The same of a search library; its scores are no confidence, and it answers nothing by itself. */
export async function askPeer(name: PeerName, domain: NaturalDomain): Promise<NaturalResult[]> {
  const itemOf: number[] = []
  const rows = domain.items.flatMap(({ id: item, title, body }: ContentItem) =>
    splitPassages(body).map(({ path, text }) => {
      itemOf.push(item)
      return { id: itemOf.length - 1, title: [title, ...path].join(' '), text }
    }),
  )
  const search = await PEERS[name](rows, domain.language)
  const results: NaturalResult[] = []
  for (const question of domain.questions) {
    const found = await search([...question.before, question.text].join(' '), DEPTH)
    const order = [...new Set(found.map((row) => itemOf[row]!))]
    results.push({
      ...placed(domain, question, order),
      confidence: 0,
      answered: false,
      right: false,
    })
  }
  return results
}

const DEPTH = 30

function placed({ name }: NaturalDomain, question: NaturalQuestion, order: readonly number[]) {
  const settles = (item: number) => question.settledBy.has(item)
  return {
    domain: name,
    id: question.id,
    isCovered: question.settledBy.size > 0,
    isFollowUp: question.before.length > 0,
    first: order.slice(0, 1).some(settles),
    amongThree: order.slice(0, 3).some(settles),
  }
}
