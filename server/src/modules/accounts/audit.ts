import type { AuditEntry, Paged, SignedIn } from '@janua/contracts'
import { Op, type Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { AccountTables } from './tables.ts'

/** Who did it, when it was not a person of the team. */
export const JANUA = { id: null, name: 'Janua' }
export type Actor = Pick<SignedIn, 'id' | 'name'> | typeof JANUA

/** The audit trail: who did what, when. */
export class Audit {
  constructor(
    private readonly tables: AccountTables,
    private readonly clock: Clock,
  ) {}

  async note(
    actor: Actor,
    action: string,
    subject: string,
    detail: Record<string, unknown> = {},
    transaction?: Transaction,
  ): Promise<void> {
    const entry = {
      at: this.clock.now(),
      userId: actor.id,
      who: actor.name,
      action,
      subject: subject.slice(0, 255),
      detail,
    }
    await this.tables.audit.create(entry, { transaction })
  }

  /** Entries on these subjects keep that something happened, not why: a reason can name a person. */
  async forgetReasons(subjects: readonly string[], transaction: Transaction): Promise<void> {
    await this.tables.audit.update(
      { detail: { reason: 'erased with the visitor' } },
      { where: { subject: [...subjects] }, transaction },
    )
  }

  async removeBefore(at: Date): Promise<void> {
    await this.tables.audit.destroy({ where: { at: { [Op.lt]: at } } })
  }

  async list({
    search,
    offset,
    limit,
  }: {
    search: string
    offset: number
    limit: number
  }): Promise<Paged<AuditEntry>> {
    const like = { [Op.like]: `%${search.replace(/[%_\\]/g, '\\$&')}%` }
    const where = search ? { [Op.or]: [{ who: like }, { action: like }, { subject: like }] } : {}
    const { rows, count } = await this.tables.audit.findAndCountAll({
      where,
      order: [['id', 'DESC']],
      offset,
      limit,
    })
    return {
      rows: rows.map(({ id, at, who, action, subject, detail }) => ({
        id,
        at: at.toISOString(),
        who,
        action,
        subject,
        detail,
      })),
      total: count,
    }
  }
}
