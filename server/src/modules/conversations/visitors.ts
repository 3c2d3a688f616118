import type { Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { ConversationTables } from './tables.ts'

/** What is noted of visitors as others learn it. */
export class Visitors {
  constructor(private readonly dependencies: { tables: ConversationTables; clock: Clock }) {}

  /** Who they say they are. */
  async introduce(id: number, { name, mail }: { name: string; mail: string }): Promise<void> {
    await this.dependencies.tables.visitors.update({ name, mail }, { where: { id } })
  }

  /** An answer came from the mail address: it is known to be theirs. */
  async proveMail(id: number, transaction: Transaction): Promise<void> {
    await this.dependencies.tables.visitors.update(
      { mailProvedAt: this.dependencies.clock.now() },
      { where: { id, mailProvedAt: null }, transaction },
    )
  }

  async block(id: number, because: string, transaction: Transaction): Promise<void> {
    await this.dependencies.tables.visitors.update(
      { blockedAt: this.dependencies.clock.now(), blockedBecause: because },
      { where: { id }, transaction },
    )
  }
}
