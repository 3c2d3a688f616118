import { tensorOf, type Tensors } from './tensors.ts'

/** Numbers of a word's vector. */
export const WORD_DIMENSIONS = 100
const UNKNOWN_RARITY = 9
/** Words whose cosines are kept: some hundred bytes for each place. */
const KEPT = 96

/** A word with what is known of how near it is to others. */
export interface KnownCosines {
  readonly vector: Float32Array
  readonly cosines: Float32Array
}

/** What words mean by the company they keep: vectors of unit length, of the commonest words first. */
export class WordVectors {
  private readonly places: Map<string, number>
  private readonly bytes: Int8Array
  private readonly scales: Float32Array
  private readonly known = new Map<string, KnownCosines>()

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

  /** Where the vector of a word lies, or that of its stem. */
  placeOf(word: string, stem: string): number | undefined {
    return this.places.get(word) ?? this.places.get(stem)
  }

  /** The vector of a word, or of its stem. */
  vector(word: string, stem: string): Float32Array | undefined {
    const vector = new Float32Array(WORD_DIMENSIONS)
    return this.addTo(vector, word, stem, 1) ? vector : undefined
  }

  /** Adds so much of a word's vector to another. @returns whether the word has one */
  addTo(sum: Float32Array, word: string, stem: string, weight: number): boolean {
    const place = this.placeOf(word, stem)
    if (place === undefined) return false
    const by = weight * this.scales[place]!
    const from = place * WORD_DIMENSIONS
    for (let i = 0; i < WORD_DIMENSIONS; i++) sum[i]! += by * this.bytes[from + i]!
    return true
  }

  /**
   * Cosines of a word with those at all places, as far as they were asked for by `cosineOf`; others are NaN. Words come again and again.
   * @returns undefined when the word has no vector
   */
  cosinesOf(word: string, stem: string): KnownCosines | undefined {
    const known = this.known.get(word)
    if (known) {
      this.known.delete(word)
      this.known.set(word, known)
      return known
    }
    const vector = this.vector(word, stem)
    if (!vector) return undefined
    const own = { vector, cosines: new Float32Array(this.words.length).fill(NaN) }
    this.known.set(word, own)
    if (this.known.size > KEPT) this.known.delete(this.known.keys().next().value!)
    return own
  }

  cosineOf({ vector, cosines }: KnownCosines, place: number): number {
    if (Number.isNaN(cosines[place]!)) cosines[place] = this.cosineAt(vector, place)
    // Read back as it is kept, so that the first to ask hears the same as all others.
    return cosines[place]!
  }

  /** Cosine of a vector of unit length with that at a place. */
  cosineAt(vector: Float32Array, place: number): number {
    const from = place * WORD_DIMENSIONS
    let sum = 0
    for (let i = 0; i < WORD_DIMENSIONS; i++) sum += vector[i]! * this.bytes[from + i]!
    return sum * this.scales[place]!
  }
}

/** Inner product of two vectors of one length; of unit vectors their cosine. */
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
