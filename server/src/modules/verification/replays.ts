import type {
  ReplayInput,
  ReplayQuestions,
  ReplayQuestionsQuery,
  ReplaySummary,
  ReplayView,
} from '@janua/contracts'
import { blocksOf } from '@janua/core'
import { availableParallelism } from 'node:os'
import { Op, type Sequelize, type WhereOptions } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Row } from '../../platform/database/tables.ts'
import type { Events } from '../../platform/events.ts'
import { problem } from '../../platform/http/problems.ts'
import { phrase } from '../../platform/language/phrases.ts'
import { casesOf, type ReplayCase, timesOf } from './replayLog.ts'
import { doorsOf, ReplayPool } from './replayPool.ts'
import { type Replayed, resultOf, summaryOf } from './replaySummary.ts'
import type { ReplayResultRow, ReplayRow, ReplaySides, VerificationTables } from './tables.ts'
import type { Actor, Audit } from '../accounts/index.ts'
import type { AnsweringViews, CompiledRelease, EngineHost } from '../answering/index.ts'
import { type QuestionViews, LatestReviews } from '../questions/index.ts'
import type { Choices, LivePointer, ReleaseViews } from '../releases/index.ts'

interface Dependencies {
  db: Sequelize
  tables: VerificationTables
  read: Pick<AnsweringViews, 'engineModels'> &
    Pick<ReleaseViews, 'releases'> &
    Pick<QuestionViews, 'reviews'>
  /** The number of the last question that was asked. */
  newestQuestion: () => Promise<number | null>
  choices: Choices
  live: LivePointer
  engine: EngineHost
  users: { nameOf(id: number | null): Promise<string> }
  audit: Audit
  events: Events
  clock: Clock
}

/** Cases of one task: small enough that a killed replay loses little, large enough that storing does not hold it up. */
const AT_ONCE = 64
/** Older replays are let go of, with their results: each may be many megabytes. */
const KEPT = 20
const THREADS = Math.max(1, Math.min(4, availableParallelism()))

/** What was really asked, asked again of the draft and of the live release. */
export class Replays {
  private starting = false
  private running: { id: number; done: Promise<void>; stop: () => void } | undefined

  constructor(private readonly dependencies: Dependencies) {}

  /** Starts a replay of the draft, or of a choice from it, as they are now; later changes do not touch it. */
  async start(actor: Actor, { from, to, validity, items }: ReplayInput): Promise<number> {
    const { tables, choices, engine, clock, audit } = this.dependencies
    if (!(Date.parse(from) < Date.parse(to)))
      throw problem('INVALID', phrase('refusals.periodReversed'))
    return this.alone(async () => {
      const live = await engine.live()
      if (!live) throw problem('NOTHING_LIVE')
      const choice = await choices.of(items)
      const [model, last] = await Promise.all([
        engine.newestModel(choice.pins),
        this.dependencies.newestQuestion(),
      ])
      const row = await tables.replays.create({
        state: 'running',
        pinsKey: choice.key,
        pins: choice.pins,
        items,
        liveRelease: live.number,
        modelId: model?.id ?? null,
        fromAt: new Date(from),
        toAt: new Date(to),
        validity,
        asked: 0,
        total: 0,
        done: 0,
        lastQuestion: last ?? 0,
        createdBy: actor.id,
        createdAt: clock.now(),
      })
      await tables.replays.destroy({
        where: { id: { [Op.lte]: row.id - KEPT }, state: { [Op.ne]: 'running' } },
      })
      await audit.note(actor, 'started a replay', `${from.slice(0, 10)} to ${to.slice(0, 10)}`, {
        replay: row.id,
      })
      this.run(row)
      return row.id
    })
  }

  /** Goes on with a replay that was cancelled or broken off; what was done is kept. */
  async resume(actor: Actor, id: number): Promise<void> {
    const row = await this.find(id)
    if (row.state === 'done') throw problem('REPLAY_OVER')
    await this.alone(async () => {
      await row.update({ state: 'running', problem: null })
      await this.dependencies.audit.note(actor, 'resumed a replay', `Replay ${id}`, {})
      this.run(row)
    })
  }

  /** Two replays at once would only slow each other down, and the answers to visitors too. */
  private async alone<T>(start: () => Promise<T>): Promise<T> {
    if (this.running || this.starting) throw problem('REPLAY_RUNNING')
    this.starting = true
    try {
      return await start()
    } finally {
      this.starting = false
    }
  }

  async cancel(actor: Actor, id: number): Promise<void> {
    const row = await this.find(id)
    if (row.state !== 'running') throw problem('REPLAY_OVER')
    await row.update({ state: 'cancelled' })
    await this.dependencies.audit.note(actor, 'cancelled a replay', `Replay ${id}`, {})
    if (this.running?.id === id) this.running.stop()
    await this.running?.done
  }

  /** After a start of the server: goes on with a replay in whose middle it was ended. */
  async takeUp(): Promise<void> {
    const row = await this.dependencies.tables.replays.findOne({
      where: { state: 'running' },
      order: [['id', 'DESC']],
    })
    if (row && !this.running) this.run(row)
  }

  async ended(): Promise<void> {
    await this.running?.done
  }

  /** Ends the work of this process; a replay under way stays to be taken up. */
  async close(): Promise<void> {
    this.running?.stop()
    await this.running?.done
  }

  async list(): Promise<ReplayView[]> {
    const rows = await this.dependencies.tables.replays.findAll({
      order: [['id', 'DESC']],
      limit: 30,
    })
    const keys = new Map<string, Promise<string>>()
    const lost = await this.lostOf(rows.map(({ id }) => id))
    return Promise.all(rows.map((row) => this.view(row, lost.get(row.id) ?? 0, keys)))
  }

  async read(id: number): Promise<ReplayView> {
    return this.view(await this.find(id), await this.lost(id))
  }

  /** The questions behind a band, the most frequent first. */
  async questions(
    id: number,
    { change, from, to, offset, limit }: ReplayQuestionsQuery,
  ): Promise<ReplayQuestions> {
    const { tables, read } = this.dependencies
    const where: WhereOptions<ReplayResultRow> = {
      replayId: id,
      ...(change && { change }),
      ...(from && { fromOutcome: from }),
      ...(to && { toOutcome: to }),
    }
    const { rows, count } = await tables.replayResults.findAndCountAll({
      where,
      order: [
        ['accepted', 'ASC'],
        ['times', 'DESC'],
        ['id', 'ASC'],
      ],
      offset,
      limit,
    })
    const latest = await LatestReviews.of(
      read,
      rows.map(({ norm }) => norm),
    )
    return {
      total: count,
      rows: rows.map(
        ({
          id: row,
          text,
          carried,
          doorId,
          times,
          change: became,
          accepted,
          norm,
          sides: { live, draft },
        }) => ({
          id: row,
          text,
          carried,
          door: doorId,
          times,
          change: became,
          accepted: Boolean(accepted),
          live: { ...live, reviewed: latest.reviewedAs(norm)(live) ?? null },
          draft: { ...draft, reviewed: latest.reviewedAs(norm)(draft) ?? null },
        }),
      ),
    }
  }

  /** Marks a change as intended: it is no longer counted as a lost answer. */
  async accept(id: number, result: number, accepted: boolean): Promise<void> {
    const [changed] = await this.dependencies.tables.replayResults.update(
      { accepted },
      { where: { id: result, replayId: id } },
    )
    if (
      changed === 0 &&
      !(await this.dependencies.tables.replayResults.findOne({
        where: { id: result, replayId: id },
      }))
    )
      throw problem('NOT_FOUND')
  }

  /** Lost good answers that nobody accepted as intended. */
  async lost(id: number): Promise<number> {
    return (await this.lostOf([id])).get(id) ?? 0
  }

  private async lostOf(ids: readonly number[]): Promise<Map<number, number>> {
    const counts = await this.dependencies.tables.replayResults.count({
      where: { replayId: [...ids], change: 'lost', accepted: false },
      group: ['replay_id'],
    })
    return new Map(counts.map(({ replay_id: id, count }) => [Number(id), count]))
  }

  private run(row: Row<ReplayRow>): void {
    let stopped = false
    let pool: ReplayPool | undefined
    const work = async () => {
      const began = performance.now()
      const before = row.seconds
      try {
        const live = await this.dependencies.engine.release(row.liveRelease)
        const draft = await this.draftOf(row)
        const doors = new Map([...live.doors, ...draft.doors].map((door) => [door.id, door]))
        const cases = await casesOf(
          this.dependencies.db,
          { from: row.fromAt, to: row.toAt, validity: row.validity, last: row.lastQuestion },
          (door) => doors.get(door)?.timeZone ?? 'UTC',
          row.createdAt,
        )
        const asked = cases.reduce((sum, each) => sum + timesOf(each), 0)
        await row.update({ asked, total: cases.length })
        if (asked === 0)
          return await row.update({
            state: 'failed',
            problem: 'Nobody asked anything in this period.',
          })
        const latest = await LatestReviews.of(this.dependencies.read)
        const isSame =
          (live.model ?? null) === (draft.model ?? null) ||
          row.modelId === (await this.modelOf(row.liveRelease))
        // One object for one index: whoever is sent it opens it once.
        const [liveBlocks, draftBlocks] = [blocksOf(live.index), blocksOf(draft.index)]
        const releases = [
          { blocks: liveBlocks, doors: doorsOf(live) },
          { blocks: liveBlocks, doors: doorsOf({ ...live, model: draft.model }) },
          { blocks: draftBlocks, doors: doorsOf(draft) },
        ]
        pool = new ReplayPool(isSame ? releases.slice(1) : releases, THREADS, () =>
          this.dependencies.engine.port(),
        )
        await this.replay(row, cases, { pool, latest, isSame, stop: () => stopped })
        if (stopped) return
        const summary = await this.finish(row, cases, {
          latest,
          sameModel: isSame,
          door: (id) => doors.get(id)?.title ?? `Door ${id}`,
        })
        await row.update({ state: 'done', summary, done: cases.length })
      } catch (cause) {
        if (!stopped)
          await row.update({
            state: 'failed',
            problem: `It broke off: ${(cause as Error).message}`.slice(0, 500),
          })
      } finally {
        await row
          .update({ seconds: before + (performance.now() - began) / 1_000 })
          .catch(() => undefined)
        await pool?.close()
        this.running = undefined
        this.dependencies.events.tell('replay', { id: row.id })
      }
    }
    this.running = {
      id: row.id,
      stop: () => {
        stopped = true
      },
      done: Promise.resolve(),
    }
    this.running.done = work().then(() => undefined)
  }

  /** Asks what was not asked yet, and stores each result as it comes. */
  private async replay(
    row: Row<ReplayRow>,
    cases: readonly ReplayCase[],
    {
      pool,
      latest,
      isSame,
      stop,
    }: { pool: ReplayPool; latest: LatestReviews; isSame: boolean; stop: () => boolean },
  ): Promise<void> {
    const { tables, events } = this.dependencies
    const stored = new Set(
      (
        await tables.replayResults.findAll({
          attributes: ['caseKey'],
          where: { replayId: row.id },
          raw: true,
        })
      ).map(({ caseKey }) => caseKey),
    )
    const left = cases.filter(({ key }) => !stored.has(key))
    const chunks = Array.from({ length: Math.ceil(left.length / AT_ONCE) }, (_, i) =>
      left.slice(i * AT_ONCE, (i + 1) * AT_ONCE),
    )
    let done = stored.size
    const tasks = chunks.map((chunk) => ({
      cases: chunk.map(({ text, before, door, days }) => ({
        text,
        before,
        door,
        days: [...days.keys()],
      })),
    }))
    await pool.all(
      tasks,
      async (result, place) => {
        const replayed = chunks[place]!.flatMap((asked, i) =>
          result[i]!.map(({ days, sides }) => ({ asked, days, sides: sidesOf(sides, isSame) })),
        )
        await tables.replayResults.bulkCreate(replayed.map((one) => resultOf(one, row.id, latest)))
        done += chunks[place]!.length
        await tables.replays.update({ done }, { where: { id: row.id } })
        events.tell('replay', { id: row.id })
      },
      stop,
    )
  }

  private async finish(
    row: Row<ReplayRow>,
    cases: readonly ReplayCase[],
    { latest, ...names }: { latest: LatestReviews; sameModel: boolean; door(id: number): string },
  ): Promise<ReplaySummary> {
    const results = await this.dependencies.tables.replayResults.findAll({
      where: { replayId: row.id },
    })
    const byKey = new Map(cases.map((each) => [each.key, each]))
    const there = results.filter(({ caseKey }) => byKey.has(caseKey))
    const all = there.map(({ caseKey, days, sides }): Replayed => ({
      asked: byKey.get(caseKey)!,
      days,
      sides,
    }))
    return summaryOf(all, there, latest, names)
  }

  private async draftOf({ pins, modelId }: ReplayRow): Promise<CompiledRelease> {
    const compiled = await this.dependencies.engine.of(pins)
    const model =
      modelId === null
        ? undefined
        : (await this.dependencies.read.engineModels.find(modelId))?.model
    return { ...compiled, model }
  }

  private async modelOf(release: number): Promise<number | null> {
    return (await this.dependencies.read.releases.find(release))?.modelId ?? null
  }

  private async find(id: number): Promise<Row<ReplayRow>> {
    const row = await this.dependencies.tables.replays.findByPk(id)
    if (!row) throw problem('REPLAY_NOT_FOUND', id)
    return row
  }

  /** @param keys of the choices as they are now: many replays are of the same one */
  private async view(
    row: ReplayRow,
    lost: number,
    keys = new Map<string, Promise<string>>(),
  ): Promise<ReplayView> {
    const { choices, users, live } = this.dependencies
    const name = JSON.stringify(row.items)
    if (!keys.has(name))
      keys.set(
        name,
        choices.of(row.items).then(({ key }) => key),
      )
    const [now, number] = await Promise.all([keys.get(name), live.read()])
    return {
      id: row.id,
      state: row.state,
      from: row.fromAt.toISOString(),
      to: row.toAt.toISOString(),
      validity: row.validity,
      items: row.items,
      liveRelease: row.liveRelease,
      asked: row.asked,
      total: row.total,
      done: row.done,
      seconds: row.seconds,
      lost: row.state === 'done' ? lost : 0,
      summary: row.summary,
      problem: row.problem,
      by: await users.nameOf(row.createdBy),
      at: row.createdAt.toISOString(),
      current: now === row.pinsKey && number === row.liveRelease,
    }
  }
}

function sidesOf(said: readonly ReplaySides['live'][], isSame: boolean): ReplaySides {
  const [own, live, draft] = isSame ? [said[0]!, said[0]!, said[1]!] : said
  return { own: own!, live: live!, draft: draft! }
}
