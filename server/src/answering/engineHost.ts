import type { CourtesyContent, DoorContent, GlossaryContent, ItemKind } from '@janua/contracts'
import { type ContentItem, indexRelease, type Pinned, type ReadItem, questionTerms, type ReleaseIndex, type Routing, search, STARTER_COURTESIES } from '@janua/core'
import { contentItem } from '../library/contentItem.ts'
import type { ContentTables } from '../library/models.ts'
import type { Draft } from '../releases/draft.ts'
import type { LivePointer } from '../releases/livePointer.ts'
import { problem } from '../http/problems.ts'

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
  doors: OpenDoor[]
  routing: Routing | null
  courtesies: readonly CourtesyContent[]
  glossary: readonly GlossaryContent[]
}

const KEPT = 4
/** Read items are kept between indices up to this many; then all are forgotten and read anew as needed. */
const READ_KEPT = 60_000

/** Holds the indices of the releases in use, and of the draft. */
export class EngineHost {
  private readonly compiled = new Map<number, Promise<CompiledRelease>>()
  /** Items as they were read; shared with whoever makes an index of nearly the same content. */
  readonly read = new Map<string, ReadItem>()
  private draftKey = ''
  private draftCompiled: Promise<CompiledRelease> | undefined

  constructor(private readonly needs: { tables: ContentTables; live: LivePointer; draft: Draft }) {}

  /** What visitors get now. */
  async live(): Promise<CompiledRelease | null> {
    const number = await this.needs.live.read()
    return number === null ? null : this.release(number)
  }

  async release(number: number): Promise<CompiledRelease> {
    const known = this.compiled.get(number)
    if (known) return known
    const made = this.compile(number, await this.needs.live.pinnedBy(number))
    this.compiled.set(number, made)
    made.catch(() => this.compiled.delete(number))
    for (const old of [...this.compiled.keys()].slice(0, -KEPT)) this.compiled.delete(old)
    return made
  }

  /** The draft as it stands; made anew only after a change. */
  async draft(): Promise<CompiledRelease> {
    const pinned = await this.needs.draft.pinned()
    const key = keyOf(pinned)
    if (!this.draftCompiled || key !== this.draftKey) {
      this.draftKey = key
      this.draftCompiled = this.compile(0, pinned)
    }
    return this.draftCompiled
  }

  /** The part of a document of the draft whose passage comes nearest to a question; null when none does. */
  async nearestPart(item: number, question: string): Promise<number | null> {
    const { index } = await this.draft()
    const [best] = search(questionTerms(question, index), index, 1, (doc) => index.passages[doc]!.item.id === item)
    return best ? index.passages[best.doc]!.passage.part : null
  }

  async openDoor(key: string): Promise<{ release: CompiledRelease; door: OpenDoor }> {
    const release = await this.live()
    const door = release?.doors.find((each) => each.key === key)
    if (!release || !door) throw problem('DOOR_NOT_FOUND', key)
    return { release, door }
  }

  private async compile(number: number, pinned: readonly Pinned[]): Promise<CompiledRelease> {
    const { tables } = this.needs
    const [revisions, items] = await Promise.all([
      tables.revisions.findAll({ where: { id: pinned.map(({ revision }) => revision) } }),
      tables.items.findAll({ attributes: ['id', 'kind'], where: { id: pinned.map(({ item }) => item) } }),
    ])
    const kinds = new Map(items.map(({ id, kind }) => [id, kind]))
    const of = (...wanted: ItemKind[]) => revisions.filter(({ itemId }) => wanted.includes(kinds.get(itemId)!)).sort((a, b) => a.itemId - b.itemId)
    const content = of('article', 'fixed', 'document').map((revision): ContentItem => contentItem(kinds.get(revision.itemId)!, revision))
    const courtesies = of('courtesy').map(({ content }) => content as CourtesyContent)
    const glossary = of('glossary').map(({ content }) => content as GlossaryContent)
    if (this.read.size > READ_KEPT) this.read.clear()
    return {
      number,
      key: keyOf(pinned),
      index: indexRelease(content, { glossary, kept: this.read }),
      courtesies: courtesies.length > 0 ? courtesies : STARTER_COURTESIES,
      glossary,
      doors: of('door').map(({ itemId, content }) => ({ ...(content as DoorContent), id: itemId })),
      routing: (of('routing')[0]?.content as Routing | undefined) ?? null,
    }
  }
}

function keyOf(pinned: readonly Pinned[]): string {
  return pinned.map(({ item, revision }) => `${item}:${revision}`).join()
}
