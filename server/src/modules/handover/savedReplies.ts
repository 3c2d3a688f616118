import type { SavedReply, SignedIn } from '@janua/contracts'
import { Op } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { problem } from '../../platform/http/problems.ts'
import type { HandoverTables } from './tables.ts'

/** Sentences that agents write again and again: the team's, and each one's own. */
export class SavedReplies {
  constructor(private readonly dependencies: { tables: HandoverTables; clock: Clock }) {}

  async list({ id }: SignedIn): Promise<SavedReply[]> {
    const rows = await this.dependencies.tables.savedReplies.findAll({
      where: { [Op.or]: [{ userId: null }, { userId: id }] },
      order: [['name', 'ASC']],
    })
    return rows.map(({ id, name, text, userId }) => ({ id, name, text, own: userId !== null }))
  }

  async save(
    user: SignedIn,
    id: number | null,
    { name, text, own }: { name: string; text: string; own: boolean },
  ): Promise<{ id: number }> {
    const { tables, clock } = this.dependencies
    const row = { name, text, userId: own ? user.id : null }
    if (id === null)
      return { id: (await tables.savedReplies.create({ ...row, createdAt: clock.now() })).id }
    await (await this.mine(user, id)).update(row)
    return { id }
  }

  async remove(user: SignedIn, id: number): Promise<void> {
    await (await this.mine(user, id)).destroy()
  }

  private async mine(user: SignedIn, id: number) {
    const row = await this.dependencies.tables.savedReplies.findByPk(id)
    if (!row || (row.userId !== null && row.userId !== user.id)) throw problem('NOT_FOUND')
    return row
  }
}
