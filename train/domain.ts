import { type LearningDomain, learningDomain } from '@janua/core/learning'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { naturalDomain } from '../server/src/modules/models/natural.ts'
import { DIMENSIONS, SentenceEncoder } from '../core/src/meaning/encoder.ts'
import type { WordVectors } from '../core/src/meaning/wordVectors.ts'

/** Where training keeps what takes long and comes out the same. */
export const CACHE = join(import.meta.dirname, '../data/train')

/** Vectors before any head, one after the other. */
interface Pooled {
  pooled: Float32Array
}

/** A domain with what the encoder gives of its texts. */
export interface TrainingDomain extends LearningDomain {
  units: LearningDomain['units'] & Pooled
  sections: LearningDomain['sections'] & Pooled
  questions: LearningDomain['questions'] & Pooled
  parts: LearningDomain['parts'] & Pooled
}

/** Reads a domain; follow-ups are left out. @param encoder none for a language without one: then there are no vectors */
export async function trainingDomain(
  name: string,
  { vectors, encoder }: { vectors?: WordVectors; encoder?: SentenceEncoder },
): Promise<TrainingDomain> {
  const domain = learningDomain(await naturalDomain(name), vectors)
  const withPooled = <T extends { texts: string[] }>(part: T): T & Pooled => ({
    ...part,
    pooled: encoder ? cached(part.texts, encoder) : new Float32Array(),
  })
  return {
    ...domain,
    units: withPooled(domain.units),
    sections: withPooled(domain.sections),
    questions: withPooled(domain.questions),
    parts: withPooled(domain.parts),
  }
}

/** Encoding takes minutes and gives the same each time: kept by what was encoded. */
function cached(texts: string[], encoder: SentenceEncoder): Float32Array {
  const print = createHash('sha256').update(texts.join('\0')).digest('hex').slice(0, 32)
  const file = join(CACHE, `${print}.bin`)
  if (existsSync(file)) {
    const bytes = readFileSync(file)
    return new Float32Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length))
  }
  const all = new Float32Array(texts.length * DIMENSIONS)
  encoder.encode(texts).forEach((vector, row) => all.set(vector, row * DIMENSIONS))
  mkdirSync(CACHE, { recursive: true })
  writeFileSync(file, Buffer.from(all.buffer))
  return all
}
