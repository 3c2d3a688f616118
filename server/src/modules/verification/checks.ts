import type { CheckInput, CheckList, CheckView } from '@janua/contracts'
import { maskPrivate, type Names } from '@janua/core'
import { Op, QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import type { Events } from '../../platform/events.ts'
import type { Clock } from '../../platform/clock.ts'
import { problem } from '../../platform/http/problems.ts'
import { failing, runChecks } from './checkRunner.ts'
import type { CheckRow, CheckRunRow, VerificationTables } from './tables.ts'
import type { Actor, Audit } from '../accounts/index.ts'
import { type CompiledRelease, type EngineHost, normOf } from '../answering/index.ts'
import type { HandoverViews } from '../handover/index.ts'
import type { Choice, Choices, ReleaseViews } from '../releases/index.ts'

interface Dependencies {
  db: Sequelize
  tables: VerificationTables
  read: Pick<HandoverViews, 'queues'> & Pick<ReleaseViews, 'items'>
  choices: Choices
  engine: EngineHost
  users: { nameOf(id: number | null): Promise<string> }
  audit: Audit
  events: Events
  clock: Clock
}

/** Every save of the draft makes a run; older ones are let go of. A release keeps how the checks stood by itself. */
const RUNS_KEPT = 300

/** Questions with what must come: run on every change of the draft in the background, and before every release. */
export class Checks {
  /** Whether the draft, the list or the confidence model may have changed since the last run. */
  private stale = true
  private lastModel = 0

  constructor(private readonly dependencies: Dependencies) {
    for (const what of ['draft', 'release'] as const)
      dependencies.events.on(what, () => (this.stale = true))
  }

  async list(): Promise<CheckList> {
    const { tables, choices, users } = this.dependencies
    const [rows, names, draft] = await Promise.all([this.all(), this.names(), choices.of(null)])
    // A choice of changes is run too, to prove a release: how that came out says nothing of the rest of the draft.
    const run =
      (await this.newestOf(draft)) ?? (await tables.checkRuns.findOne({ order: [['id', 'DESC']] }))
    const checks = rows.map(async (row): Promise<CheckView> => ({
      id: row.id,
      messages: row.messages,
      comes: row.comes,
      item: row.itemId,
      contains: row.contains,
      lacks: row.lacks,
      queue: row.queueId,
      door: row.doorId,
      language: row.language,
      note: row.note,
      itemTitle: row.itemId === null ? null : names.item(row.itemId),
      queueName: row.queueId === null ? null : names.queue(row.queueId),
      by: await users.nameOf(row.createdBy),
      result: resultOf(row, run),
    }))
    return {
      checks: await Promise.all(checks),
      run: run && {
        passed: run.passed,
        failed: run.failed,
        at: run.createdAt.toISOString(),
        current: run.pinsKey === draft.key,
      },
      reviewed: (await this.reviewedRight()).length,
    }
  }

  async add(actor: Actor, input: CheckInput): Promise<number> {
    const { tables, audit, clock } = this.dependencies
    const row = await tables.checks.create({
      ...columnsOf(input),
      createdBy: actor.id,
      createdAt: clock.now(),
    })
    await audit.note(actor, 'added a check', row.question, { check: row.id })
    this.stale = true
    return row.id
  }

  async save(actor: Actor, id: number, input: CheckInput): Promise<void> {
    const row = await this.find(id)
    await row.update(columnsOf(input))
    await this.dependencies.audit.note(actor, 'changed a check', row.question, { check: id })
    this.stale = true
  }

  async remove(actor: Actor, id: number): Promise<void> {
    const row = await this.find(id)
    await row.destroy()
    await this.dependencies.audit.note(actor, 'removed a check', row.question, { check: id })
    this.stale = true
  }

  /** Makes a check of every question whose answer was reviewed right and that has none yet. */
  async addReviewed(actor: Actor): Promise<number> {
    const { tables, audit, clock } = this.dependencies
    const reviewed = await this.reviewedRight()
    const rows = reviewed.map(({ text, item, door }) => ({
      ...columnsOf({
        messages: [text],
        comes: 'answer',
        item,
        contains: [],
        lacks: [],
        queue: null,
        door,
        language: 'en',
        note: 'reviewed right',
      }),
      createdBy: actor.id,
      createdAt: clock.now(),
    }))
    await tables.checks.bulkCreate(rows)
    if (rows.length > 0)
      await audit.note(actor, 'added checks', `${rows.length} reviewed questions`, {})
    this.stale = true
    return rows.length
  }

  /** Runs all checks on a choice of changes, or on the whole draft. */
  async run(items: readonly number[] | null = null): Promise<CheckRunRow> {
    return this.runOn(await this.dependencies.choices.of(items))
  }

  async runOn(choice: Choice): Promise<CheckRunRow> {
    const { tables, choices, engine, clock } = this.dependencies
    const rows = await this.all()
    const results = await runChecks(choice, rows, {
      engine: this.dependencies.engine,
      choices,
      live: await engine.live(),
      at: clock.now(),
      names: await this.names(),
    })
    const run = await tables.checkRuns.create({
      pinsKey: choice.key,
      passed: rows.length - results.length,
      failed: results.length,
      results,
      createdAt: clock.now(),
    })
    await tables.checkRuns.destroy({ where: { id: { [Op.lte]: run.id - RUNS_KEPT } } })
    this.dependencies.events.tell('checks', { failed: run.failed })
    return run
  }

  /** Which checks fail under a release, however it came to be, each in words. */
  async failingUnder(
    release: CompiledRelease,
  ): Promise<{ of: number; failing: Map<number, string> }> {
    const rows = await this.all()
    const failed = await failing(release, rows, this.dependencies.clock.now(), await this.names())
    const asked = new Map(rows.map(({ id, messages }) => [id, messages.at(-1)!]))
    return {
      of: rows.length,
      failing: new Map(
        [...failed].map(([id, problems]) => [id, `${asked.get(id)}: ${problems.join('; ')}`]),
      ),
    }
  }

  /** Runs the checks when the draft, or the list, has changed since they were run last. */
  async tick(): Promise<void> {
    const { engine, choices } = this.dependencies
    const { pins } = await choices.of(null)
    const model = (await engine.newestModel(pins))?.id ?? 0
    if (!this.stale && model === this.lastModel) return
    this.stale = false
    this.lastModel = model
    if ((await this.dependencies.tables.checks.count()) > 0) await this.run()
  }

  /** The newest run on a choice; undefined when there was none since the list was last changed. */
  async newestOf({ key }: Choice): Promise<CheckRunRow | null> {
    return this.dependencies.tables.checkRuns.findOne({
      where: { pinsKey: key },
      order: [['id', 'DESC']],
    })
  }

  all(): Promise<CheckRow[]> {
    return this.dependencies.tables.checks.findAll({ order: [['id', 'ASC']] })
  }

  async names(): Promise<Names> {
    const [items, queues] = await Promise.all([
      this.dependencies.read.items.list({ attributes: ['id', 'title'], raw: true }),
      this.dependencies.read.queues.list({ raw: true }),
    ])
    const [titles, called] = [
      new Map(items.map(({ id, title }) => [id, title])),
      new Map(queues.map(({ id, name }) => [id, name])),
    ]
    return {
      item: (id) => titles.get(id) ?? `article ${id}`,
      queue: (id) => called.get(id) ?? `queue ${id}`,
    }
  }

  private reviewedRight(): Promise<{ text: string; item: number; door: number | null }[]> {
    return this.dependencies.db.query<{ text: string; item: number; door: number | null }>(
      `SELECT s.text, s.item_id AS item, s.door_id AS door FROM (SELECT j.*, ROW_NUMBER() OVER (PARTITION BY norm ORDER BY role = 'lead' DESC, id DESC) AS place FROM reviews j WHERE item_id IS NOT NULL) s
       JOIN items i ON i.id = s.item_id AND i.draft_revision IS NOT NULL WHERE s.place = 1 AND s.verdict = 'right' AND s.text <> '' AND NOT EXISTS (SELECT 1 FROM checks c WHERE c.question = s.text) ORDER BY s.id`,
      { type: QueryTypes.SELECT },
    )
  }

  /** Of these wordings those that checks ask, and how many checks those are. */
  async asking(
    norms: ReadonlySet<string>,
    transaction: Transaction,
  ): Promise<{ norms: string[]; count: number }> {
    const rows = await this.dependencies.tables.checks.findAll({
      attributes: ['messages'],
      transaction,
    })
    const theirs = rows
      .map(({ messages }) => messages.map(normOf).filter((norm) => norms.has(norm)))
      .filter((own) => own.length > 0)
    return { norms: theirs.flat(), count: theirs.length }
  }

  private async find(id: number) {
    const row = await this.dependencies.tables.checks.findByPk(id)
    if (!row) throw problem('CHECK_NOT_FOUND', id)
    return row
  }
}

function resultOf({ id, createdAt }: CheckRow, run: CheckRunRow | null): CheckView['result'] {
  if (!run || run.createdAt < createdAt) return null
  const failure = run.results.find(({ check }) => check === id)
  return failure
    ? { passed: false, ...failure }
    : { passed: true, problems: [], brokenBy: [], before: false }
}

function columnsOf({
  messages,
  comes,
  item,
  contains,
  lacks,
  queue,
  door,
  language,
  note,
}: CheckInput) {
  const masked = messages.map((text) => maskPrivate(text))
  return {
    messages: masked,
    question: masked.at(-1)!,
    comes,
    itemId: item,
    contains,
    lacks,
    queueId: queue,
    doorId: door,
    language,
    note,
  }
}
