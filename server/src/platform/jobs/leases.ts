import { randomUUID } from 'node:crypto'
import { QueryTypes, type Sequelize } from 'sequelize'

/** A process that died holds a job for at most so long. */
const LEASE_SECONDS = 6

/**
 * Of several processes on one database, one holds a job. It keeps it while it lives, as what it has in memory is of use; one that ends gives its
 * jobs up, and of one that dies they are free when the lease is over. Time is the database's: clocks of processes may differ.
 */
export class Leases {
  private readonly holder = randomUUID()
  /** By job, until when it is ours, by this process's own stopwatch. */
  private readonly held = new Map<string, number>()

  constructor(
    private readonly db: Sequelize,
    private readonly seconds = LEASE_SECONDS,
  ) {}

  /** Whether this process may run a job now. The database is asked only when little is left of the lease. */
  async take(name: string): Promise<boolean> {
    const now = performance.now()
    if ((this.held.get(name) ?? 0) - now > (this.seconds * 1_000) / 2) return true
    await this.db.query('INSERT IGNORE INTO jobs (name, failures) VALUES (:name, 0)', {
      replacements: { name },
    })
    const [, taken] = await this.db.query(
      'UPDATE jobs SET holder = :holder, held_until = NOW(3) + INTERVAL :seconds SECOND WHERE name = :name AND (holder IS NULL OR holder = :holder OR held_until < NOW(3))',
      {
        replacements: { name, holder: this.holder, seconds: this.seconds },
        type: QueryTypes.UPDATE,
      },
    )
    if (taken === 1) this.held.set(name, now + this.seconds * 1_000)
    else this.held.delete(name)
    return taken === 1
  }

  /** Keeps a job while it runs, however long that takes. @returns ends the keeping */
  keep(name: string): () => void {
    const timer = setInterval(
      () => void this.take(name).catch(() => undefined),
      (this.seconds * 1_000) / 3,
    )
    timer.unref()
    return () => clearInterval(timer)
  }

  /** Gives all jobs up, for whoever else is there. */
  async giveUp(): Promise<void> {
    this.held.clear()
    await this.db.query('UPDATE jobs SET holder = NULL, held_until = NULL WHERE holder = :holder', {
      replacements: { holder: this.holder },
    })
  }
}
