import {
  type DocumentContent,
  type Door,
  DOOR_LANGUAGES,
  type DoorContent,
  type DoorPublic,
  type DoorRules,
  type DoorSave,
  type SourceView,
  TEXT_KEYS,
} from '@janua/contracts'
import { dayIn, leftOutBecause, openAt, passagesOf } from '@janua/core'
import { DateTime } from 'luxon'
import { Op } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { problem } from '../../platform/http/problems.ts'
import type { KnownVisitor } from '../../platform/http/routing.ts'
import type { Actor } from '../accounts/index.ts'
import {
  type CompiledRelease,
  completeDoor,
  contentItem,
  type EngineHost,
  type OpenDoor,
  starterDoor,
} from '../answering/index.ts'
import type { FileLinks } from '../library/index.ts'
import {
  type Draft,
  type DraftItem,
  type LivePointer,
  type ReleaseViews,
  summarise,
} from '../releases/index.ts'

interface Dependencies {
  read: Pick<ReleaseViews, 'items' | 'releaseItems' | 'revisions'>
  draft: Draft
  live: LivePointer
  engine: EngineHost
  citations: { wasCited(visitor: KnownVisitor, revision: number): Promise<boolean> }
  fileLinks: FileLinks
  /** Whether a mail server is set up. */
  sendsMail: () => boolean
  /** Whether some queue has somebody who could take a conversation. */
  isStaffed: () => Promise<boolean>
  clock: Clock
}

/** Doors: the ways by which visitors come in. They are part of a release. */
export class Doors {
  constructor(private readonly dependencies: Dependencies) {}

  async list(): Promise<Door[]> {
    const items = await this.dependencies.read.items.list({
      where: { kind: 'door', draftRevision: { [Op.ne]: null } },
      order: [['id', 'ASC']],
    })
    return Promise.all(items.map(({ id }) => this.read(id)))
  }

  async read(id: number): Promise<Door> {
    return this.view(await this.dependencies.draft.read<DoorContent>(id, 'door'))
  }

  async add(actor: Actor, title: string, key: string): Promise<Door> {
    await this.refuseTaken(key)
    const content = starterDoor(title, key)
    return this.view(
      (await this.dependencies.draft.add(actor, 'door', {
        content,
        summary: summarise('door', content),
        ready: false,
      })) as DraftItem<DoorContent>,
    )
  }

  async save(actor: Actor, id: number, { base, ready, ...given }: DoorSave): Promise<Door> {
    if (!DateTime.now().setZone(given.timeZone).isValid)
      throw problem('TIME_ZONE_UNKNOWN', given.timeZone)
    await this.refuseTaken(given.key, id)
    const content = tidy(given)
    return this.view(
      (await this.dependencies.draft.save(actor, id, 'door', {
        content,
        summary: summarise('door', content),
        base,
        ready,
      })) as DraftItem<DoorContent>,
    )
  }

  /** What a visitor's window shows before anything is asked. */
  async open(key: string): Promise<DoorPublic> {
    const { door } = await this.dependencies.engine.openDoor(key)
    const { isStaffed, clock } = this.dependencies
    const { open, changesAt } = (await isStaffed())
      ? openAt(door.hours, door.timeZone, clock.now())
      : NOBODY
    const { title, colour, firstQuestions, texts, timeZone } = door
    const {
      handOver: { ask, calls },
      idle: { rating },
    } = door.rules
    return {
      key,
      title,
      colour,
      firstQuestions,
      texts,
      timeZone,
      open,
      changesAt: changesAt?.toISOString() ?? null,
      ask,
      calls,
      rating,
      sendsMail: this.dependencies.sendsMail(),
    }
  }

  /**
   * An article as this visitor may read it: as it is in the release that they get, or as an answer in their own thread cited it.
   * @throws NOT_FOUND for every other revision, as for one that was never there
   */
  async source(visitor: KnownVisitor, revisionId: number): Promise<SourceView> {
    const { read, engine, citations } = this.dependencies
    const { release, door } = await engine.openDoor(visitor.door, visitor)
    const pin = release.content.find(({ revision }) => revision === revisionId)
    const isPublic = pin !== undefined && this.holdsFor(visitor, release, door, pin.item)
    if (!isPublic && !(await citations.wasCited(visitor, revisionId))) throw problem('NOT_FOUND')
    const revision = await read.revisions.find(revisionId)
    const item = revision && (await read.items.find(revision.itemId))
    if (!item || !['article', 'fixed', 'document'].includes(item.kind)) throw problem('NOT_FOUND')
    const pinned = await read.releaseItems.first({
      where: { revisionId },
      order: [['releaseId', 'DESC']],
    })
    const content = contentItem(item.kind, revision)
    const { file = null, address = null } = revision.content as Partial<DocumentContent>
    const passages = passagesOf(content).map(({ ordinal, path, blocks, page }) => ({
      ordinal,
      path,
      blocks,
      page,
    }))
    return {
      title: content.title,
      release: pinned?.releaseId ?? release.number,
      original: file ? this.dependencies.fileLinks.signed(file) : webAddress(address),
      passages,
    }
  }

  /** Whether an item of a release holds now, at this door, for who asks. */
  private holdsFor(
    { team }: KnownVisitor,
    { index }: CompiledRelease,
    { key, timeZone }: OpenDoor,
    item: number,
  ): boolean {
    const [doc] = index.docsOf(item)
    if (doc === undefined || !index.limitedAt(doc)) return true
    const day = dayIn(timeZone, this.dependencies.clock.now())
    return leftOutBecause(index.itemOf(doc), { day, door: key, team }) === undefined
  }

  private async refuseTaken(key: string, except?: number): Promise<void> {
    const taken = (await this.list()).some((door) => door.key === key && door.id !== except)
    if (taken) throw problem('DOOR_KEY_TAKEN', key)
  }

  private async view({ item, revision, content }: DraftItem<DoorContent>): Promise<Door> {
    return {
      ...completeDoor(content),
      id: item.id,
      revision: revision.id,
      ...(await this.dependencies.live.changeStateOf(item, revision.id)),
    }
  }
}

/** Hours promise nothing while no queue has a member. */
const NOBODY = { open: false, changesAt: null }

/** The same keys in the same order, so that equal content has an equal hash. */
function tidy({
  title,
  key,
  colour,
  threshold,
  firstQuestions,
  texts,
  timeZone,
  hours,
  allowedSites,
  rules,
}: DoorContent): DoorContent {
  const ordered = Object.fromEntries(
    DOOR_LANGUAGES.map((language) => [
      language,
      Object.fromEntries(TEXT_KEYS.map((name) => [name, texts[language][name]])),
    ]),
  )
  return {
    title,
    key,
    colour,
    threshold,
    firstQuestions: { en: firstQuestions.en, de: firstQuestions.de },
    texts: ordered as DoorContent['texts'],
    timeZone,
    hours: hours.map((day) => day.map(({ from, to }) => ({ from, to }))),
    allowedSites,
    rules: tidyRules(rules),
  }
}

function tidyRules({
  length,
  rewriting: { on, tone, elsewhere },
  declines,
  thresholds,
  handOver,
  idle,
}: DoorRules): DoorRules {
  return {
    length,
    rewriting: { on, tone, elsewhere },
    declines: declines.map(({ about, phrases, reply: { en, de } }) => ({
      about,
      phrases,
      reply: { en, de },
    })),
    thresholds: Object.fromEntries(
      Object.entries(thresholds ?? {}).sort(([a], [b]) => a.localeCompare(b)),
    ),
    handOver: inOrder(handOver),
    idle: inOrder(idle),
  }
}

/** The same value with its keys in the order of the alphabet, lists as they are. */
function inOrder<T>(value: T): T {
  if (Array.isArray(value)) return value.map(inOrder) as T
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, part]) => [key, inOrder(part as unknown)]),
  ) as T
}

/** What was stored before addresses were checked could be anything. */
function webAddress(address: string | null): string | null {
  return address !== null && /^https?:\/\//i.test(address) ? address : null
}
