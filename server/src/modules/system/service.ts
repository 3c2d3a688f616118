import type { SystemState } from '@janua/contracts'
import { QueryTypes, type Sequelize } from 'sequelize'
import type { FileStore } from '../../platform/files/store.ts'
import type { JobRunner } from '../../platform/jobs/runner.ts'
import type { Settings } from '../../platform/settings.ts'
import type { Outbox } from '../channels/index.ts'

interface Dependencies {
  settings: Settings
  db: Sequelize
  jobs: () => JobRunner
  store: FileStore
  outbox: Outbox
  simulatedAgents: { isOn(): Promise<boolean> } | null
  /** What of the models could not be read, and what that costs. */
  modelFaults: readonly string[]
}

/** Written by "npm run backup". */
export const LAST_BACKUP = 'last_backup'

/** How Janua itself is: what runs by itself, room on the disk, mail, the database. */
export class System {
  constructor(private readonly dependencies: Dependencies) {}

  async state(): Promise<SystemState> {
    const { db, settings, jobs, store, outbox } = this.dependencies
    const one = async <T extends object>(sql: string) =>
      (await db.query<T>(sql, { type: QueryTypes.SELECT }))[0]!
    const [status, room, mail, files, attachments, size, version, backup] = await Promise.all([
      jobs().status(),
      store.room(),
      outbox.status(),
      one<{ n: number; bytes: number | null }>(
        'SELECT COUNT(*) AS n, SUM(size) AS bytes FROM files',
      ),
      one<{ n: number; bytes: number | null }>(
        'SELECT COUNT(*) AS n, SUM(size) AS bytes FROM attachments',
      ),
      one<{ bytes: number | null }>(
        'SELECT SUM(data_length + index_length) AS bytes FROM information_schema.tables WHERE table_schema = DATABASE()',
      ),
      one<{ version: string }>('SELECT VERSION() AS version'),
      settings.read<SystemState['backup']>(LAST_BACKUP),
    ])
    return {
      jobs: status,
      files: {
        count: Number(files.n) + Number(attachments.n),
        bytes: Number(files.bytes ?? 0) + Number(attachments.bytes ?? 0),
        ...room,
      },
      mail: {
        isSetUp: outbox.isSetUp,
        waiting: mail?.waiting ?? 0,
        problem: mail?.problem ?? null,
      },
      database: { bytes: Number(size.bytes ?? 0), version: version.version },
      modelFaults: [...this.dependencies.modelFaults],
      uptimeSeconds: Math.round(process.uptime()),
      simulatedAgents: (await this.dependencies.simulatedAgents?.isOn()) ?? null,
      backup: backup ?? null,
    }
  }
}
