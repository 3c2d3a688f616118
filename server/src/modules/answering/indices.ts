import type { GlossaryContent, ItemKind } from '@janua/contracts'
import {
  changeIndex,
  type ContentItem,
  type IndexBlocks,
  indexRelease,
  openIndex,
  type Pinned,
  type ReleaseIndex,
} from '@janua/core'
import {
  attachedIn,
  type AttachedRankings,
  attachedRankings,
  type KnownVectors,
  type MeaningModels,
} from '@janua/core/meaning'
import type { MessagePort } from 'node:worker_threads'
import type { Sequelize } from 'sequelize'
import { addressOf } from '../../platform/database/connect.ts'
import { inThread } from '../../platform/jobs/startThread.ts'
import { contentItem } from './contentItem.ts'
import type { AttachedEncoders } from './attachedEncoder.ts'
import type { Vectors } from './vectors.ts'
import type { ReleaseViews } from '../releases/index.ts'

export interface ContentPin extends Pinned {
  kind: ItemKind
}

interface Made {
  /** The glossary and the encoder that it was made with. */
  with: string
  pins: Map<number, number>
  index: ReleaseIndex
}

const KEPT = 6
/** An index that differs from a known one by at most this share of its items is made from it. */
const NEAR_SHARE = 0.3
/** A change makes a part of its own; from this many parts on everything is laid out anew. */
const MOST_PARTS = 24
/** A larger library is indexed in a thread of its own, so that nobody's answer waits for it. */
const LARGE = 400
const AT_ONCE = 500

/** Makes indices: from the nearest one that is known where it can, so that a change costs what changed and not what is there. */
export class Indices {
  private readonly made: Made[] = []

  constructor(
    private readonly dependencies: {
      db: Sequelize
      read: Pick<ReleaseViews, 'revisions'>
      vectors: Vectors | null
      attached: AttachedEncoders
    },
  ) {}

  async of(
    pins: readonly ContentPin[],
    glossary: readonly GlossaryContent[],
    encoder: string | null,
  ): Promise<ReleaseIndex> {
    const key = JSON.stringify([glossary, encoder])
    const base = this.nearest(pins, key)
    const index = base
      ? await this.changed(base, pins)
      : await this.anew(pins, glossary, await this.models(encoder))
    this.made.push({
      with: key,
      pins: new Map(pins.map(({ item, revision }) => [item, revision])),
      index,
    })
    if (this.made.length > KEPT) this.made.shift()
    return index
  }

  forget(): void {
    this.made.length = 0
  }

  /** What an index is understood by, with an encoder of the team's before the one that ships. */
  private async models(encoder: string | null): Promise<MeaningModels | undefined> {
    const { vectors, attached } = this.dependencies
    return vectors && encoder !== null ? attached.models(encoder, vectors.models) : vectors?.models
  }

  private nearest(pins: readonly ContentPin[], key: string): Made | undefined {
    const near = this.made
      .filter((made) => made.with === key && made.index.parts.length < MOST_PARTS)
      .map((made) => ({
        made,
        differing: differing(made, pins).put.length + differing(made, pins).remove.length,
      }))
      .sort((a, b) => a.differing - b.differing)[0]
    return near && near.differing <= Math.max(3, pins.length * NEAR_SHARE) ? near.made : undefined
  }

  private async changed(base: Made, pins: readonly ContentPin[]): Promise<ReleaseIndex> {
    const { put, remove } = differing(base, pins)
    const items = await readContent(this.dependencies.read, put)
    return changeIndex(base.index, {
      put: items,
      remove,
      ...(await this.vectorsOf(items, base.index.settings.models)),
    })
  }

  private async anew(
    pins: readonly ContentPin[],
    glossary: readonly GlossaryContent[],
    models: MeaningModels | undefined,
  ): Promise<ReleaseIndex> {
    if (pins.length <= LARGE) {
      const items = await readContent(this.dependencies.read, pins)
      return indexRelease(
        items,
        { glossary, ...(models && { models }) },
        await this.vectorsOf(items, models),
      )
    }
    const encoder = this.dependencies.attached.port()
    const order: IndexOrder = {
      address: addressOf(this.dependencies.db),
      pins: [...pins],
      glossary: [...glossary],
      hasModels: models !== undefined,
      attached: attachedRankings(models),
      encoder,
    }
    return openIndex(
      await inThread<IndexOrder, IndexBlocks>(
        new URL('./indexThread.ts', import.meta.url),
        order,
        {},
        [encoder],
      ),
      models,
    )
  }

  /** What items need to be put into an index, beside themselves. @param models what the index is understood by */
  async vectorsOf(
    items: readonly ContentItem[],
    models: MeaningModels | undefined,
  ): Promise<KnownVectors> {
    const { vectors, attached } = this.dependencies
    if (!vectors || !models) return {}
    const found = attachedIn(models) ? await attached.vectorsOf(items, models) : null
    return { vectors: await vectors.of(items), ...(found && { attached: found }) }
  }
}

export interface IndexOrder {
  address: ReturnType<typeof addressOf>
  pins: ContentPin[]
  glossary: GlossaryContent[]
  /** Whether the index is to understand more than words. */
  hasModels: boolean
  /** An encoder of the team's that goes before the one that ships, and the line by which it is asked. */
  attached: AttachedRankings | null
  encoder: MessagePort
}

/** Reads pinned content in the order of items, some hundred revisions at a time. */
export async function readContent(
  read: Pick<ReleaseViews, 'revisions'>,
  pins: readonly ContentPin[],
): Promise<ContentItem[]> {
  const kinds = new Map(pins.map(({ item, kind }) => [item, kind]))
  const items: ContentItem[] = []
  for (let from = 0; from < pins.length; from += AT_ONCE) {
    const revisions = await read.revisions.list({
      where: { id: pins.slice(from, from + AT_ONCE).map(({ revision }) => revision) },
    })
    items.push(...revisions.map((revision) => contentItem(kinds.get(revision.itemId)!, revision)))
  }
  return items.sort((a, b) => a.id - b.id)
}

function differing(
  { pins: known }: Made,
  pins: readonly ContentPin[],
): { put: ContentPin[]; remove: number[] } {
  const wanted = new Set(pins.map(({ item }) => item))
  return {
    put: pins.filter(({ item, revision }) => known.get(item) !== revision),
    remove: [...known.keys()].filter((item) => !wanted.has(item)),
  }
}
