import { Op } from 'sequelize'
import type { AnsweringTables } from './tables.ts'
import { sha256 } from '../../platform/hash.ts'

/** So many texts are looked up at once. */
const AT_ONCE = 500

/** Vectors of texts as the database keeps them: made once for each text and encoder. */
export class VectorStore {
  constructor(private readonly tables: AnsweringTables) {}

  /** @returns the vectors of those texts that have been encoded */
  async found(encoder: string, texts: readonly string[]): Promise<Map<string, Uint8Array>> {
    const found = new Map<string, Uint8Array>()
    for (let from = 0; from < texts.length; from += AT_ONCE) {
      const byHash = new Map(
        texts.slice(from, from + AT_ONCE).map((text) => [hashOf(text), text] as const),
      )
      const rows = await this.tables.textVectors.findAll({
        where: { encoder, hash: { [Op.in]: [...byHash.keys()] } },
        raw: true,
      })
      for (const { hash, vectors } of rows) found.set(byHash.get(hash)!, vectors)
    }
    return found
  }

  async put(
    encoder: string,
    texts: readonly string[],
    vectors: readonly Uint8Array[],
  ): Promise<void> {
    if (texts.length === 0) return
    await this.tables.textVectors.bulkCreate(
      texts.map((text, i) => ({ encoder, hash: hashOf(text), vectors: Buffer.from(vectors[i]!) })),
      { ignoreDuplicates: true },
    )
  }
}

function hashOf(text: string): string {
  return sha256(text)
}
