import type { SentenceEncoder } from './encoder.ts'
import type { EncodedText, Heads, HeadVectors } from './heads.ts'

const KEPT = 4_000

/** What sentences mean, by some encoder. */
export interface Sentences {
  /** The same only for the same weights: vectors are stored under it. */
  readonly id: string
  /**
   * Vectors of questions and of their parts, in their order.
   * @returns null when it cannot tell now: somebody else stands in
   */
  encodeAsked(texts: readonly string[]): readonly EncodedText[] | null
}

/** The encoder that ships, with its heads. What was asked lately is not encoded again. */
export class SentenceMeaning implements Sentences {
  private readonly kept = new Map<string, HeadVectors>()

  /**
   * @param id the same only for the same weights: vectors are stored under it
   * @param least how near an article has to come under the head "none" to be better than none
   */
  constructor(
    readonly id: string,
    private readonly encoder: SentenceEncoder,
    private readonly heads: Heads,
    readonly least: number,
  ) {}

  /** @param texts in any number; about ten milliseconds each */
  encode(texts: readonly string[]): HeadVectors[] {
    return this.heads.apply(this.encoder.encode(texts))
  }

  /** The same for questions, which come again: in replays, topics and routing. */
  encodeAsked(texts: readonly string[]): HeadVectors[] {
    const missing = texts.filter((text) => !this.kept.has(text))
    const made = new Map(
      missing.length === 0 ? [] : this.encode(missing).map((vectors, i) => [missing[i]!, vectors]),
    )
    for (const [text, vectors] of made) this.kept.set(text, vectors)
    const all = texts.map((text) => this.kept.get(text)!)
    for (const text of this.kept.keys()) {
      if (this.kept.size <= KEPT) break
      this.kept.delete(text)
    }
    return all
  }
}
