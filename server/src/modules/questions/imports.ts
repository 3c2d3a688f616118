import type { LogImportView } from '@janua/contracts'
import { blocksOf } from '@janua/core'
import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { Op, type Sequelize } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { addressOf } from '../../platform/database/connect.ts'
import type { Events } from '../../platform/events.ts'
import { problem } from '../../platform/http/problems.ts'
import { phrase } from '../../platform/language/phrases.ts'
import { startThread } from '../../platform/jobs/startThread.ts'
import type { Reporting } from './reporting.ts'
import type { LogOrder, LogReport } from './importThread.ts'
import type { LogImportRow, QuestionTables } from './tables.ts'
import type { Actor, Audit } from '../accounts/index.ts'
import type { EngineHost } from '../answering/index.ts'
import { throwAway, type Upload } from '../library/index.ts'

interface Dependencies {
  db: Sequelize
  tables: QuestionTables
  engine: EngineHost
  /** The figures have to be counted anew from all that is left. */
  recount: () => Promise<unknown>
  reporting: Reporting
  users: { nameOf(id: number | null): Promise<string> }
  audit: Audit
  events: Events
  clock: Clock
}

/** Logs from elsewhere: a team starts with what it was asked before. */
export class LogImports {
  private running: Promise<void> | undefined

  constructor(private readonly dependencies: Dependencies) {}

  /** Begins to read a file; it goes on in a thread. */
  async start(actor: Actor, upload: Upload): Promise<LogImportView> {
    try {
      const file = upload.files[0]
      if (!file)
        throw upload.refused[0]
          ? problem('INVALID', phrase('refusals.fileFault', upload.refused[0]))
          : problem('NO_FILES')
      if (this.running) throw problem('LOG_IMPORTING')
      const { tables, engine, clock, audit } = this.dependencies
      const hash = createHash('sha256')
        .update(await readFile(file.path))
        .digest('hex')
      const twin = await tables.logImports.findOne({ where: { hash, state: ['done', 'reading'] } })
      if (twin) throw problem('LOG_IMPORTED', twin.name)
      const live = await engine.live()
      if (!live || live.doors.length === 0) throw problem('NOTHING_LIVE')
      const row = await tables.logImports.create({
        name: file.name.slice(-255),
        hash,
        state: 'reading',
        rows: 0,
        done: 0,
        taken: 0,
        masked: 0,
        faults: [],
        faulty: 0,
        problem: null,
        userId: actor.id,
        createdAt: clock.now(),
      })
      await audit.note(actor, 'brought in a log', file.name, { import: row.id })
      const { zone } = await this.dependencies.reporting.read()
      const release = {
        number: live.number,
        blocks: blocksOf(live.index),
        doors: live.doors,
        smallTalk: live.smallTalk,
        ...(live.model && { model: live.model }),
      }
      this.running = this.run(
        {
          address: addressOf(this.dependencies.db),
          id: row.id,
          path: file.path,
          zone,
          now: clock.now(),
          encoder: engine.port(),
          release,
        },
        upload,
      ).finally(() => (this.running = undefined))
      this.running.catch(() => undefined)
      return this.view(row)
    } catch (cause) {
      await throwAway(upload)
      throw cause
    }
  }

  async list(): Promise<LogImportView[]> {
    const rows = await this.dependencies.tables.logImports.findAll({
      where: { state: { [Op.ne]: 'removed' } },
      order: [['id', 'DESC']],
      limit: 20,
    })
    return Promise.all(rows.map((row) => this.view(row)))
  }

  /** Takes an import out again, with all its questions; one that is being read is broken off. */
  async remove(actor: Actor, id: number): Promise<void> {
    const { tables, recount, audit, events } = this.dependencies
    const row = await tables.logImports.findByPk(id)
    if (!row || row.state === 'removed') throw problem('IMPORT_NOT_FOUND', id)
    await row.update({ state: 'removed' })
    if (this.running) await this.running
    await tables.questions.destroy({ where: { importId: id } })
    await audit.note(actor, 'removed a log', row.name, { import: id, questions: row.taken })
    events.tell('logImport', { id })
    void recount().catch(() => undefined)
  }

  /** After a start: what was being read when the server ended is taken out. */
  async breakOff(): Promise<void> {
    const { tables } = this.dependencies
    for (const row of await tables.logImports.findAll({ where: { state: 'reading' } })) {
      await tables.questions.destroy({ where: { importId: row.id } })
      await row.update({
        state: 'failed',
        taken: 0,
        problem:
          'It was broken off as the server ended. Nothing of it was kept; bring it in again.',
      })
    }
  }

  async ended(): Promise<void> {
    await this.running?.catch(() => undefined)
  }

  private run(order: LogOrder, upload: Upload): Promise<void> {
    const { events } = this.dependencies
    return new Promise<void>((done, failed) => {
      const worker = startThread<LogOrder>(
        new URL('./importThread.ts', import.meta.url),
        order,
        {},
        [order.encoder],
      )
      worker.on('message', (report: LogReport) => {
        events.tell('logImport', { id: order.id })
        if ('ended' in report) done()
      })
      worker.once('error', failed)
      worker.once('exit', () => failed(new Error('the reading of a log was broken off')))
    }).finally(() => throwAway(upload))
  }

  private async view({
    id,
    name,
    state,
    rows,
    done,
    taken,
    masked,
    faults,
    faulty,
    problem: because,
    userId,
    createdAt,
  }: LogImportRow): Promise<LogImportView> {
    return {
      id,
      name,
      state,
      rows,
      done,
      taken,
      masked,
      faults,
      faulty,
      problem: because,
      by: await this.dependencies.users.nameOf(userId),
      at: createdAt.toISOString(),
    }
  }
}
