import type { EncodedDomain } from '@janua/core/learning'
import { DIMENSIONS } from '../core/src/meaning/encoder.ts'
import { Heads } from '../core/src/meaning/heads.ts'
import type { TrainingDomain } from './domain.ts'
import type { LearntHeads } from './headsThread.ts'

/** A domain's texts under heads, as the app has them. */
export function underHeads(learnt: LearntHeads, domain: TrainingDomain): EncodedDomain {
  const heads = new Heads(learnt)
  const vectors = ({ pooled }: { pooled: Float32Array }) => heads.apply(rows(pooled))
  return {
    vectors: {
      units: vectors(domain.units),
      sections: vectors(domain.sections),
      questions: vectors(domain.questions),
      parts: vectors(domain.parts),
    },
    least: learnt.none.least,
  }
}

function rows(values: Float32Array): Float32Array[] {
  return Array.from({ length: values.length / DIMENSIONS }, (_, row) =>
    values.subarray(row * DIMENSIONS, (row + 1) * DIMENSIONS),
  )
}
