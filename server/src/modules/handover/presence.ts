import type { AgentSkills, Presence as Where, SignedIn } from '@janua/contracts'
import type { Clock } from '../../platform/clock.ts'
import type { Events } from '../../platform/events.ts'
import type { Returns } from './returns.ts'
import type { AccountViews, Actor, Agents, Audit } from '../accounts/index.ts'

/** Somebody whose browser was not seen for so long is away by themselves. */
const GONE_SECONDS = 75
/** And after so long what they left unanswered goes back into its queue. */
const GIVES_BACK_SECONDS = 180

/** Who is at their desk. A browser that is open tells so by its live connection; one that is gone stops telling. */
export class Presence {
  constructor(
    private readonly dependencies: {
      agents: Agents
      read: Pick<AccountViews, 'users'>
      returns: Returns
      audit: Audit
      events: Events
      clock: Clock
    },
  ) {}

  /** As the person says it. Who goes home gives back what they have not answered. */
  async set(user: number, presence: Where): Promise<void> {
    const { agents, returns, events } = this.dependencies
    await agents.setPresence([user], presence)
    if (presence === 'off') {
      await returns.giveBack(user, 'went off duty', 'unanswered')
      await returns.releaseCases(user, 'went off duty')
    }
    events.tell('presence', { user })
  }

  async setSkills(actor: Actor, user: number, skills: AgentSkills): Promise<void> {
    const name = await this.dependencies.agents.setSkills(user, skills)
    await this.dependencies.audit.note(actor, 'changed skills', name, { ...skills })
  }

  async skillsOf(user: number): Promise<AgentSkills> {
    const row = await this.dependencies.read.users.find(user)
    return {
      atOnce: row?.atOnce ?? 3,
      languages: row?.skills?.languages ?? [],
      topics: row?.skills?.topics ?? [],
    }
  }

  /** Browsers of these people are open now. Who had gone by themselves is back. */
  async beat(users: readonly SignedIn['id'][]): Promise<void> {
    if (users.length === 0) return
    const { agents, events, clock } = this.dependencies
    for (const id of await agents.seen(users, clock.now())) events.tell('presence', { user: id })
  }

  /** Those whose browser is gone are away; in time they give back what they have not answered. */
  async tick(): Promise<void> {
    const { agents, returns, events, clock } = this.dependencies
    const before = (seconds: number) => new Date(+clock.now() - seconds * 1_000)
    const gone = await agents.unseenSince(before(GONE_SECONDS))
    if (gone.length > 0) await agents.setPresence(gone, 'away', true)
    for (const id of gone) events.tell('presence', { user: id })
    await returns.tick(before(GIVES_BACK_SECONDS))
  }
}
