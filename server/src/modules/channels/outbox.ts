import { randomUUID } from 'node:crypto'
import { Op, type Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { type Phrase, phrase, tell } from '../../platform/language/phrases.ts'
import type { MailServer } from './mailServer.ts'
import type { ChannelTables, MailKind, MailRow } from './tables.ts'

interface Written {
  conversationId: number | null
  to: string
  subject: string
  text: string
  kind: MailKind
}

/** So many confirmations go to one address in a day, whoever asks for them: it may belong to somebody who asked for none. */
const CONFIRMATIONS_A_DAY = 4
const DAY_MS = 86_400_000
const MOST_AT_ONCE = 20
/** A mail that waits longer is told of. */
const LATE_SECONDS = 60
const FIRST_WAIT_SECONDS = 15
const LONGEST_WAIT_SECONDS = 900
/** A mail that could not be sent for so many tries (a day and more) is given up and shown as failed. */
const MOST_TRIES = 100

/**
 * Mails that are to go out. They are stored with the change that they tell of, in its transaction, and sent afterwards: while the mail
 * server is down nothing is lost, and each is sent once it is back. A mail that was sent as the process ended may be sent twice, under one message id.
 */
export class Outbox {
  private running: Promise<void> | undefined

  constructor(
    private readonly dependencies: {
      tables: ChannelTables
      clock: Clock
      mailServer: Pick<MailServer, 'transport' | 'refresh'>
    },
  ) {}

  /** Whether there is anything that brings mails on their way. */
  get isSetUp(): boolean {
    return this.dependencies.mailServer.transport !== null
  }

  async write(
    { conversationId, to, subject, text, kind }: Written,
    transaction?: Transaction,
  ): Promise<void> {
    const now = this.dependencies.clock.now()
    await this.dependencies.tables.mails.create(
      {
        conversationId,
        direction: 'out',
        messageId: `${conversationId ?? 'team'}.${randomUUID()}@janua.example`,
        recipient: to,
        subject: subject.slice(0, 200),
        text,
        kind,
        state: 'waiting',
        nextAt: now,
        createdAt: now,
      },
      { transaction },
    )
  }

  /**
   * Confirms a case by mail. The visitor's own words are quoted only to an address that has proved to be theirs: else anybody could
   * make us send words of theirs to anybody. An address gets only so many a day.
   */
  async confirm(
    { conversationId, number, to, isProved, language, company, subject, phone, link }: Confirmation,
    transaction: Transaction,
  ): Promise<void> {
    const { tables, clock } = this.dependencies
    const today = await tables.mails.count({
      where: {
        recipient: to,
        kind: 'confirmation',
        createdAt: { [Op.gt]: new Date(+clock.now() - DAY_MS) },
      },
      transaction,
    })
    if (today >= CONFIRMATIONS_A_DAY && !isProved) return
    const told = (key: string, values?: Phrase['values']) => tell(phrase(key, values), language)
    const parts = [
      told('mails.received', { number }),
      ...(isProved ? [`  ${subject}`] : []),
      phone ? told('mails.weCall', { phone }) : told('mails.weReply'),
      `${told('mails.addTo')}\n${link}`,
      told('mails.notYou'),
    ]
    await this.write(
      {
        conversationId,
        to,
        subject: told('mails.caseSubject', { company, number }),
        text: `${parts.join('\n\n')}\n`,
        kind: 'confirmation',
      },
      transaction,
    )
  }

  /** What agents wrote to a visitor who is not there to read it. */
  async reply(
    { conversationId, number, to, language, name, company, text, link }: Reply,
    transaction: Transaction,
  ): Promise<void> {
    const about = number
      ? phrase('mails.caseSubject', { company, number })
      : phrase('mails.subject', { company })
    const ending = [phrase('mails.answer'), phrase('mails.thread', { link })]
    await this.write(
      {
        conversationId,
        to,
        subject: tell(about, language),
        text: [text, '', name, '', '--', ...ending.map((each) => tell(each, language))].join('\n'),
        kind: 'reply',
      },
      transaction,
    )
  }

  /** Sends what is due. Without a mail server it stays where it is. */
  tick(): Promise<void> {
    return (this.running ??= this.send().finally(() => (this.running = undefined)))
  }

  /** Mails that wait longer than they should, with the reason; null when there are none. */
  async status(): Promise<{ waiting: number; problem: string } | null> {
    const { tables, clock, mailServer } = this.dependencies
    const late = {
      direction: 'out' as const,
      state: ['waiting', 'failed'] as MailRow['state'][],
      createdAt: { [Op.lt]: new Date(+clock.now() - LATE_SECONDS * 1_000) },
    }
    const waiting = await tables.mails.count({ where: late })
    if (waiting === 0) return null
    const last = await tables.mails.findOne({
      where: { ...late, problem: { [Op.ne]: null } },
      order: [['id', 'DESC']],
    })
    return {
      waiting,
      problem: mailServer.transport
        ? (last?.problem ?? 'not tried yet')
        : 'no mail server is set up',
    }
  }

  private async send(): Promise<void> {
    const { tables, clock, mailServer } = this.dependencies
    await mailServer.refresh()
    const mailTransport = mailServer.transport
    if (!mailTransport) return
    const due = await tables.mails.findAll({
      where: { direction: 'out', state: 'waiting', nextAt: { [Op.lte]: clock.now() } },
      order: [['id', 'ASC']],
      limit: MOST_AT_ONCE,
    })
    for (const mail of due) {
      try {
        await mailTransport({
          to: mail.recipient,
          subject: mail.subject,
          text: mail.text,
          messageId: mail.messageId,
          references: await this.before(mail),
          automatic: mail.kind !== 'reply',
        })
        await mail.update({ state: 'sent', sentAt: clock.now(), problem: null })
      } catch (cause) {
        const tries = mail.tries + 1
        const wait = Math.min(LONGEST_WAIT_SECONDS, FIRST_WAIT_SECONDS * 2 ** (tries - 1))
        await mail.update({
          tries,
          state: tries >= MOST_TRIES ? 'failed' : 'waiting',
          nextAt: new Date(+clock.now() + wait * 1_000),
          problem: (cause instanceof Error ? cause.message : String(cause)).slice(0, 300),
        })
      }
    }
  }

  private async before({ conversationId, id }: MailRow): Promise<string[]> {
    if (conversationId === null) return []
    const rows = await this.dependencies.tables.mails.findAll({
      attributes: ['messageId'],
      where: { conversationId, id: { [Op.lt]: id } },
      order: [['id', 'ASC']],
    })
    return rows.map(({ messageId }) => messageId)
  }
}

interface Confirmation {
  conversationId: number
  number: string
  to: string
  /** The visitor has answered a mail that was sent there. */
  isProved: boolean
  language: 'en' | 'de'
  company: string
  subject: string
  phone: string | null
  /** Opens the thread. */
  link: string
}
interface Reply {
  conversationId: number
  /** Null for a conversation that is no case. */
  number: string | null
  to: string
  language: 'en' | 'de'
  name: string
  company: string
  text: string
  link: string
}
