import type { ContentItem } from '@janua/core'
import { type FindVectors, type MeaningModels, packVectors } from '@janua/core/meaning'
import { Turns } from '../../platform/jobs/turns.ts'
import { encodeInThreads, textsToEncode } from './encoding.ts'
import { VectorStore } from './vectorStore.ts'
import type { AnsweringTables } from './tables.ts'

/** An article has hardly more texts: these are encoded here, some at a time; more in threads, which take a while to begin. */
const FEW = 60
const AT_A_TIME = 2

/** Vectors of texts by the encoder that ships: those that are missing are made when they are needed. */
export class Vectors {
  private readonly store: VectorStore

  constructor(
    private readonly dependencies: {
      tables: AnsweringTables
      models: MeaningModels
    },
  ) {
    this.store = new VectorStore(dependencies.tables)
  }

  get models(): MeaningModels {
    return this.dependencies.models
  }

  /** Finds the vectors of all texts of some items; those that are missing are made first. */
  async of(items: readonly ContentItem[]): Promise<FindVectors> {
    const encoder = this.models.en?.sentences
    const texts = textsToEncode(items, ({ sentences }) => sentences !== undefined, this.models)
    if (!encoder || texts.length === 0) return () => undefined
    const found = await this.store.found(encoder.id, texts)
    const missing = texts.filter((text) => !found.has(text))
    const keep = async (some: readonly string[], made: readonly Uint8Array[]) => {
      some.forEach((text, i) => found.set(text, made[i]!))
      await this.store.put(encoder.id, some, made)
    }
    if (missing.length > FEW) await encodeInThreads(missing, keep)
    else {
      const turns = new Turns()
      const made: Uint8Array[] = []
      for (let from = 0; from < missing.length; from += AT_A_TIME) {
        made.push(...encoder.encode(missing.slice(from, from + AT_A_TIME)).map(packVectors))
        await turns.give()
      }
      await keep(missing, made)
    }
    return (text) => found.get(text)
  }
}
