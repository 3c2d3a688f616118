import type { Language } from '../text/language.ts'
import type { ContentItem } from '../answering/items.ts'
import { DIMENSIONS, type SentenceEncoder } from './encoder.ts'
import { type Head, headed } from './heads.ts'
import {
  type ArticleVectors,
  type AskedVectors,
  dotAt,
  meaningSignals,
  partsOfQuestion,
} from './meaningSignals.ts'
import { scored, shares, standardised } from './ranker.ts'
import {
  firstOf,
  NEAREST_THREE,
  OF_WHOLE,
  sureness,
  surenessFeatures,
  type SurenessModel,
} from './sureness.ts'
import { textsOf, type Unit, unitsOf } from './units.ts'
import { WordLibrary } from './wordSignals.ts'
import type { WordVectors } from './wordVectors.ts'

/** What was learnt for a language: how signals rank articles, and how sure the first is. */
export interface RankingModel {
  signals: readonly string[]
  weights: readonly number[]
  sureness: SurenessModel
}

/** Everything that a language is understood by. Without an encoder, words alone say what is near. */
export interface MeaningModels {
  language: Language
  ranking: RankingModel
  vectors?: WordVectors
  encoding?: {
    encoder: SentenceEncoder
    shipped: Head
    tuned: Head
    none: Head & { least: number }
  }
}

/** What an encoder gives for an article before any head: its units and its sections, a row each. */
export interface PooledArticle {
  units: Float32Array
  sections: Float32Array
}

/** An article as it fits a question. */
export interface RankedArticle {
  /** Its place in the library. */
  article: number
  /** Its share of what speaks for any article, 0 to 1. */
  share: number
  signals: readonly number[]
}

/** The articles of a library for a question, the best first. */
export interface RankedArticles {
  articles: RankedArticle[]
  /** Chance that the first one settles the question, 0 to 1. */
  sure: number
  /** The unit of the first one that comes nearest; null without an encoder. */
  nearest: Unit | null
  repaired: { from: string; to: string }[]
}

interface Headed {
  shipped: ArticleVectors
  tuned: ArticleVectors
  none: ArticleVectors
}

/** Encodes an article's texts: the slow part, done once for each text. */
export function pooledArticle(
  item: Pick<ContentItem, 'kind' | 'title' | 'body' | 'parts'>,
  encoder: SentenceEncoder,
): PooledArticle {
  const { units, sections } = textsOf(item.title, unitsOf(item))
  return { units: rowsOf(encoder.encode(units)), sections: rowsOf(encoder.encode(sections)) }
}

/** A library that finds articles by words and by meaning. Pure: the same library, models and question give the same ranking. */
export class MeaningIndex {
  private readonly units: Unit[][]
  private readonly library: WordLibrary
  private readonly headed: Headed[] | null

  /** @param pooled of each item in order; only needed where the models have an encoder */
  constructor(
    items: readonly Pick<ContentItem, 'kind' | 'title' | 'body' | 'parts'>[],
    private readonly models: MeaningModels,
    pooled: readonly PooledArticle[] = [],
  ) {
    this.units = items.map(unitsOf)
    this.library = new WordLibrary(this.units, models.language, models.vectors)
    const { encoding } = models
    this.headed = encoding
      ? items.map((_, article) => {
          const kinds = this.units[article]!.map(({ kind }) => kind)
          const under = (head: Head): ArticleVectors => ({
            kinds,
            units: underHead(pooled[article]!.units, head),
            sections: underHead(pooled[article]!.sections, head),
          })
          return {
            shipped: under(encoding.shipped),
            tuned: under(encoding.tuned),
            none: under(encoding.none),
          }
        })
      : null
  }

  /** Ranks all articles. @returns none for an empty library */
  ask(question: string): RankedArticles {
    const asked = this.library.ask(question)
    if (this.units.length === 0)
      return { articles: [], sure: 0, nearest: null, repaired: asked.repaired }
    const views = this.views(question)
    const rows = this.units.map((_, article) => [
      ...this.library.signals(asked, article),
      ...(views && this.headed
        ? [
            ...meaningSignals(views.shipped, this.headed[article]!.shipped),
            ...meaningSignals(views.tuned, this.headed[article]!.tuned),
          ]
        : []),
    ])
    const { ranking } = this.models
    const scores = scored(standardised(rows), ranking.weights)
    const first = firstOf(scores)
    const none = views && this.noneView(views.none, first)
    const parts = shares(scores)
    return {
      articles: rows
        .map((signals, article) => ({ article, share: parts[article]!, signals }))
        .sort((a, b) => b.share - a.share || a.article - b.article),
      sure: sureness(
        ranking.sureness,
        surenessFeatures({ names: ranking.signals, rows, scores, ...(none && { none }) }),
      ),
      nearest: views ? this.nearestUnit(views.tuned.whole, first) : null,
      repaired: asked.repaired,
    }
  }

  private views(question: string) {
    const { encoding } = this.models
    if (!encoding) return null
    const texts = partsOfQuestion(question)
    const [whole, ...parts] = encoding.encoder.encode([question, ...texts])
    const under = (head: Head): AskedVectors => ({
      whole: headed(whole!, head),
      parts: parts.map((part) => headed(part, head)),
    })
    return {
      shipped: under(encoding.shipped),
      tuned: under(encoding.tuned),
      none: under(encoding.none),
    }
  }

  private noneView(asked: AskedVectors, first: number) {
    const all = this.headed!.map(({ none }) => meaningSignals(asked, none))
    return {
      near: all.map((signals) => signals[NEAREST_THREE]!),
      least: this.models.encoding!.none.least,
      first: all[first]!.slice(0, OF_WHOLE),
    }
  }

  private nearestUnit(asked: Float32Array, article: number): Unit {
    const { units } = this.headed![article]!.tuned
    const near = this.units[article]!.map((_, unit) => dotAt(asked, units, unit))
    return this.units[article]![firstOf(near)]!
  }
}

function underHead(pooled: Float32Array, head: Head): Float32Array {
  const out = new Float32Array(pooled.length)
  for (let from = 0; from < pooled.length; from += DIMENSIONS)
    out.set(headed(pooled.subarray(from, from + DIMENSIONS), head), from)
  return out
}

function rowsOf(vectors: readonly Float32Array[]): Float32Array {
  const out = new Float32Array(vectors.length * DIMENSIONS)
  vectors.forEach((vector, row) => out.set(vector, row * DIMENSIONS))
  return out
}
