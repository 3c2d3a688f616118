import type { RetentionSettings, VisitorExport } from '@janua/contracts'
import { Op } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { problem } from '../../platform/http/problems.ts'
import type { Adopted, Erasure } from './erasure.ts'
import type { Threads } from './thread.ts'
import type { Settings } from '../../platform/settings.ts'
import type { ConversationTables } from './tables.ts'
import type { Actor, Audit } from '../accounts/index.ts'
import type { AskedQuestions, QuestionViews } from '../questions/index.ts'

export interface Mailed {
  direction: 'in' | 'out'
  subject: string
  text: string
  createdAt: Date
}

interface Dependencies {
  settings: Settings
  tables: ConversationTables
  read: Pick<QuestionViews, 'questions'>
  asked: Pick<AskedQuestions, 'forgetConversation'>
  /** The mails that came and went in these conversations. */
  mailsOf: (conversations: readonly number[]) => Promise<Mailed[]>
  threads: Threads
  erasure: Erasure
  audit: Audit
  clock: Clock
}

const NAME = 'retention'
const DAY_MS = 86_400_000
const AT_ONCE = 100
/** Visitors who never wrote anything. */
const UNUSED_DAYS = 2
const STARTER_RETENTION: RetentionSettings = {
  conversationDays: null,
  attachmentDays: null,
  auditDays: null,
}

/** What is kept of visitors, for how long, and what a lead does when one of them asks for it. */
export class VisitorRecords {
  constructor(private readonly dependencies: Dependencies) {}

  /** Everything that is stored of a visitor, for the visitor to get. */
  async exportOf(actor: Actor, id: number): Promise<VisitorExport> {
    const { tables, read, mailsOf, threads, audit, clock } = this.dependencies
    const visitor = await tables.visitors.findByPk(id)
    if (!visitor) throw problem('VISITOR_NOT_FOUND', id)
    const theirs = await tables.conversations.findAll({
      where: { visitorId: id },
      order: [['id', 'ASC']],
    })
    const ids = theirs.map((each) => each.id)
    const [questions, mails, messages] = await Promise.all([
      read.questions.list({ where: { conversationId: ids }, order: [['id', 'ASC']] }),
      mailsOf(ids),
      Promise.all(ids.map((each) => threads.messages(each, 0, 'visitor'))),
    ])
    await audit.note(actor, 'exported a visitor', `Visitor ${id}`)
    return {
      madeAt: clock.now().toISOString(),
      visitor: {
        name: visitor.name,
        mail: visitor.mail,
        since: visitor.createdAt.toISOString(),
      },
      conversations: theirs.map(({ createdAt, closedAt, told, phone, rating, ratingWord }, i) => ({
        startedAt: createdAt.toISOString(),
        endedAt: closedAt?.toISOString() ?? null,
        details: { ...told, ...(phone && { phone }) },
        rating,
        ratingWord,
        messages: messages[i]!.map(({ at, author, name, text, kind }) => ({
          at,
          from: name ?? author,
          text: text || kind,
        })),
      })),
      questions: questions.map(({ askedAt, text, outcome }) => ({
        at: askedAt.toISOString(),
        text,
        outcome,
      })),
      mails: mails.map(({ createdAt, direction, subject, text }) => ({
        at: createdAt.toISOString(),
        direction,
        subject,
        text,
      })),
    }
  }

  erase(actor: Actor, id: number): Promise<Adopted> {
    return this.dependencies.erasure.erase(id, actor)
  }

  /** Keeps a visitor from being erased, by themselves, a lead, or the days of retention. @param because null lifts it */
  async hold(actor: Actor, id: number, because: string | null): Promise<void> {
    const visitor = await this.dependencies.tables.visitors.findByPk(id)
    if (!visitor) throw problem('VISITOR_NOT_FOUND', id)
    await visitor.update({ holdBecause: because })
    const action = because === null ? 'lifted a legal hold' : 'set a legal hold'
    await this.dependencies.audit.note(
      actor,
      action,
      `Visitor ${id}`,
      because === null ? {} : { because },
    )
  }

  async retention(): Promise<RetentionSettings> {
    const kept = await this.dependencies.settings.read<Partial<RetentionSettings>>(NAME)
    return { ...STARTER_RETENTION, ...kept }
  }

  async setRetention(actor: Actor, settings: RetentionSettings): Promise<void> {
    await this.dependencies.settings.write(NAME, settings)
    await this.dependencies.audit.note(actor, 'changed retention', 'Team', { ...settings })
  }

  /** Removes what is older than the team keeps it. Questions stay in the log, without who asked. */
  async tick(): Promise<void> {
    const { tables, audit, clock } = this.dependencies
    const before = (days: number) => new Date(+clock.now() - days * DAY_MS)
    const { conversationDays, attachmentDays, auditDays } = await this.retention()
    if (auditDays !== null) await audit.removeBefore(before(auditDays))
    if (attachmentDays !== null) {
      const held = await this.heldConversations()
      await tables.attachments.destroy({
        where: {
          createdAt: { [Op.lt]: before(attachmentDays) },
          ...(held.length > 0 && { conversationId: { [Op.notIn]: held } }),
        },
      })
    }
    if (conversationDays !== null) await this.endOld(before(conversationDays))
    const unused = await tables.visitors.findAll({
      attributes: ['id'],
      where: {
        createdAt: { [Op.lt]: before(UNUSED_DAYS) },
        blockedAt: null,
        holdBecause: null,
        id: {
          [Op.notIn]: this.dependencies.tables.visitors.sequelize!.literal(
            '(SELECT visitor_id FROM conversations)',
          ),
        } as never,
      },
      limit: AT_ONCE * 10,
    })
    await tables.visitors.destroy({ where: { id: unused.map(({ id }) => id) } })
  }

  private async endOld(before: Date): Promise<void> {
    const { tables, asked } = this.dependencies
    const held = await this.heldConversations()
    const old = await tables.conversations.findAll({
      attributes: ['id'],
      where: {
        state: 'closed',
        lastAt: { [Op.lt]: before },
        ...(held.length > 0 && { id: { [Op.notIn]: held } }),
      },
      order: [['id', 'ASC']],
      limit: AT_ONCE,
    })
    for (const { id } of old) {
      await asked.forgetConversation(id)
      await tables.conversations.destroy({ where: { id } })
    }
  }

  private async heldConversations(): Promise<number[]> {
    const { tables } = this.dependencies
    const visitors = await tables.visitors.findAll({
      attributes: ['id'],
      where: { holdBecause: { [Op.ne]: null } },
    })
    const theirs = await tables.conversations.findAll({
      attributes: ['id'],
      where: { visitorId: visitors.map(({ id }) => id) },
    })
    return theirs.map(({ id }) => id)
  }
}
