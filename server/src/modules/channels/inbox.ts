import type { SignedIn } from '@janua/contracts'
import { Op, type Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Row } from '../../platform/database/tables.ts'
import { Problem } from '../../platform/http/problems.ts'
import { ownWords } from './ownWords.ts'
import type { ChannelTables } from './tables.ts'
import type { Accounts } from '../accounts/index.ts'
import {
  type Attachments,
  type ConversationRow,
  shownName,
  type Threads,
  type Visitors,
} from '../conversations/index.ts'
import { sha256 } from '../../platform/hash.ts'

/** A mail that came in. */
export interface Incoming {
  from: string
  subject: string
  text: string
  messageId: string
  /** Mails that it answers. */
  references: string[]
  files: { name: string; bytes: Buffer }[]
}
const MOST_WORDS = 4_000

export type Received = 'taken' | 'known already' | 'not for us'

/** Whom mails that come in are given to. */
export interface InboxPorts {
  threads: Threads
  visitors: Pick<Visitors, 'proveMail'>
  /** What an agent does at the desk, by mail. */
  work: {
    take(agent: SignedIn, conversation: number): Promise<void>
    reply(
      agent: SignedIn,
      conversation: number,
      said: { clientId: string; text: string },
    ): Promise<void>
    note(
      agent: SignedIn,
      conversation: number,
      note: { text: string; ask: number | null },
    ): Promise<void>
  }
  attachments: Attachments
  /** A closed conversation that is written to again becomes a case. */
  comingBack: {
    keep(locked: Row<ConversationRow>, transaction: Transaction, by: 'mail'): Promise<void>
  }
}

/**
 * Mails that visitors, and agents who were alerted, answer with. A mail belongs to the conversation of a mail of ours that it answers, and only
 * its own recipient may answer it: so nobody can write into a thread who does not know a mail that was sent to them.
 */
export class Inbox {
  constructor(
    private readonly dependencies: InboxPorts & {
      tables: ChannelTables
      accounts: Accounts
      clock: Clock
    },
  ) {}

  async receive(mail: Incoming): Promise<Received> {
    const { tables, accounts, threads } = this.dependencies
    const { from, messageId, references, files } = mail
    if (await tables.mails.findOne({ where: { messageId } })) return 'known already'
    const answered = await tables.mails.findOne({
      where: { direction: 'out', messageId: references, conversationId: { [Op.ne]: null } },
      order: [['id', 'DESC']],
    })
    const conversationId = answered?.conversationId ?? null
    if (conversationId === null || answered!.recipient.toLowerCase() !== from.toLowerCase())
      return 'not for us'
    const words = ownWords(mail.text)
    if (words === '' && files.length === 0) return 'not for us'
    const agent = await accounts.byMail(from)
    if (agent) {
      await this.fromAgent(agent, conversationId, words, mail)
      await this.keep(conversationId, mail)
    } else
      await threads.change(conversationId, async (locked, transaction) => {
        await this.intoThread(locked, words, mail, transaction)
        await this.keep(conversationId, mail, transaction)
      })
    return 'taken'
  }

  /** An agent who answers an alert takes the conversation with it. What of their mail cannot be kept becomes a note. */
  private async fromAgent(
    agent: SignedIn,
    id: number,
    words: string,
    { messageId, files }: Incoming,
  ): Promise<void> {
    const { work, attachments } = this.dependencies
    await work.take(agent, id)
    if (words !== '') await work.reply(agent, id, { clientId: clientIdOf(messageId), text: words })
    const left = await leftOf(files, ({ name, bytes }, i) =>
      attachments.fromAgent(agent, id, { name, bytes, clientId: clientIdOf(`${messageId} ${i}`) }),
    )
    if (left.length > 0)
      await work.note(agent, id, {
        text: `Not kept of this mail: ${left.join(', ')}. Only pictures and PDF files are, twenty in a conversation at the most.`,
        ask: null,
      })
  }

  /** A closed conversation becomes a case, of the agent who had it or its queue; any other stays what it is. */
  private async intoThread(
    locked: Row<ConversationRow>,
    words: string,
    { messageId, files }: Incoming,
    transaction: Transaction,
  ): Promise<void> {
    const { threads, visitors, attachments, comingBack } = this.dependencies
    // Who answers a mail has it: the address is known to be theirs.
    await visitors.proveMail(locked.visitorId, transaction)
    if (locked.state === 'closed') await comingBack.keep(locked, transaction, 'mail')
    const left = await leftOf(files, ({ name, bytes }, i) =>
      attachments.put(
        locked,
        { name, bytes, clientId: clientIdOf(`${messageId} ${i}`) },
        { author: 'visitor' },
        transaction,
      ),
    )
    const data = { by: 'mail', ...(left.length > 0 && { left }) }
    if (words !== '' || left.length > 0)
      await threads.append(
        locked,
        {
          author: 'visitor',
          kind: 'text',
          text: words.slice(0, MOST_WORDS),
          clientId: clientIdOf(messageId),
          data,
        },
        transaction,
      )
  }

  private async keep(
    conversationId: number,
    { messageId, from, subject, text }: Incoming,
    transaction?: Transaction,
  ): Promise<void> {
    const now = this.dependencies.clock.now()
    await this.dependencies.tables.mails.create(
      {
        conversationId,
        direction: 'in',
        messageId,
        recipient: from,
        subject: subject.slice(0, 200),
        text,
        state: 'taken',
        createdAt: now,
        sentAt: now,
      },
      { transaction },
    )
  }
}

/** Tries to keep each file. @returns the names of those that could not be kept */
async function leftOf(
  files: Incoming['files'],
  keep: (file: Incoming['files'][number], i: number) => Promise<void>,
): Promise<string[]> {
  const left: string[] = []
  for (const [i, file] of files.entries())
    await keep(file, i).catch((cause: unknown) => {
      if (!(cause instanceof Problem)) throw cause
      left.push(shownName(file.name))
    })
  return left
}

/** The same mail makes the same message, however often it comes. */
function clientIdOf(messageId: string): string {
  return sha256(messageId).slice(0, 36)
}
