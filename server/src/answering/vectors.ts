import type { ContentItem } from '@janua/core'
import { type FindVectors, type MeaningModels, packVectors } from '@janua/core/meaning'
import { createHash } from 'node:crypto'
import { Op, type Sequelize } from 'sequelize'
import { Turns } from '../jobs/turns.ts'
import type { ContentTables } from '../library/models.ts'
import { encodeInThreads, textsToEncode } from './encoding.ts'

/** An article has hardly more texts: these are encoded here, some at a time; more in threads, which take a while to begin. */
const FEW = 60
const AT_A_TIME = 2
/** So many texts are looked up at once. */
const AT_ONCE = 500

/** Vectors of texts: made once for each text and encoder, and kept in the database. */
export class Vectors {
  constructor(
    private readonly needs: {
      tables: Pick<ContentTables, 'textVectors'>
      db: Sequelize
      models: MeaningModels
      /** Is told how far encoding has come, in texts. */
      onProgress?: (done: number, all: number) => void
    },
  ) {}

  get models(): MeaningModels {
    return this.needs.models
  }

  /** Finds the vectors of all texts of some items; those that are missing are made first. */
  async of(items: readonly ContentItem[]): Promise<FindVectors> {
    return this.find(textsToEncode(items, this.needs.models))
  }

  /** @param texts distinct */
  async find(texts: readonly string[]): Promise<FindVectors> {
    const encoder = this.needs.models.en?.sentences
    if (!encoder || texts.length === 0) return () => undefined
    const found = await this.stored(encoder.id, texts)
    const missing = texts.filter((text) => !found.has(text))
    if (missing.length <= FEW) {
      const turns = new Turns()
      const made: Uint8Array[] = []
      for (let from = 0; from < missing.length; from += AT_A_TIME) {
        made.push(...encoder.encode(missing.slice(from, from + AT_A_TIME)).map(packVectors))
        await turns.give()
      }
      await this.store(encoder.id, missing, made, found)
      return (text) => found.get(text)
    }
    let done = 0
    await encodeInThreads(missing, async (some, made) => {
      await this.store(encoder.id, some, made, found)
      this.needs.onProgress?.((done += some.length), missing.length)
    })
    return (text) => found.get(text)
  }

  private async stored(
    encoder: string,
    texts: readonly string[],
  ): Promise<Map<string, Uint8Array>> {
    const found = new Map<string, Uint8Array>()
    for (let from = 0; from < texts.length; from += AT_ONCE) {
      const byHash = new Map(
        texts.slice(from, from + AT_ONCE).map((text) => [hashOf(text), text] as const),
      )
      const rows = await this.needs.tables.textVectors.findAll({
        where: { encoder, hash: { [Op.in]: [...byHash.keys()] } },
        raw: true,
      })
      for (const { hash, vectors } of rows) found.set(byHash.get(hash)!, vectors)
    }
    return found
  }

  private async store(
    encoder: string,
    texts: readonly string[],
    made: readonly Uint8Array[],
    found: Map<string, Uint8Array>,
  ): Promise<void> {
    texts.forEach((text, i) => found.set(text, made[i]!))
    if (texts.length === 0) return
    await this.needs.tables.textVectors.bulkCreate(
      texts.map((text, i) => ({
        encoder,
        hash: hashOf(text),
        vectors: Buffer.from(made[i]!),
      })),
      { ignoreDuplicates: true },
    )
  }
}

function hashOf(text: string): string {
  return createHash('sha256').update(text).digest('hex')
}
