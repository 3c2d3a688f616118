import type { AgentSkills, AlertSettings, Presence } from '@janua/contracts'
import { Op } from 'sequelize'
import { problem } from '../../platform/http/problems.ts'
import type { AccountTables } from './tables.ts'

/** What is kept of people as agents: where they are, what they take, and whose turn it was. */
export class Agents {
  constructor(private readonly tables: AccountTables) {}

  /** @param byItself their browser was gone or came back, not their own word */
  async setPresence(users: readonly number[], presence: Presence, byItself = false): Promise<void> {
    await this.tables.users.update(
      { presence, wentByItself: byItself },
      { where: { id: [...users] } },
    )
  }

  /** Browsers of these people are open. @returns those of them who had gone by themselves, and are back */
  async seen(users: readonly number[], at: Date): Promise<number[]> {
    const { users: table } = this.tables
    await table.update({ beatAt: at }, { where: { id: [...users] } })
    const away = await table.findAll({
      attributes: ['id'],
      where: { id: [...users], wentByItself: true },
    })
    const back = away.map(({ id }) => id)
    // Who changed it by their own word meanwhile has said where they are.
    if (back.length > 0)
      await table.update(
        { presence: 'here', wentByItself: false },
        { where: { id: back, wentByItself: true } },
      )
    return back
  }

  /** Those who are online by their word, and whose browser was last seen before. */
  async unseenSince(before: Date): Promise<number[]> {
    const gone = await this.tables.users.findAll({
      attributes: ['id'],
      where: { presence: 'here', beatAt: { [Op.lt]: before } },
    })
    return gone.map(({ id }) => id)
  }

  /** @returns the person's name @throws PERSON_NOT_FOUND */
  async setSkills(user: number, { atOnce, languages, topics }: AgentSkills): Promise<string> {
    const row = await this.tables.users.findByPk(user)
    if (!row) throw problem('PERSON_NOT_FOUND', user)
    await row.update({ atOnce, skills: { languages, topics } })
    return row.name
  }

  async setAlerts(user: number, alerts: AlertSettings): Promise<void> {
    await this.tables.users.update({ alerts }, { where: { id: user } })
  }

  /** Something was offered to them, or taken by them: others come first for what is next. */
  async hadTurn(user: number, at: Date): Promise<void> {
    await this.tables.users.update({ lastTurnAt: at }, { where: { id: user } })
  }
}
