import type { Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { ConversationTables } from './tables.ts'

/** What is noted of visitors as others learn it. */
export class Visitors {
  constructor(private readonly needs: { tables: ConversationTables; clock: Clock }) {}

  /** Who they say they are. */
  async introduce(id: number, { name, mail }: { name: string; mail: string }): Promise<void> {
    await this.needs.tables.visitors.update({ name, mail }, { where: { id } })
  }

  /** An answer came from the mail address: it is known to be theirs. */
  async proveMail(id: number, transaction: Transaction): Promise<void> {
    await this.needs.tables.visitors.update(
      { mailProvedAt: this.needs.clock.now() },
      { where: { id, mailProvedAt: null }, transaction },
    )
  }

  async block(id: number, because: string, transaction: Transaction): Promise<void> {
    await this.needs.tables.visitors.update(
      { blockedAt: this.needs.clock.now(), blockedBecause: because },
      { where: { id }, transaction },
    )
  }
}
