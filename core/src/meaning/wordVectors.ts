import { tensorOf, type Tensors } from './tensors.ts'

/** Numbers of a word's vector. */
export const WORD_DIMENSIONS = 100
const UNKNOWN_RARITY = 9

/** What words mean by the company they keep: vectors of unit length, of the commonest words first. */
export class WordVectors {
  private readonly places: Map<string, number>
  private readonly bytes: Int8Array
  private readonly scales: Float32Array

  /** @param words in the order of their rows. @throws {DamagedModel} when words and rows differ in number */
  constructor(
    readonly words: readonly string[],
    tensors: Tensors,
  ) {
    const { data, scales } = tensorOf(tensors, 'words', words.length, WORD_DIMENSIONS)
    this.bytes = data as Int8Array
    this.scales = scales!
    this.places = new Map(words.map((word, place) => [word, place]))
  }

  /** How many words are commoner; undefined when the word is not known. */
  rank(word: string): number | undefined {
    return this.places.get(word)
  }

  /** 0 for the commonest word, 9 and more for rare ones. */
  rarity(word: string): number {
    const rank = this.places.get(word)
    return rank === undefined ? UNKNOWN_RARITY : Math.log(1 + rank) * 0.9
  }

  /** The vector of a word, or of its stem. */
  vector(word: string, stem: string): Float32Array | undefined {
    const place = this.places.get(word) ?? this.places.get(stem)
    if (place === undefined) return undefined
    const scale = this.scales[place]!
    const from = place * WORD_DIMENSIONS
    const vector = new Float32Array(WORD_DIMENSIONS)
    for (let i = 0; i < WORD_DIMENSIONS; i++) vector[i] = this.bytes[from + i]! * scale
    return vector
  }
}

export function dotOf(a: Float32Array, b: Float32Array): number {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!
  return sum
}

/** Makes a vector one long, in place. */
export function toUnit(vector: Float32Array): Float32Array {
  const length = Math.sqrt(dotOf(vector, vector))
  if (length > 0) for (let i = 0; i < vector.length; i++) vector[i]! /= length
  return vector
}
