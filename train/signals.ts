import { DIMENSIONS } from '../core/src/meaning/encoder.ts'
import { type Head, headed } from '../core/src/meaning/heads.ts'
import { type ArticleVectors, meaningSignals } from '../core/src/meaning/meaningSignals.ts'
import type { TrainingDomain } from './domain.ts'

/** What a head says of every question and article of a domain, in the order of `MEANING_SIGNALS`. */
export function signalsUnder(head: Head, domain: TrainingDomain): number[][][] {
  const { units, sections, questions, parts } = domain
  const vectors = {
    units: headedRows(units.pooled, head),
    sections: headedRows(sections.pooled, head),
  }
  const articles = domain.right[0]!.map((_, article): ArticleVectors => ({
    kinds: units.kinds.filter((__, i) => units.owner[i] === article),
    units: own(vectors.units, units.owner, article),
    sections: own(vectors.sections, sections.owner, article),
  }))
  const asked = rows(headedRows(questions.pooled, head))
  const pieces = rows(headedRows(parts.pooled, head))
  return asked.map((whole, question) => {
    const ownParts = pieces.filter((_, i) => parts.owner[i] === question)
    return articles.map((article) => meaningSignals({ whole, parts: ownParts }, article))
  })
}

function headedRows(pooled: Float32Array, head: Head): Float32Array {
  const out = new Float32Array(pooled.length)
  rows(pooled).forEach((row, i) => out.set(headed(row, head), i * DIMENSIONS))
  return out
}

function rows(values: Float32Array): Float32Array[] {
  return Array.from({ length: values.length / DIMENSIONS }, (_, row) =>
    values.subarray(row * DIMENSIONS, (row + 1) * DIMENSIONS),
  )
}

function own(values: Float32Array, owner: Int32Array, article: number): Float32Array {
  const found = rows(values).filter((_, row) => owner[row] === article)
  const out = new Float32Array(found.length * DIMENSIONS)
  found.forEach((row, i) => out.set(row, i * DIMENSIONS))
  return out
}
