import { type AlertSettings, isQuiet, type SignedIn, STARTER_ALERTS } from '@janua/contracts'
import { DateTime } from 'luxon'
import { QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { type Phrase, phrase, tell } from '../../platform/language/phrases.ts'
import type { AccountViews, Agents } from '../accounts/index.ts'
import type { Outbox } from '../channels/index.ts'
import type { ConversationViews } from '../conversations/index.ts'

interface Dependencies {
  agents: Agents
  db: Sequelize
  read: Pick<AccountViews, 'users'> & Pick<ConversationViews, 'messages'>
  outbox: Outbox
  reporting: { read(): Promise<{ zone: string }> }
  clock: Clock
}
interface Needed {
  conversation: number
  queue: string
  subject: string
  visitor: string | null
  user: number
  mail: string
}

const MOST_AT_ONCE = 50
/** What waits longer than this was told of already, or is nobody's any more. */
const OLDEST_HOURS = 12

/** Tells people by mail that a visitor waits and nobody is there, or that it is late; once for each conversation. Answering the mail answers the visitor. */
export class Alerts {
  constructor(private readonly dependencies: Dependencies) {}

  async read({ id }: SignedIn): Promise<AlertSettings> {
    const user = await this.dependencies.read.users.find(id)
    return { ...STARTER_ALERTS, ...user?.alerts }
  }

  async set({ id }: SignedIn, settings: AlertSettings): Promise<void> {
    await this.dependencies.agents.setAlerts(id, settings)
  }

  async tick(): Promise<void> {
    const { read, outbox, reporting, clock } = this.dependencies
    const needed = await this.needed()
    if (needed.length === 0) return
    const { zone } = await reporting.read()
    const time = DateTime.fromJSDate(clock.now(), { zone }).toFormat('HH:mm')
    for (const { conversation, queue, subject, visitor, user, mail } of needed) {
      const row = await read.users.find(user)
      if (!row?.alerts?.mail || isQuiet(row.alerts, time)) continue
      const said = await read.messages.list({
        attributes: ['text'],
        where: { conversationId: conversation, author: 'visitor', kind: 'text' },
        order: [['seq', 'ASC']],
        limit: 12,
      })
      const told = (key: string, values?: Phrase['values']) =>
        tell(phrase(key, values), row.language ?? 'en')
      const parts = [
        told('mails.alertWaits', { visitor: visitor ?? phrase('mails.aVisitor'), queue }),
        said.map(({ text }) => `  ${text}`).join('\n'),
        told('mails.alertAnswer'),
      ]
      await outbox.write({
        conversationId: conversation,
        to: mail,
        subject: told('mails.alertSubject', { queue, subject }),
        text: `${parts.join('\n\n')}\n`,
        kind: 'alert',
      })
    }
  }

  /** Members of queues in which somebody waits whom nobody attends to, and who were not told of it yet. */
  private needed(): Promise<Needed[]> {
    const now = this.dependencies.clock.now()
    return this.dependencies.db.query<Needed>(
      `SELECT c.id AS conversation, q.name AS queue, c.subject, v.name AS visitor, u.id AS user, u.mail
       FROM conversations c JOIN queues q ON q.id = c.queue_id JOIN visitors v ON v.id = c.visitor_id JOIN queue_members m ON m.queue_id = q.id JOIN users u ON u.id = m.user_id AND u.active = 1
       WHERE c.state = 'waiting' AND c.entered_queue_at > :since AND u.alerts LIKE '%"mail":true%'
         AND (c.due_at < :now OR NOT EXISTS (SELECT 1 FROM queue_members n JOIN users p ON p.id = n.user_id WHERE n.queue_id = q.id AND p.presence = 'here' AND p.active = 1))
         AND NOT EXISTS (SELECT 1 FROM mails s WHERE s.conversation_id = c.id AND s.recipient = u.mail)
       ORDER BY c.id LIMIT ${MOST_AT_ONCE}`,
      {
        replacements: { now, since: new Date(+now - OLDEST_HOURS * 3_600_000) },
        type: QueryTypes.SELECT,
      },
    )
  }
}
