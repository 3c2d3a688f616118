import type { JobStatus } from '@janua/contracts'
import type { Logger } from 'pino'
import { DataTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../clock.ts'
import { type Row, table, type Table, text, time, whole } from '../database/tables.ts'
import type { Leases } from './leases.ts'

/** Something that happens by itself, again and again. */
export interface Job {
  name: string
  /** What it is for, as the page System says it. */
  title: string
  everySeconds: number
  run(): Promise<unknown>
}

export interface JobRow {
  name: string
  endedAt: Date | null
  seconds: number | null
  failingSince: Date | null
  /** How often it has failed in a row. */
  failures: number
  because: string | null
  /** When it is tried again after a failure. */
  nextAt: Date | null
}

const FIRST_WAIT_SECONDS = 5
const LONGEST_WAIT_SECONDS = 600

export function jobTables(db: Sequelize): { jobs: Table<JobRow> } {
  return {
    jobs: table<JobRow>(db, 'jobs', {
      name: { type: text(40), primaryKey: true },
      endedAt: time,
      seconds: DataTypes.DOUBLE,
      failingSince: time,
      failures: whole,
      because: text(500),
      nextAt: time,
    }),
  }
}

/**
 * Runs jobs, each by itself: one that fails stops no other, is tried again with growing pauses, and is shown to the lead with
 * since when and why. A job never runs twice at once, of several processes neither.
 */
export class JobRunner {
  private readonly running = new Map<string, Promise<void>>()
  private readonly waits = new Map<string, number>()
  private timers: NodeJS.Timeout[] = []
  private closing = false

  constructor(
    private readonly dependencies: {
      tables: { jobs: Table<JobRow> }
      leases: Leases
      clock: Clock
      log: Logger
    },
    private readonly jobs: readonly Job[],
  ) {}

  /** Begins to run every job at its interval. */
  start(): void {
    this.timers = this.jobs.map((job) =>
      setInterval(() => void this.due(job), job.everySeconds * 1_000),
    )
  }

  /** Runs a job now, if it is not running, whatever happened before. @throws never: a failure is noted */
  async runNow(name: string): Promise<void> {
    const job = this.jobs.find((each) => each.name === name)
    if (job) await this.run(job)
  }

  async status(): Promise<JobStatus[]> {
    const rows = await this.dependencies.tables.jobs.findAll()
    return this.jobs.map(({ name, title, everySeconds }) => {
      const row = rows.find((each) => each.name === name)
      return {
        name,
        title,
        everySeconds,
        running: this.running.has(name),
        lastEndedAt: row?.endedAt?.toISOString() ?? null,
        lastSeconds: row?.seconds ?? null,
        failing: row?.failingSince
          ? {
              since: row.failingSince.toISOString(),
              times: row.failures,
              because: row.because ?? '',
              nextTryAt: row.nextAt?.toISOString() ?? null,
            }
          : null,
      }
    })
  }

  /** Starts nothing more, and waits for what runs. */
  async close(): Promise<void> {
    this.closing = true
    for (const timer of this.timers) clearInterval(timer)
    await Promise.all(this.running.values())
    // A database that is gone holds nothing for us.
    await this.dependencies.leases.giveUp().catch(() => undefined)
  }

  private async due(job: Job): Promise<void> {
    if (this.closing || performance.now() < (this.waits.get(job.name) ?? 0)) return
    await this.run(job)
  }

  private run(job: Job): Promise<void> {
    const under = this.running.get(job.name)
    if (under) return under
    const work = this.work(job)
      // Even the note of a failure can fail, while the database is away.
      .catch((cause: unknown) =>
        this.dependencies.log.error({ err: cause, job: job.name }, 'job not noted'),
      )
      .finally(() => this.running.delete(job.name))
    this.running.set(job.name, work)
    return work
  }

  private async work(job: Job): Promise<void> {
    const { leases } = this.dependencies
    const began = performance.now()
    let release: (() => void) | undefined
    try {
      if (!(await leases.take(job.name))) return
      release = leases.keep(job.name)
      await job.run()
    } catch (cause) {
      if (!this.closing) await this.noteFailure(job, cause)
      return
    } finally {
      release?.()
    }
    this.waits.delete(job.name)
    await this.noteSuccess(job, (performance.now() - began) / 1_000)
  }

  private async noteSuccess({ name, everySeconds }: Job, seconds: number): Promise<void> {
    const { tables, clock } = this.dependencies
    const row = await tables.jobs.findByPk(name)
    const now = clock.now()
    // A job of every second is noted only now and then.
    const isFresh = row?.endedAt && +now - +row.endedAt < Math.max(30, everySeconds) * 1_000
    if (isFresh && row.failingSince === null) return
    const fine = {
      endedAt: now,
      seconds,
      failingSince: null,
      failures: 0,
      because: null,
      nextAt: null,
    }
    await tables.jobs.upsert({ name, ...fine })
  }

  private async noteFailure({ name }: Job, cause: unknown): Promise<void> {
    const { tables, clock, log } = this.dependencies
    log.error({ err: cause, job: name }, 'job failed')
    const row: Row<JobRow> | null = await tables.jobs.findByPk(name).catch(() => null)
    const failures = (row?.failures ?? 0) + 1
    const wait = Math.min(
      LONGEST_WAIT_SECONDS,
      FIRST_WAIT_SECONDS * 2 ** Math.min(10, failures - 1),
    )
    this.waits.set(name, performance.now() + wait * 1_000)
    const now = clock.now()
    await tables.jobs.upsert({
      name,
      endedAt: now,
      failingSince: row?.failingSince ?? now,
      failures,
      because: reasonOf(cause).slice(0, 500),
      nextAt: new Date(+now + wait * 1_000),
    })
  }
}

/** The first line of what went wrong, for people. */
function reasonOf(cause: unknown): string {
  const text = cause instanceof Error ? cause.message : String(cause)
  return text.split('\n')[0] || 'unknown'
}
