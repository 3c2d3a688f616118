import type {
  Audience,
  EncoderContent,
  OpenRelease,
  Proof,
  PublishInput,
  ReleaseRow as ReleaseView,
  ReleaseState,
  ShareOf,
} from '@janua/contracts'
import { changesBetween, type Pinned } from '@janua/core'
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Events } from '../../platform/events.ts'
import { Problem, problem } from '../../platform/http/problems.ts'
import { type Phrase, phrase } from '../../platform/language/phrases.ts'
import { type Choice, choiceOf, merged, readyAmong } from './choice.ts'
import type { Draft } from './draft.ts'
import type { LivePointer } from './livePointer.ts'
import { mustBeReasoned } from './reasons.ts'
import type { ReleaseTables } from './tables.ts'
import type { Actor, Audit } from '../accounts/index.ts'

/** What those who answer, prove and count do for releases. */
export interface ReleasePorts {
  /** Makes the index before the pointer moves, so that the first visitor does not wait for it. */
  prepare: (release: number) => Promise<void>
  prepareChoice: (choice: Choice) => Promise<void>
  /** How sure the engine may be, as it was learnt last; the release freezes it. */
  newestModel: (pins: readonly Pinned[]) => Promise<{ id: number } | null>
  /** What the log says of releases. */
  figures: {
    coverageOf(releases: readonly number[]): Promise<Map<number, ShareOf>>
    outcomesBeside(
      releases: { open: number; live: number | null },
      since: Date,
    ): Promise<OpenRelease['outcomes']>
  }
  /** How checks and replay stand on exactly what is to be published. */
  proofOf: (choice: Choice) => Promise<Proof>
}

interface Dependencies extends ReleasePorts {
  db: Sequelize
  tables: ReleaseTables
  draft: Draft
  live: LivePointer
  users: { nameOf(id: number | null): Promise<string> }
  audit: Audit
  events: Events
  clock: Clock
}

type StoredChange = ReleaseView['changes'][number] & { item: number }
/** What is taken into a release: items as the draft has them, or as they were when a publication was set. */
export type Taken = Omit<Partial<PublishInput>, 'items'> & {
  pins?: readonly { item: number; revision: number | null }[]
}

/** Releases: immutable, numbered sets of revisions. One is for all; another may be open to the team, or to a share of the visitors. */
export class Releases {
  constructor(private readonly dependencies: Dependencies) {}

  /** Takes the chosen ready changes into a new release and opens it; everything else stays in the draft. */
  async publish(
    actor: Actor,
    chosen: readonly number[],
    note: string,
    { audience = 'all', share = 0.1, because = '', pins }: Taken = {},
  ): Promise<{ number: number; items: number[] }> {
    const { db, tables, draft, live, clock, audit, newestModel, proofOf } = this.dependencies
    const items = new Set(chosen)
    const taking = async (some: ReadonlySet<number>, transaction?: Transaction) =>
      choiceOf(
        merged(
          await live.pinned(transaction),
          pins ? pinnedIn(pins) : await draft.pinned(transaction),
          some,
        ),
      )
    const wanted = await taking(items)
    // With vectors missing an encoder would be half used: such a release is not made.
    await readable(this.dependencies.prepareChoice(wanted), phrase('refusals.chosenContent'))
    const proof = await proofOf(wanted)
    mustBeReasoned(proof, because)
    const made = await db.transaction(async (transaction) => {
      const previous = await live.read(transaction, true)
      const open = await live.open(transaction)
      if (open) throw problem('RELEASE_OPEN', open.number)
      const waiting = pins
        ? await this.changesOf(pins, transaction)
        : readyAmong(await draft.changes(transaction), items)
      if (waiting.length === 0) throw problem('NOTHING_TO_PUBLISH')
      const taken = new Set(waiting.map(({ item }) => item))
      const choice = await taking(taken, transaction)
      if (choice.key !== wanted.key) throw problem('NOTHING_TO_PUBLISH')
      const changes: StoredChange[] = waiting.map(({ item, kind, title, type }) => ({
        item,
        kind,
        title,
        type,
      }))
      const release = await tables.releases.create(
        {
          note,
          hash: choice.key,
          previous,
          changes,
          modelId: (await newestModel(choice.pins))?.id ?? null,
          because: because || null,
          proof,
          createdBy: actor.id,
          createdAt: clock.now(),
        },
        { transaction },
      )
      await this.pin(
        release.id,
        previous,
        choice.pins.filter(({ item }) => taken.has(item)),
        taken,
        transaction,
      )
      await audit.note(
        actor,
        audience === 'all'
          ? 'published'
          : `opened to ${audience === 'team' ? 'the team' : 'a share'}`,
        `Release ${release.id}`,
        { note, changes: changes.length, ...(because && { because }) },
        transaction,
      )
      await this.point(release.id, audience, share, transaction)
      return { number: release.id, items: waiting.map(({ item }) => item) }
    })
    this.dependencies.events.tell('release', { number: made.number })
    return made
  }

  /** Opens a release that not everybody gets yet to more, to fewer, or to all. */
  async open(actor: Actor, number: number, audience: Audience, share: number): Promise<void> {
    const open = await this.dependencies.live.open()
    if (open?.number !== number) throw problem('NOT_OPEN', number)
    await this.goLive(number, audience, share)
    await this.dependencies.audit.note(
      actor,
      `opened to ${audience === 'share' ? `${Math.round(share * 100)} % of visitors` : audience === 'team' ? 'the team' : 'all'}`,
      `Release ${number}`,
      {},
    )
  }

  /** Takes a release back that not everybody got; its changes are in the draft still. */
  async withdraw(actor: Actor, number: number): Promise<void> {
    const { live, db, audit, events } = this.dependencies
    const open = await live.open()
    if (open?.number !== number) throw problem('NOT_OPEN', number)
    await db.transaction((transaction: Transaction) => live.setOpen(null, transaction))
    await audit.note(actor, 'withdrew', `Release ${number}`, { audience: open.audience })
    events.tell('release', { number })
  }

  async rollBack(actor: Actor, number: number): Promise<void> {
    const { tables, live, audit } = this.dependencies
    if (!(await tables.releases.findByPk(number))) throw problem('RELEASE_NOT_FOUND', number)
    const from = await live.read()
    if (from === number) throw problem('ALREADY_LIVE', number)
    await readable(this.dependencies.prepare(number), phrase('refusals.releaseContent', { number }))
    await this.goLive(number, 'all', 1)
    await audit.note(actor, 'rolled back', `Release ${number}`, { from })
  }

  async list(): Promise<ReleaseView[]> {
    const { tables, live, users, figures } = this.dependencies
    const [releases, current, sizes] = await Promise.all([
      tables.releases.findAll({ order: [['id', 'DESC']], limit: 200 }),
      live.read(),
      this.sizes(),
    ])
    const [coverage, redacted, encoders] = await Promise.all([
      figures.coverageOf(releases.map(({ id }) => id)),
      this.redacted(),
      this.encoders(),
    ])
    return Promise.all(
      releases.map(async ({ id, note, createdBy, createdAt, changes, because, proof }) => ({
        number: id,
        note,
        by: await users.nameOf(createdBy),
        at: createdAt.toISOString(),
        live: id === current,
        changes: (changes as StoredChange[]).map(({ kind, title, type }) => ({
          kind,
          title,
          type,
        })),
        articles: sizes.get(id) ?? 0,
        encoder: encoders.get(id) ?? null,
        because,
        checks: proof?.checks
          ? { passed: proof.checks.passed, failed: proof.checks.failed.length }
          : null,
        coverage: coverage.get(id) ?? null,
        redacted: redacted.has(id),
      })),
    )
  }

  async state(): Promise<ReleaseState> {
    const { tables, live, draft, figures } = this.dependencies
    const [number, open, changes, newest] = await Promise.all([
      live.read(),
      live.open(),
      draft.changes(),
      tables.releases.max<number | null, InstanceType<typeof tables.releases>>('id'),
    ])
    const [release, coverage] =
      number === null
        ? [null, null]
        : await Promise.all([tables.releases.findByPk(number), figures.coverageOf([number])])
    const ready = changes.filter((change) => change.ready).length
    return {
      open: open && { number: open.number, audience: open.audience, share: open.share },
      live: release && {
        number: release.id,
        note: release.note,
        at: release.createdAt.toISOString(),
        coverage: coverage?.get(release.id) ?? null,
      },
      next: (newest ?? 0) + 1,
      ready,
      inWork: changes.length - ready,
    }
  }

  /** The release that not everybody gets yet, beside the one that the others get. */
  async beside(): Promise<OpenRelease | null> {
    const { live, figures } = this.dependencies
    const [open, number] = await Promise.all([live.open(), live.read()])
    return (
      open && {
        ...open,
        outcomes: await figures.outcomesBeside(
          { open: open.number, live: number },
          new Date(open.since),
        ),
      }
    )
  }

  /** What roll-back to a release would change for visitors. */
  async differences(number: number): Promise<ReleaseView['changes']> {
    const { live } = this.dependencies
    const changes = changesBetween(await live.pinned(), await live.pinnedBy(number))
    const items = await this.itemsOf(changes.map(({ item }) => item))
    return changes.map(({ item, type }) => ({
      kind: items.get(item)!.kind,
      title: items.get(item)!.title,
      type,
    }))
  }

  /** Writes down what a release holds: what the one before held, with what was taken put over it. */
  private async pin(
    number: number,
    previous: number | null,
    pins: readonly Pinned[],
    taken: ReadonlySet<number>,
    transaction: Transaction,
  ): Promise<void> {
    const { db, tables } = this.dependencies
    if (previous !== null)
      await db.query(
        'INSERT INTO release_items (release_id, item_id, revision_id) SELECT :number, item_id, revision_id FROM release_items WHERE release_id = :previous AND item_id NOT IN (:taken)',
        { replacements: { number, previous, taken: [...taken] }, transaction },
      )
    await tables.releaseItems.bulkCreate(
      pins.map(({ item, revision }) => ({ releaseId: number, itemId: item, revisionId: revision })),
      { transaction },
    )
  }

  /** Pins of a publication that was set, as changes to what is live now; who set it found them ready. */
  private async changesOf(pins: NonNullable<Taken['pins']>, transaction: Transaction) {
    const live = await this.dependencies.live.pinned(transaction)
    const there = new Map(live.map(({ item, revision }) => [item, revision]))
    const items = await this.itemsOf(pins.map(({ item }) => item))
    return pins
      .filter(({ item, revision }) => (there.get(item) ?? null) !== revision)
      .map(({ item, revision }) => ({
        item,
        kind: items.get(item)!.kind,
        title: items.get(item)!.title,
        type:
          revision === null
            ? ('removed' as const)
            : there.has(item)
              ? ('edited' as const)
              : ('added' as const),
      }))
  }

  private async itemsOf(ids: readonly number[]) {
    return new Map(
      (await this.dependencies.tables.items.findAll({ where: { id: [...ids] } })).map((item) => [
        item.id,
        item,
      ]),
    )
  }

  private async goLive(number: number, audience: Audience, share: number): Promise<void> {
    await this.dependencies.db.transaction((transaction: Transaction) =>
      this.point(number, audience, share, transaction),
    )
    this.dependencies.events.tell('release', { number })
  }

  /** Moves the pointer to who gets what. */
  private async point(
    number: number,
    audience: Audience,
    share: number,
    transaction: Transaction,
  ): Promise<void> {
    const { live, clock } = this.dependencies
    if (audience !== 'all') {
      const before = await live.open(transaction)
      const since =
        before?.number === number && before.audience === audience
          ? before.since
          : clock.now().toISOString()
      return live.setOpen(
        { number, audience, share: audience === 'team' ? 0 : share, since },
        transaction,
      )
    }
    await live.set(number, transaction)
    await live.setOpen(null, transaction)
    await this.unmark(number, transaction)
  }

  /** What visitors now have is not marked as ready any more; what was edited since it was chosen stays as it is marked. */
  private async unmark(number: number, transaction: Transaction): Promise<void> {
    const { db, tables } = this.dependencies
    await db.query(
      'UPDATE items i JOIN release_items r ON r.item_id = i.id AND r.release_id = :number AND r.revision_id = i.draft_revision SET i.ready = 0',
      { replacements: { number }, transaction },
    )
    const release = await tables.releases.findByPk(number, { transaction })
    const gone = ((release?.changes ?? []) as StoredChange[])
      .filter(({ type }) => type === 'removed')
      .map(({ item }) => item)
    await tables.items.update(
      { ready: false },
      { where: { id: gone, draftRevision: null }, transaction },
    )
  }

  /** Releases of whose content a visitor's words were taken out. */
  private async redacted(): Promise<Set<number>> {
    const rows = await this.dependencies.db.query<{ release_id: number }>(
      'SELECT DISTINCT r.release_id FROM release_items r JOIN revisions v ON v.id = r.revision_id WHERE v.redacted_at IS NOT NULL',
      { type: QueryTypes.SELECT },
    )
    return new Set(rows.map(({ release_id }) => release_id))
  }

  /** Names of the encoders that releases were made for, where it is not the one that ships. */
  private async encoders(): Promise<Map<number, string>> {
    const rows = await this.dependencies.db.query<{ release_id: number; content: string }>(
      "SELECT r.release_id, v.content FROM items i JOIN release_items r ON r.item_id = i.id JOIN revisions v ON v.id = r.revision_id WHERE i.kind = 'encoder'",
      { type: QueryTypes.SELECT },
    )
    return new Map(
      rows.map(({ release_id, content }) => [
        release_id,
        (JSON.parse(content) as EncoderContent).name,
      ]),
    )
  }

  private async sizes(): Promise<Map<number, number>> {
    const rows = await this.dependencies.db.query<{ release_id: number; n: number }>(
      "SELECT r.release_id AS release_id, COUNT(*) AS n FROM release_items r JOIN items i ON i.id = r.item_id WHERE i.kind IN ('article', 'fixed', 'document') GROUP BY r.release_id",
      { type: QueryTypes.SELECT },
    )
    return new Map(rows.map(({ release_id, n }) => [release_id, Number(n)]))
  }
}

/** @throws RELEASE_UNREADABLE, in plain words, when content cannot be made ready to answer from */
async function readable(work: Promise<void>, which: Phrase): Promise<void> {
  await work.catch((cause: unknown) => {
    throw cause instanceof Problem ? cause : problem('RELEASE_UNREADABLE', which)
  })
}

function pinnedIn(pins: NonNullable<Taken['pins']>): Pinned[] {
  return pins.flatMap(({ item, revision }) => (revision === null ? [] : [{ item, revision }]))
}
