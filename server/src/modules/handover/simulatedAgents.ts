import type { SignedIn } from '@janua/contracts'
import { Op, QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { Problem } from '../../platform/http/problems.ts'
import type { DeskWork } from './work.ts'
import type { Settings } from '../../platform/settings.ts'
import type { Accounts } from '../accounts/index.ts'
import type { ConversationRow, ConversationViews } from '../conversations/index.ts'

interface Dependencies {
  settings: Settings
  db: Sequelize
  read: Pick<ConversationViews, 'conversations' | 'messages'>
  accounts: Pick<Accounts, 'find'>
  work: Pick<DeskWork, 'take' | 'reply' | 'close'>
  clock: Clock
}

const NAME = 'simulated_agents'
/** The demo's own pace: long enough to see the wait, short enough to stay for it. */
const TAKES_AFTER_SECONDS = 12
const WRITES_AFTER_SECONDS = 7
const CLOSES_AFTER_SECONDS = 300
const AT_ONCE = 10

const WORDS = {
  en: [
    'Hello, this is {name}. I’m a simulated agent of this demo: I can’t look anything up, but this is how a conversation with the team looks.',
    'Thank you. A real colleague would answer you here; I’m only simulated.',
  ],
  de: [
    'Guten Tag, hier ist {name}. Ich bin ein simulierter Mitarbeiter dieser Demo: Nachsehen kann ich nichts, aber so sieht ein Gespräch mit dem Team aus.',
    'Danke. Hier würde Ihnen jemand aus dem Team antworten; ich bin nur simuliert.',
  ],
}

/**
 * The demo's agents, who are online without any browser: they take what visitors of this run bring to their queues, and say that they are
 * simulated. Agents who were ever there by a browser of their own are left to themselves, and so is what the demo came with.
 */
export class SimulatedAgents {
  private readonly since: Date

  constructor(private readonly dependencies: Dependencies) {
    this.since = dependencies.clock.now()
  }

  async isOn(): Promise<boolean> {
    return (await this.dependencies.settings.read(NAME)) !== false
  }

  async switchTo(on: boolean): Promise<void> {
    await this.dependencies.settings.write(NAME, on)
  }

  async tick(): Promise<void> {
    if (!(await this.isOn())) return
    const { read, clock } = this.dependencies
    const before = (seconds: number) => new Date(+clock.now() - seconds * 1_000)
    const find = (where: Partial<Record<keyof ConversationRow, unknown>>) =>
      read.conversations.list({
        where: { createdAt: { [Op.gte]: this.since }, ...where } as never,
        order: [['id', 'ASC']],
        limit: AT_ONCE,
      })
    for (const each of await find({
      state: 'waiting',
      enteredQueueAt: { [Op.lte]: before(TAKES_AFTER_SECONDS) },
    }))
      await this.takes(each)
    for (const each of await find({
      state: 'agent',
      lastAt: { [Op.lte]: before(WRITES_AFTER_SECONDS) },
    }))
      await this.goesOn(each, before(CLOSES_AFTER_SECONDS))
  }

  private async takes({ id, queueId, offeredTo }: ConversationRow): Promise<void> {
    const [free] = await this.dependencies.db.query<{ id: number }>(
      `SELECT u.id FROM queue_members m JOIN users u ON u.id = m.user_id
       WHERE m.queue_id = :queueId AND u.presence = 'here' AND u.active = 1 AND u.beat_at IS NULL ${offeredTo === null ? '' : 'AND u.id = :offeredTo'}
         AND (SELECT COUNT(*) FROM conversations c WHERE c.agent_id = u.id AND c.state = 'agent') < u.at_once
       ORDER BY u.last_turn_at, u.id LIMIT 1`,
      { replacements: { queueId, offeredTo }, type: QueryTypes.SELECT },
    )
    const agent = free && (await this.dependencies.accounts.find(free.id))
    if (agent) await unlessTaken(this.dependencies.work.take(agent, id))
  }

  private async goesOn(
    { id, agentId, lastBy, lastAt, language }: ConversationRow,
    closesBefore: Date,
  ): Promise<void> {
    const agent = await this.simulated(agentId)
    if (!agent) return
    const { work, read } = this.dependencies
    const said = await read.messages.count({ where: { conversationId: id, author: 'agent' } })
    if (said === 0 || lastBy === 'visitor') {
      const text = WORDS[language][Math.min(said, 1)]!.replace('{name}', agent.name)
      await unlessTaken(work.reply(agent, id, { clientId: crypto.randomUUID(), text }))
    } else if (lastAt < closesBefore)
      await unlessTaken(
        work.close(agent, id, { outcome: 'settled', rightQueue: null, followUpAt: null }),
      )
  }

  private async simulated(id: number | null): Promise<SignedIn | null> {
    if (id === null) return null
    const [row] = await this.dependencies.db.query<{ beat: Date | null }>(
      'SELECT beat_at AS beat FROM users WHERE id = :id',
      { replacements: { id }, type: QueryTypes.SELECT },
    )
    return row?.beat === null ? this.dependencies.accounts.find(id) : null
  }
}

/** Somebody real may have been quicker. */
async function unlessTaken(act: Promise<void>): Promise<void> {
  await act.catch((cause: unknown) => {
    if (!(cause instanceof Problem)) throw cause
  })
}
