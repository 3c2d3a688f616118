import { withTables } from '../../demo/allTables.ts'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Sequelize } from 'sequelize'
import { startDatabase } from '../../scripts/lib/database.mjs'
import { connect, type DatabaseAddress } from '../../server/src/platform/database/connect.ts'
import { migrate } from '../../server/src/platform/database/migrate.ts'
import { markLoaded } from '../../cli/firstLoad.ts'
import { createJanua } from '../../server/src/app.ts'
import { member, openTestApp } from '../../server/src/testing/harness.ts'

export type Fault = 'the server' | 'the database'

interface Process {
  port: number
  pid: number
  ended: Promise<number>
  stop(): Promise<void>
}

/** A Janua of processes of its own whose server and database can be killed at any moment, and come back on the same address. */
export class FaultyApp {
  private server: Process | undefined
  private database: Awaited<ReturnType<typeof startDatabase>> | undefined
  private port = 0
  readonly folder = mkdtempSync(join(tmpdir(), 'janua-faults-'))

  /** With one door, two queues, and agents who belong to both. */
  async open(names: readonly string[] = ['Anton', 'Bria']): Promise<void> {
    await this.startDatabase()
    const db = this.connect()
    await migrate(db)
    const janua = withTables(createJanua({ db, sessionSecret: 'unused' }))
    const { queues } = await openTestApp(janua, undefined, {
      hours: Array.from({ length: 7 }, () => [{ from: '00:00', to: '24:00' }]),
    })
    const agents = await Promise.all(names.map((name) => member(janua, 'agent', name)))
    for (const [name, id] of [
      ['Bookings', queues.bookings],
      ['Refunds', queues.refunds],
    ] as const)
      await janua.handover.queues.save({ id: agents[0]!.id, name: 'Anton' }, id, {
        name,
        members: agents.map(({ id }) => id),
      })
    await markLoaded(db, { seed: 'empty', today: null })
    await janua.close()
    await db.close()
    await this.startServer()
  }

  get url(): string {
    return `http://127.0.0.1:${this.port}/api`
  }

  connect(): Sequelize {
    return connect({ ...this.database!.address, name: 'janua' } as DatabaseAddress)
  }

  /** Kills without a word of warning, as a lost machine would, and starts again. */
  async fall(fault: Fault): Promise<void> {
    process.kill(this.server!.pid, 'SIGKILL')
    if (fault === 'the database') process.kill(this.state().pid, 'SIGKILL')
    await this.server!.ended
    if (fault === 'the database') await this.startDatabase()
    await this.startServer()
  }

  async close(): Promise<void> {
    await this.server?.stop()
    await this.database?.stop()
    rmSync(this.folder, { recursive: true, force: true })
  }

  private state(): { pid: number; owner?: number } {
    return JSON.parse(readFileSync(join(this.folder, 'state.json'), 'utf8')) as {
      pid: number
      owner?: number
    }
  }

  private async startDatabase(): Promise<void> {
    if (this.database)
      writeFileSync(
        join(this.folder, 'state.json'),
        JSON.stringify({ ...this.state(), owner: undefined }),
      )
    this.database = await startDatabase(this.folder, ['janua'])
  }

  private async startServer(): Promise<void> {
    const { startServer } = (await import('../../scripts/lib/serve.mjs' as string)) as {
      startServer(options: object): Promise<Process>
    }
    this.server = await startServer({
      folder: this.folder,
      database: { ...this.database!.address, name: 'janua' },
      port: this.port,
      seed: 'empty',
      today: null,
      sessionSecret: 'for faults only',
      told: () => undefined,
    })
    this.port = this.server.port
  }
}
