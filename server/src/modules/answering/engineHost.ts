import type {
  SmallTalkContent,
  DoorContent,
  EncoderContent,
  GlossaryContent,
  ItemKind,
} from '@janua/contracts'
import {
  type ConfidenceModel,
  type ContentItem,
  isOfNow,
  type Pinned,
  type QueueClassifier,
  rank,
  readQuestion,
  type ReleaseIndex,
  type Routing,
  STARTER_SMALL_TALK,
} from '@janua/core'
import type { KnownVectors } from '@janua/core/meaning'
import type { MessagePort } from 'node:worker_threads'
import type { Sequelize } from 'sequelize'
import { completeDoor } from './doorDefaults.ts'
import { problem } from '../../platform/http/problems.ts'
import type { AttachedEncoders } from './attachedEncoder.ts'
import { type ContentPin, Indices, readContent } from './indices.ts'
import type { Vectors } from './vectors.ts'
import type { AnsweringTables, EngineModelRow } from './tables.ts'
import type { Asker, Draft, LivePointer, ReleaseViews } from '../releases/index.ts'

export interface OpenDoor extends DoorContent {
  id: number
}

/** A release made ready to answer from. */
export interface CompiledRelease {
  /** 0 for the draft. */
  number: number
  /** The same for the same content. */
  key: string
  index: ReleaseIndex
  /** The articles, fixed answers and documents in it. */
  content: readonly ContentPin[]
  doors: OpenDoor[]
  routing: Routing | null
  /** What routing looks at besides its rules, as it was when the release was made. */
  classifier?: QueueClassifier
  smallTalk: readonly SmallTalkContent[]
  glossary: readonly GlossaryContent[]
  /** The encoder of the team's that it was made for; null for the one that ships. */
  encoder: EncoderContent | null
  /** How sure it may be: as it was learnt from its content; undefined for the model that Janua ships. */
  model?: ConfidenceModel
}

const KEPT = 4
const CONTENT: readonly ItemKind[] = ['article', 'fixed', 'document']

/** Holds the indices of the releases in use, and of the draft. */
export class EngineHost {
  private readonly compiled = new Map<number, Promise<CompiledRelease>>()
  private readonly tried = new Map<string, Promise<CompiledRelease>>()
  private readonly indices: Indices

  constructor(
    private readonly dependencies: {
      db: Sequelize
      tables: AnsweringTables
      read: Pick<ReleaseViews, 'items' | 'releases' | 'revisions'>
      /** What was learnt of queues, by its number. */
      queueClassifier: (id: number) => Promise<QueueClassifier | undefined>
      live: LivePointer
      draft: Draft
      vectors: Vectors | null
      attached: AttachedEncoders
    },
  ) {
    this.indices = new Indices(dependencies)
  }

  /** What visitors get now. */
  async live(): Promise<CompiledRelease | null> {
    const number = await this.dependencies.live.read()
    return number === null ? null : this.release(number)
  }

  async release(number: number): Promise<CompiledRelease> {
    const known = this.compiled.get(number)
    if (known) return known
    const made = this.compile(
      number,
      await this.dependencies.live.pinnedBy(number),
      await this.frozenIn(number),
    )
    this.compiled.set(number, made)
    made.catch(() => this.compiled.delete(number))
    for (const old of [...this.compiled.keys()].slice(0, -KEPT)) this.compiled.delete(old)
    return made
  }

  /** The draft as it stands; made anew only after a change. */
  async draft(): Promise<CompiledRelease> {
    return this.of(await this.dependencies.draft.pinned())
  }

  /**
   * Any set of revisions, made ready as the next release would be; the newest few are kept.
   * @param encoder one to be tried with them, or null for the one that ships; that which they pin when not given
   */
  async of(
    pinned: readonly Pinned[],
    { encoder }: { encoder?: EncoderContent | null } = {},
  ): Promise<CompiledRelease> {
    const newest = await this.newestModel(pinned, encoder)
    const key = `${keyOf(pinned)} ${newest?.id ?? 0} ${encoder === undefined ? '' : encoder?.id}`
    const made = this.tried.get(key) ?? this.compile(0, pinned, newest?.model, encoder)
    // What was asked for last is let go of last.
    this.tried.delete(key)
    this.tried.set(key, made)
    made.catch(() => this.tried.delete(key))
    for (const old of [...this.tried.keys()].slice(0, -KEPT)) this.tried.delete(old)
    return made
  }

  /** What some items need to be put into an index, beside themselves. */
  vectorsOf(items: readonly ContentItem[], { settings }: ReleaseIndex): Promise<KnownVectors> {
    return this.indices.vectorsOf(items, settings.models)
  }

  /** A line by which a thread asks an encoder of the team's. */
  port(): MessagePort {
    return this.dependencies.attached.port()
  }

  /** The articles, fixed answers and documents of a release, with their texts. */
  contentOf({ content }: Pick<CompiledRelease, 'content'>): Promise<ContentItem[]> {
    return readContent(this.dependencies.read, content)
  }

  /** The part of a document of the draft whose passage comes nearest to a question; null when none does. */
  async nearestPart(item: number, question: string): Promise<number | null> {
    const { index } = await this.draft()
    const [best] = rank(
      readQuestion(question, index),
      index,
      1,
      (doc) => index.itemIdOf(doc) === item,
    )
    return best ? index.passage(best.doc).passage.part : null
  }

  /** A door as somebody gets it: not all may get the same release. */
  async openDoor(key: string, who?: Asker): Promise<{ release: CompiledRelease; door: OpenDoor }> {
    const number = await this.dependencies.live.readFor(who)
    const release = number === null ? null : await this.release(number)
    const door = release?.doors.find((each) => each.key === key)
    if (!release || !door) throw problem('DOOR_NOT_FOUND', key)
    return { release, door }
  }

  /** Lets go of everything that was made ready: stored content was changed in place. */
  forget(): void {
    this.compiled.clear()
    this.tried.clear()
    this.indices.forget()
  }

  /** What was learnt last under the encoder that some revisions name; a new release of them freezes it. */
  async newestModel(
    pinned: readonly Pinned[],
    encoder?: EncoderContent | null,
  ): Promise<EngineModelRow | null> {
    const named = encoder === undefined ? await this.encoderAmong(pinned) : encoder
    return this.dependencies.tables.engineModels.findOne({
      where: { encoder: named?.id ?? null },
      order: [['id', 'DESC']],
    })
  }

  private async encoderAmong(pinned: readonly Pinned[]): Promise<EncoderContent | null> {
    const { items, revisions } = this.dependencies.read
    const item = await items.first({ where: { kind: 'encoder' } })
    const pin = item && pinned.find((each) => each.item === item.id)
    const revision = pin && (await revisions.find(pin.revision))
    return (revision?.content as EncoderContent | undefined) ?? null
  }

  /** The model of a release; that which ships, where the release is older than what its model looked at. */
  private async frozenIn(number: number): Promise<ConfidenceModel | undefined> {
    const { tables, read } = this.dependencies
    const release = await read.releases.find(number)
    const model = release?.modelId
      ? (await tables.engineModels.findByPk(release.modelId))?.model
      : undefined
    return model && isOfNow(model) ? model : undefined
  }

  /** The classifier that a routing looks at. */
  async classifierOf({ model }: Routing): Promise<QueueClassifier | undefined> {
    return model ? this.dependencies.queueClassifier(model) : undefined
  }

  private async compile(
    number: number,
    pinned: readonly Pinned[],
    model?: ConfidenceModel,
    tried?: EncoderContent | null,
  ): Promise<CompiledRelease> {
    const { read } = this.dependencies
    const items = await read.items.list({ attributes: ['id', 'kind'], raw: true })
    const kinds = new Map(items.map(({ id, kind }) => [id, kind]))
    const pins = pinned
      .map((pin): ContentPin => ({ ...pin, kind: kinds.get(pin.item)! }))
      .sort((a, b) => a.item - b.item)
    const content = pins.filter(({ kind }) => CONTENT.includes(kind))
    const others = pins.filter(({ kind }) => !CONTENT.includes(kind))
    const revisions = await read.revisions.list({
      where: { id: others.map(({ revision }) => revision) },
    })
    const of = (wanted: ItemKind) =>
      revisions
        .filter(({ itemId }) => kinds.get(itemId) === wanted)
        .sort((a, b) => a.itemId - b.itemId)
    const smallTalk = of('smallTalk').map(({ content }) => content as SmallTalkContent)
    const glossary = of('glossary').map(({ content }) => content as GlossaryContent)
    const routing = (of('routing')[0]?.content as Routing | undefined) ?? null
    const classifier = routing ? await this.classifierOf(routing) : undefined
    const pinnedEncoder = of('encoder')[0]?.content as EncoderContent | undefined
    const encoder = tried === undefined ? (pinnedEncoder ?? null) : tried
    return {
      number,
      key: keyOf(pinned),
      index: await this.indices.of(content, glossary, encoder?.id ?? null),
      encoder,
      content,
      smallTalk: smallTalk.length > 0 ? smallTalk : STARTER_SMALL_TALK,
      glossary,
      ...(model && { model }),
      doors: of('door').map(({ itemId, content }) => ({
        ...completeDoor(content as DoorContent),
        id: itemId,
      })),
      routing,
      ...(classifier && { classifier }),
    }
  }
}

function keyOf(pinned: readonly Pinned[]): string {
  return pinned.map(({ item, revision }) => `${item}:${revision}`).join()
}
