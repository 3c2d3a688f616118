import type { Language } from '@janua/core'

/** What a text is: some encoders are told, as they were taught on questions and passages apart. */
export type TextKind = 'question' | 'passage'

/** Turns texts into vectors: the nearer two point, the more alike are the texts. */
export interface Encoder {
  /** The same only while the same texts give the same vectors: what is stored is stored under it. */
  readonly id: string
  readonly dimensions: number
  /** The languages that it was taught; null for all. */
  readonly languages: readonly Language[] | null
  /** What is longer is cut. */
  readonly maxTokens: number
  /**
   * Encodes texts.
   * @returns for each text a vector of length 1, in their order
   * @throws {EncoderFault} when anything but that came back
   */
  embed(
    texts: readonly string[],
    kind: TextKind,
    signal?: AbortSignal,
  ): Promise<Float32Array<ArrayBuffer>[]>
}

/** An encoder that cannot be used, in plain words. */
export class EncoderFault extends Error {
  /** @param isPassing whether it may well work again in a while */
  constructor(
    message: string,
    readonly isPassing = false,
  ) {
    super(message)
  }
}

/**
 * Vectors of length 1, of what an encoder gave.
 * @param wanted for so many texts, of so many numbers each where that is known
 * @throws {EncoderFault} when they are none
 */
export function unitVectors(
  given: readonly unknown[],
  wanted: { texts: number; dimensions?: number },
): Float32Array<ArrayBuffer>[] {
  if (given.length !== wanted.texts)
    throw new EncoderFault(`It gave ${given.length} vectors for ${wanted.texts} texts.`)
  const dimensions = wanted.dimensions ?? lengthOf(given[0])
  return given.map((each) => {
    if (lengthOf(each) !== dimensions)
      throw new EncoderFault(
        `It gave a vector of ${lengthOf(each)} numbers where ${dimensions} were expected.`,
      )
    return unit(Float32Array.from(each as ArrayLike<number>))
  })
}

function lengthOf(vector: unknown): number {
  return Array.isArray(vector) || vector instanceof Float32Array ? vector.length : 0
}

function unit(vector: Float32Array<ArrayBuffer>): Float32Array<ArrayBuffer> {
  const length = Math.sqrt(vector.reduce((sum, value) => sum + value * value, 0))
  if (!Number.isFinite(length))
    throw new EncoderFault('It gave a vector with something in it that is no number.')
  if (length === 0) throw new EncoderFault('It gave a vector of nothing but zeros.')
  return vector.map((value) => value / length)
}
