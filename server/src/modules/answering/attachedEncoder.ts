import type { ContentItem, ReleaseIndex } from '@janua/core'
import { narrowed } from '@janua/core/learning'
import {
  attachedIn,
  type AttachedRankings,
  type EncodedText,
  type FindVectors,
  type KnownVectors,
  type MeaningModels,
  packVectors,
  type Sentences,
  withAttached,
} from '@janua/core/meaning'
import { MessageChannel, type MessagePort } from 'node:worker_threads'
import type { Encoder } from './encoder.ts'
import { textsToEncode } from './encoding.ts'
import type { PortTask } from './portSentences.ts'
import { Vectors } from './vectors.ts'
import { VectorStore } from './vectorStore.ts'
import type { AnsweringTables } from './tables.ts'

/** An encoder as it was learnt to rank by. Its id tells it from every other, and from itself before it was changed. */
export interface LearntEncoder extends AttachedRankings {
  name: string
  /** Along which its vectors are stored; null where they are short enough as they are. */
  directions: Float32Array | null
}

/** Questions that were asked lately, so many, are not encoded again. */
const KEPT = 20_000
/** Nobody waits longer for an encoder than this: the one that ships stands in. */
const PATIENCE_MS = 3_000
/** After a fault it is left alone for so long. */
const REST_MS = 20_000
/** A question is read in at most so many ways that its encoder has to be asked for. */
const ROUNDS = 4
/** A change of so many texts is encoded at once; more wait for their turn in the background. */
const FEW = 60

/** Lends the engine an encoder of the team's. Which of them runs now changes; releases name the one that they were made for. */
export class AttachedEncoders {
  private readonly store: VectorStore
  private readonly asked = new Map<string, AskedTexts>()
  private running: { encoder: Encoder; learnt: LearntEncoder } | null = null

  constructor(
    private readonly dependencies: {
      tables: AnsweringTables
      /** Finds an encoder that was learnt once, by its id. */
      learnt: (id: string) => Promise<LearntEncoder | null>
    },
  ) {
    this.store = new VectorStore(dependencies.tables)
  }

  /** The encoder that answers now. */
  run(encoder: Encoder, learnt: LearntEncoder): void {
    this.running = { encoder, learnt }
  }

  stop(): void {
    this.running = null
  }

  /** The models with an encoder before the one that ships; as they are where nobody has learnt it. */
  async models(id: string, shipped: MeaningModels): Promise<MeaningModels> {
    const learnt = await this.dependencies.learnt(id)
    return learnt ? withAttached(shipped, learnt, this.askedOf(id)) : shipped
  }

  /**
   * Finds vectors of all texts of some items; a few that are missing are made first.
   * @returns null where some are missing still
   */
  async vectorsOf(
    items: readonly ContentItem[],
    models: MeaningModels,
  ): Promise<FindVectors | null> {
    const id = attachedIn(models)!.id
    const texts = attachedTexts(items, models)
    const found = await this.store.found(id, texts)
    const missing = texts.filter((text) => !found.has(text))
    if (missing.length > FEW) return null
    try {
      const made = await this.encode(id, missing, AbortSignal.timeout(PATIENCE_MS))
      missing.forEach((text, i) => found.set(text, made[i]!))
    } catch {
      return null
    }
    return (text) => found.get(text)
  }

  /** Encodes texts of articles and keeps their vectors. @throws when it does not run */
  async encode(id: string, texts: readonly string[], signal?: AbortSignal): Promise<Uint8Array[]> {
    if (texts.length === 0) return []
    const made = (await this.embedded(id, texts, 'passage', signal)).map(packVectors)
    await this.store.put(id, texts, made)
    return made
  }

  /** Which of some texts have no vectors yet. */
  async missing(id: string, texts: readonly string[]): Promise<string[]> {
    const found = await this.store.found(id, texts)
    return texts.filter((text) => !found.has(text))
  }

  /** A line by which a thread asks the encoder; it closes with the thread. */
  port(): MessagePort {
    const { port1: own, port2: theirs } = new MessageChannel()
    own.on('message', ({ id, number, texts, done }: PortTask) => {
      void this.askedOf(id)
        .all(texts)
        .then((vectors) => {
          own.postMessage({ number, vectors })
          Atomics.store(done, 0, 1)
          Atomics.notify(done, 0)
        })
    })
    own.unref()
    return theirs
  }

  private askedOf(id: string): AskedTexts {
    const known = this.asked.get(id)
    if (known) return known
    const made = new AskedTexts(id, (texts) =>
      this.embedded(id, texts, 'question', AbortSignal.timeout(PATIENCE_MS)),
    )
    this.asked.set(id, made)
    return made
  }

  private async embedded(
    id: string,
    texts: readonly string[],
    kind: 'question' | 'passage',
    signal?: AbortSignal,
  ): Promise<EncodedText[]> {
    if (this.running?.learnt.id !== id) throw new Error('This encoder does not run.')
    const { encoder, learnt } = this.running
    const vectors = await encoder.embed(texts, kind, signal)
    return vectors.map((vector) => ({ tuned: narrowed(vector, learnt.directions) }))
  }
}

/** The vectors of items, for a thread: of an encoder of the team's only those that were made before. */
export async function knownVectors(
  tables: AnsweringTables,
  items: readonly ContentItem[],
  models: MeaningModels,
): Promise<KnownVectors> {
  const vectors = await new Vectors({ tables, models }).of(items)
  const encoder = attachedIn(models)
  if (!encoder) return { vectors }
  const found = await new VectorStore(tables).found(encoder.id, attachedTexts(items, models))
  return { vectors, attached: (text) => found.get(text) }
}

function attachedTexts(items: readonly ContentItem[], models: MeaningModels): string[] {
  return textsToEncode(items, ({ attached }) => attached !== undefined, models)
}

/**
 * What was asked, as an encoder reads it. What it has not read yet is noted: who asked has it read and asks again, as nothing waits within the
 * engine.
 */
export class AskedTexts implements Sentences {
  private readonly kept = new Map<string, EncodedText>()
  private readonly wanted = new Set<string>()
  private restsUntil = 0

  constructor(
    readonly id: string,
    private readonly embed: (texts: readonly string[]) => Promise<EncodedText[]>,
  ) {}

  /** Begins anew: what was wanted by who did not wait for it is nobody's business. */
  forgetWanted(): void {
    this.wanted.clear()
  }

  encodeAsked(texts: readonly string[]): EncodedText[] | null {
    const found = texts.flatMap((text) => this.kept.get(text) ?? [])
    if (found.length === texts.length) return found
    for (const text of texts) if (!this.kept.has(text)) this.wanted.add(text)
    return null
  }

  /** Has read what was missing since the last time. @returns whether asking again will bring more */
  async readWanted(): Promise<boolean> {
    const texts = [...this.wanted]
    this.wanted.clear()
    return texts.length > 0 && (await this.read(texts))
  }

  /** All of some texts; null when the encoder does not answer. */
  async all(texts: readonly string[]): Promise<EncodedText[] | null> {
    const missing = texts.filter((text) => !this.kept.has(text))
    if (missing.length > 0 && !(await this.read(missing))) return null
    return texts.map((text) => this.kept.get(text)!)
  }

  private async read(texts: readonly string[]): Promise<boolean> {
    if (performance.now() < this.restsUntil) return false
    try {
      const vectors = await this.embed(texts)
      for (const text of this.kept.keys()) {
        if (this.kept.size + texts.length <= KEPT) break
        this.kept.delete(text)
      }
      texts.forEach((text, i) => this.kept.set(text, vectors[i]!))
      return true
    } catch {
      this.restsUntil = performance.now() + REST_MS
      return false
    }
  }
}

/**
 * Asks an index; where an encoder of the team's has to read something for it first, that is done and it is asked again. Where the encoder does
 * not answer, what was said without it stands, and its trace says so.
 * @param ask pure: it may be called several times
 */
export async function understood<T>(index: ReleaseIndex, ask: () => T): Promise<T> {
  const sentences = attachedIn(index.settings.models)
  if (!(sentences instanceof AskedTexts)) return ask()
  for (let round = 0; round < ROUNDS; round++) {
    sentences.forgetWanted()
    const said = ask()
    if (!(await sentences.readWanted())) return said
  }
  return ask()
}
