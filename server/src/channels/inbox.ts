import { Op, type Transaction } from 'sequelize'
import type { Accounts } from '../accounts/service.ts'
import type { Clock } from '../clock.ts'
import type { ConversationRow, ConversationTables } from '../conversations/models.ts'
import type { Threads } from '../conversations/thread.ts'
import type { Row } from '../database/tables.ts'
import type { DeskWork } from '../handover/work.ts'
import type { ChannelTables } from './models.ts'
import { ownWords } from './ownWords.ts'

/** A mail that came in. */
export interface Incoming {
  from: string
  subject: string
  text: string
  messageId: string
  /** Mails that it answers. */
  references: string[]
}
export type Received = 'taken' | 'known already' | 'not for us'

/**
 * Mails that visitors, and agents who were alerted, answer with. A mail belongs to the conversation of a mail of ours that it answers, and only
 * its own recipient may answer it: so nobody can write into a thread who does not know a mail that was sent to them.
 */
export class Inbox {
  constructor(private readonly needs: { tables: ConversationTables & ChannelTables; threads: Threads; work: DeskWork; accounts: Accounts; clock: Clock }) {}

  async receive({ from, subject, text, messageId, references }: Incoming): Promise<Received> {
    const { tables, accounts } = this.needs
    if (await tables.mails.findOne({ where: { messageId } })) return 'known already'
    const answered = await tables.mails.findOne({ where: { direction: 'out', messageId: references, conversationId: { [Op.ne]: null } }, order: [['id', 'DESC']] })
    if (!answered?.conversationId || answered.recipient.toLowerCase() !== from.toLowerCase()) return 'not for us'
    const words = ownWords(text)
    if (words === '') return 'not for us'
    const agent = await accounts.byMail(from)
    if (agent) {
      await this.needs.work.take(agent, answered.conversationId)
      await this.needs.work.reply(agent, answered.conversationId, { clientId: clientIdOf(messageId), text: words })
      await this.keep({ conversationId: answered.conversationId, messageId, from, subject, text })
      return 'taken'
    }
    await this.needs.threads.change(answered.conversationId, async (locked, transaction) => {
      await this.intoThread(locked, { words, messageId }, transaction)
      await this.keep({ conversationId: locked.id, messageId, from, subject, text }, transaction)
    })
    return 'taken'
  }

  /** A closed conversation becomes a case again, in the queue that it was in; any other stays what it is. */
  private async intoThread(locked: Row<ConversationRow>, { words, messageId }: { words: string; messageId: string }, transaction: Transaction): Promise<void> {
    const { threads, clock } = this.needs
    if (locked.state === 'closed') {
      threads.move(locked, 'write again')
      Object.assign(locked, { closedAt: null, outcome: null, agentId: null, dueAt: clock.now(), askedAt: clock.now() })
      await threads.append(locked, { author: 'event', kind: 'resumed', text: '', data: { by: 'mail' } }, transaction)
    }
    await threads.append(locked, { author: 'visitor', kind: 'text', text: words.slice(0, 4_000), clientId: clientIdOf(messageId), data: { by: 'mail' } }, transaction)
  }

  private async keep({ conversationId, messageId, from, subject, text }: { conversationId: number; messageId: string; from: string; subject: string; text: string }, transaction?: Transaction): Promise<void> {
    const now = this.needs.clock.now()
    await this.needs.tables.mails.create({ conversationId, direction: 'in', messageId, recipient: from, subject: subject.slice(0, 200), text, state: 'taken', createdAt: now, sentAt: now }, { transaction })
  }
}

/** The same mail makes the same message, however often it comes. */
function clientIdOf(messageId: string): string {
  return messageId.slice(0, 36)
}
