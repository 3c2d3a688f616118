import { DIMENSIONS } from '../core/src/meaning/encoder.ts'
import { HEADS, type HeadName, Heads, type HeadVectors } from '../core/src/meaning/heads.ts'
import {
  type ArticleVectors,
  type AskedVectors,
  meaningSignals,
} from '../core/src/meaning/meaningSignals.ts'
import { packVectors, VectorRows, vectorTable } from '../core/src/meaning/packedVectors.ts'
import type { TrainingDomain } from './domain.ts'

/** What heads say of a domain: question, article, signal in the order of `MEANING_SIGNALS`; and how alike other questions are. */
export interface HeadSignals {
  signals: number[][][]
  others: number[][]
}

/** The same as the app computes them, from vectors as they are stored. */
export function signalsUnder(heads: Heads, domain: TrainingDomain): Record<HeadName, HeadSignals> {
  const vectors = (pooled: Float32Array) => heads.apply(rows(pooled))
  const table = (all: readonly HeadVectors[]) => vectorTable(all.map(packVectors))
  const [units, sections] = [vectors(domain.units.pooled), vectors(domain.sections.pooled)]
  const [asked, parts] = [vectors(domain.questions.pooled), vectors(domain.parts.pooled)]
  const tables = { units: table(units), sections: table(sections), asked: table(asked) }
  const spans = (owner: Int32Array) =>
    domain.right[0]!.map((_, article) => ({
      first: owner.indexOf(article),
      length: owner.filter((each) => each === article).length,
    }))
  const [ofUnits, ofSections] = [spans(domain.units.owner), spans(domain.sections.owner)]
  const under = (head: HeadName): HeadSignals => {
    const articles = ofUnits.map(({ first, length }, article): ArticleVectors => ({
      kinds: domain.units.kinds.slice(first, first + length),
      units: new VectorRows(tables.units, head, first, length),
      sections: new VectorRows(
        tables.sections,
        head,
        ofSections[article]!.first,
        ofSections[article]!.length,
      ),
      taught: new VectorRows(tables.asked, head, 0, 0),
    }))
    const questions = new VectorRows(tables.asked, head, 0, asked.length)
    return {
      signals: asked.map((whole, question) => {
        const own: AskedVectors = {
          whole: whole[head],
          parts: parts.flatMap((part, i) =>
            domain.parts.owner[i] === question ? [part[head]] : [],
          ),
        }
        return articles.map((article) => meaningSignals(own, article))
      }),
      others: asked.map((whole) => questions.dots(whole[head])),
    }
  }
  return Object.fromEntries(HEADS.map((head) => [head, under(head)])) as Record<
    HeadName,
    HeadSignals
  >
}

function rows(values: Float32Array): Float32Array[] {
  return Array.from({ length: values.length / DIMENSIONS }, (_, row) =>
    values.subarray(row * DIMENSIONS, (row + 1) * DIMENSIONS),
  )
}
