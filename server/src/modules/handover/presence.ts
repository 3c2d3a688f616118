import type { AgentSkills, Presence as Where, SignedIn } from '@janua/contracts'
import { Op } from 'sequelize'
import type { Actor, Audit } from '../accounts/audit.ts'
import type { Clock } from '../../platform/clock.ts'
import type { Events } from '../../platform/events.ts'
import { problem } from '../../platform/http/problems.ts'
import type { Returns } from './returns.ts'
import type { AllTables } from '../../allTables.ts'

/** Somebody whose browser was not seen for so long is away by themselves. */
const GONE_SECONDS = 75
/** And after so long what they left unanswered goes back into its queue. */
const GIVES_BACK_SECONDS = 180

/** Who is at their desk. A browser that is open tells so by its live connection; one that is gone stops telling. */
export class Presence {
  constructor(
    private readonly needs: {
      tables: AllTables
      returns: Returns
      audit: Audit
      events: Events
      clock: Clock
    },
  ) {}

  /** As the person says it. Who goes home gives back what they have not answered. */
  async set(user: number, presence: Where): Promise<void> {
    const { tables, returns, events } = this.needs
    await tables.users.update({ presence, wentByItself: false }, { where: { id: user } })
    if (presence === 'off') {
      await returns.giveBack(user, 'went off duty', 'unanswered')
      await returns.releaseCases(user, 'went off duty')
    }
    events.tell('presence', { user })
  }

  async setSkills(
    actor: Actor,
    user: number,
    { atOnce, languages, topics }: AgentSkills,
  ): Promise<void> {
    const { tables, audit } = this.needs
    const row = await tables.users.findByPk(user)
    if (!row) throw problem('PERSON_NOT_FOUND', user)
    await row.update({ atOnce, skills: { languages, topics } })
    await audit.note(actor, 'changed skills', row.name, { atOnce, languages, topics })
  }

  async skillsOf(user: number): Promise<AgentSkills> {
    const row = await this.needs.tables.users.findByPk(user)
    return {
      atOnce: row?.atOnce ?? 3,
      languages: row?.skills?.languages ?? [],
      topics: row?.skills?.topics ?? [],
    }
  }

  /** Browsers of these people are open now. Who had gone by themselves is back. */
  async beat(users: readonly SignedIn['id'][]): Promise<void> {
    if (users.length === 0) return
    const { tables, events, clock } = this.needs
    await tables.users.update({ beatAt: clock.now() }, { where: { id: [...users] } })
    const back = await tables.users.findAll({
      attributes: ['id'],
      where: { id: [...users], wentByItself: true },
    })
    if (back.length === 0) return
    await tables.users.update(
      { presence: 'here', wentByItself: false },
      { where: { id: back.map(({ id }) => id), wentByItself: true } },
    )
    for (const { id } of back) events.tell('presence', { user: id })
  }

  /** Those whose browser is gone are away; in time they give back what they have not answered. */
  async tick(): Promise<void> {
    const { tables, returns, events, clock } = this.needs
    const before = (seconds: number) => new Date(+clock.now() - seconds * 1_000)
    const gone = await tables.users.findAll({
      attributes: ['id'],
      where: { presence: 'here', beatAt: { [Op.lt]: before(GONE_SECONDS) } },
    })
    if (gone.length > 0)
      await tables.users.update(
        { presence: 'away', wentByItself: true },
        { where: { id: gone.map(({ id }) => id) } },
      )
    for (const { id } of gone) events.tell('presence', { user: id })
    await returns.tick(before(GIVES_BACK_SECONDS))
  }
}
