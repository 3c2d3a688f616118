import { Op, QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Places } from './places.ts'
import type { Outbox } from '../channels/index.ts'
import type { ConversationViews, ThreadLinks, Threads } from '../conversations/index.ts'

interface Dependencies {
  db: Sequelize
  read: Pick<ConversationViews, 'messages' | 'visitors'>
  threads: Threads
  outbox: Outbox
  places: Places
  users: { nameOf(id: number | null): Promise<string> }
  threadLinks: ThreadLinks
  clock: Clock
}

/** An agent who writes several messages sends one mail: it goes when nothing more has come for so long. */
const BURST_SECONDS = 40
/** In a case nobody waits at the screen. */
const CASE_BURST_SECONDS = 5
const MOST_AT_ONCE = 50
const OLDEST_DAYS = 7

/** What agents write to visitors who have left the page goes to them by mail, once for each burst of messages, with the thread's link. */
export class FollowUps {
  private running: Promise<void> | undefined

  constructor(private readonly dependencies: Dependencies) {}

  tick(): Promise<void> {
    return (this.running ??= this.send().finally(() => (this.running = undefined)))
  }

  private async send(): Promise<void> {
    for (const { id } of await this.unread()) await this.mail(id)
  }

  /** Conversations with words of an agent that reached the visitor neither on the page nor by mail, and to which nothing is being added. */
  private unread(): Promise<{ id: number }[]> {
    const now = +this.dependencies.clock.now()
    return this.dependencies.db.query<{ id: number }>(
      `SELECT c.id FROM conversations c JOIN visitors v ON v.id = c.visitor_id AND v.mail IS NOT NULL
       JOIN messages m ON m.conversation_id = c.id AND m.author = 'agent' AND m.kind IN ('text', 'file') AND m.seq > GREATEST(c.visitor_got, c.mailed_seq)
       WHERE c.last_at > :oldest
       GROUP BY c.id, c.case_number
       HAVING MAX(m.created_at) < IF(c.case_number IS NULL, :burst, :caseBurst)
       ORDER BY c.id LIMIT ${MOST_AT_ONCE}`,
      {
        replacements: {
          oldest: new Date(now - OLDEST_DAYS * 86_400_000),
          burst: new Date(now - BURST_SECONDS * 1_000),
          caseBurst: new Date(now - CASE_BURST_SECONDS * 1_000),
        },
        type: QueryTypes.SELECT,
      },
    )
  }

  private async mail(id: number): Promise<void> {
    const { read, threads, outbox, places, users, threadLinks } = this.dependencies
    await threads.change(id, async (locked, transaction) => {
      const [visitor, unread] = await Promise.all([
        read.visitors.find(locked.visitorId, transaction),
        read.messages.list({
          where: {
            conversationId: id,
            author: 'agent',
            kind: ['text', 'file'],
            seq: { [Op.gt]: Math.max(locked.visitorGot, locked.mailedSeq) },
          },
          order: [['seq', 'ASC']],
          transaction,
        }),
      ])
      const last = unread.at(-1)
      if (!visitor?.mail || !last) return
      const { door } = await places.of(locked, transaction)
      const asTeam = last.data?.asTeam === true
      locked.mailedSeq = last.seq
      await outbox.reply(
        {
          conversationId: id,
          number: locked.caseNumber,
          to: visitor.mail,
          language: locked.language,
          name: asTeam ? door.title : await users.nameOf(last.userId),
          company: door.title,
          text: unread.map(({ kind, text }) => (kind === 'file' ? `[${text}]` : text)).join('\n\n'),
          link: threadLinks.link(visitor.id, door.key),
        },
        transaction,
      )
    })
  }
}
