import { randomUUID } from 'node:crypto'
import { Op, type Transaction } from 'sequelize'
import type { Clock } from '../clock.ts'
import type { ChannelTables, MailRow } from './models.ts'

/** A mail as it goes out. */
export interface Letter {
  to: string
  subject: string
  text: string
  messageId: string
  /** Earlier mails of the same thread, the oldest first. */
  references: string[]
}
/** What brings a mail on its way; throws when it cannot. */
export type Postman = (letter: Letter) => Promise<void>

interface Written {
  conversationId: number | null
  to: string
  subject: string
  text: string
}

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
    private readonly needs: { tables: ChannelTables; clock: Clock; postman: Postman | null },
  ) {}

  /** Whether there is anything that brings mails on their way. */
  get isSetUp(): boolean {
    return this.needs.postman !== null
  }

  async write(
    { conversationId, to, subject, text }: Written,
    transaction?: Transaction,
  ): Promise<void> {
    const now = this.needs.clock.now()
    await this.needs.tables.mails.create(
      {
        conversationId,
        direction: 'out',
        messageId: `${conversationId ?? 'team'}.${randomUUID()}@janua.example`,
        recipient: to,
        subject: subject.slice(0, 200),
        text,
        state: 'waiting',
        nextAt: now,
        createdAt: now,
      },
      { transaction },
    )
  }

  async confirm(
    {
      conversationId,
      number,
      to,
      language,
      company,
      subject,
      phone,
    }: {
      conversationId: number
      number: string
      to: string
      language: 'en' | 'de'
      company: string
      subject: string
      phone: string | null
    },
    transaction: Transaction,
  ): Promise<void> {
    const words = WORDS[language]
    await this.write(
      {
        conversationId,
        to,
        subject: words.subject(number, company),
        text: words.confirmation(number, subject, phone),
      },
      transaction,
    )
  }

  /** An agent's reply in a case. */
  async reply(
    {
      conversationId,
      number,
      to,
      language,
      name,
      company,
      text,
    }: {
      conversationId: number
      number: string
      to: string
      language: 'en' | 'de'
      name: string
      company: string
      text: string
    },
    transaction: Transaction,
  ): Promise<void> {
    const words = WORDS[language]
    await this.write(
      {
        conversationId,
        to,
        subject: words.subject(number, company),
        text: `${text}\n\n${name}\n\n--\n${words.answer}`,
      },
      transaction,
    )
  }

  /** Sends what is due. Without a postman it stays where it is. */
  tick(): Promise<void> {
    return (this.running ??= this.send().finally(() => (this.running = undefined)))
  }

  /** Mails that wait longer than they should, with the reason; null when there are none. */
  async standing(): Promise<{ waiting: number; problem: string } | null> {
    const { tables, clock, postman } = this.needs
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
      problem: postman ? (last?.problem ?? 'not tried yet') : 'no mail server is set up',
    }
  }

  private async send(): Promise<void> {
    const { tables, clock, postman } = this.needs
    if (!postman) return
    const due = await tables.mails.findAll({
      where: { direction: 'out', state: 'waiting', nextAt: { [Op.lte]: clock.now() } },
      order: [['id', 'ASC']],
      limit: MOST_AT_ONCE,
    })
    for (const mail of due) {
      try {
        await postman({
          to: mail.recipient,
          subject: mail.subject,
          text: mail.text,
          messageId: mail.messageId,
          references: await this.before(mail),
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
    const rows = await this.needs.tables.mails.findAll({
      attributes: ['messageId'],
      where: { conversationId, id: { [Op.lt]: id } },
      order: [['id', 'ASC']],
    })
    return rows.map(({ messageId }) => messageId)
  }
}

const WORDS = {
  en: {
    subject: (number: string, company: string) => `Your question to ${company} [${number}]`,
    confirmation: (number: string, subject: string, phone: string | null) =>
      `We have your question and keep it under the number ${number}:\n\n  ${subject}\n\n${phone ? `Somebody will call you at ${phone} within our hours.` : 'Somebody will reply to this address.'} If you want to add something, just answer this mail.\n`,
    answer: 'You can answer this mail; it comes into the same conversation.',
  },
  de: {
    subject: (number: string, company: string) => `Ihre Frage an ${company} [${number}]`,
    confirmation: (number: string, subject: string, phone: string | null) =>
      `Ihre Frage ist bei uns und hat die Nummer ${number}:\n\n  ${subject}\n\n${phone ? `Jemand ruft Sie zu unseren Zeiten unter ${phone} an.` : 'Jemand antwortet an diese Adresse.'} Wenn Sie etwas hinzufügen möchten, antworten Sie einfach auf diese Mail.\n`,
    answer: 'Sie können auf diese Mail antworten; die Antwort kommt in dasselbe Gespräch.',
  },
}
