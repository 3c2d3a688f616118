import { type Sequelize, type Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Events } from '../../platform/events.ts'
import { problem } from '../../platform/http/problems.ts'
import type { ConversationRow, ConversationTables } from './tables.ts'
import { concernedBy } from './thread.ts'
import { type Actor, type Audit, JANUA } from '../accounts/index.ts'
import { normOf } from '../answering/index.ts'
import type { AskedQuestions, QuestionViews } from '../questions/index.ts'
import type { ReleaseViews } from '../releases/index.ts'

/** What others keep of a visitor's words. */
export interface DerivedPorts {
  /** Whatever else is kept by wording: each takes these wordings out of what it keeps. */
  derived: () => ((norms: readonly string[], transaction: Transaction) => Promise<void>)[]
  /** The wordings that checks of the team ask, and how many checks those are. */
  checksAsking: (
    norms: ReadonlySet<string>,
    transaction: Transaction,
  ) => Promise<{ norms: string[]; count: number }>
}

interface Dependencies extends DerivedPorts {
  db: Sequelize
  tables: ConversationTables
  read: Pick<ReleaseViews, 'revisions'> & Pick<QuestionViews, 'questions'>
  asked: Pick<AskedQuestions, 'askedAmong'>
  audit: Audit
  events: Events
  clock: Clock
}

/** What of a visitor's words the team has made its own, and which therefore stays. */
export interface Adopted {
  items: number[]
  checks: number
}

/**
 * Erases a visitor. Everything that derives from this visitor alone goes: conversations, messages, files, mails, questions, and what was
 * computed or noted of them. What the team wrote or took over stays as the team's own text, whoever asked it first: else a visitor
 * who asks a phrasing word for word could delete it. Where such text stays, the audit trail names it, as it may hold personal data.
 */
export class Erasure {
  constructor(private readonly dependencies: Dependencies) {}

  /**
   * @param by the visitor (null) or the lead who was asked for it
   * @throws ON_HOLD when the visitor is blocked or kept for a legal reason; a lead lifts that first
   */
  async erase(visitorId: number, by: Actor | null): Promise<Adopted> {
    const { db, events } = this.dependencies
    const { theirs, adopted } = await db.transaction((transaction) =>
      this.eraseWithin(visitorId, by, transaction),
    )
    events.tell('visitorGone', { visitor: visitorId })
    for (const one of theirs)
      events.tell('conversation', { id: one.id, ...concernedBy(one), visitor: visitorId })
    return adopted
  }

  /** All of it or nothing: what is left of somebody who is gone, nobody would find again. */
  private async eraseWithin(
    visitorId: number,
    by: Actor | null,
    transaction: Transaction,
  ): Promise<{ theirs: ConversationRow[]; adopted: Adopted }> {
    const { tables, read, audit } = this.dependencies
    const visitor = await tables.visitors.findByPk(visitorId, { lock: true, transaction })
    if (!visitor) throw problem('VISITOR_NOT_FOUND', visitorId)
    if (visitor.holdBecause !== null || (visitor.blockedAt !== null && by === null))
      throw problem('ON_HOLD')
    const theirs = await tables.conversations.findAll({ where: { visitorId }, transaction })
    const ids = theirs.map(({ id }) => id)
    const asked = await read.questions.list({
      attributes: ['text'],
      where: { conversationId: ids },
      raw: true,
      transaction,
    })
    await visitor.destroy({ transaction })
    await audit.forgetReasons(
      ids.map((id) => `Conversation ${id}`),
      transaction,
    )
    const adopted = await this.eraseDerived(
      asked.map(({ text }) => text),
      transaction,
    )
    await audit.note(
      by ?? JANUA,
      'erased a visitor',
      `Visitor ${visitorId}`,
      {
        asked: by ? 'for the visitor' : 'by the visitor',
        conversations: ids.length,
        ...(adopted.items.length > 0 && { keptAsTeamText: adopted.items }),
        ...(adopted.checks > 0 && { keptChecks: adopted.checks }),
      },
      transaction,
    )
    return { theirs, adopted }
  }

  /** Takes away what was made of words that nobody else has asked and the team has not made its own. */
  private async eraseDerived(texts: readonly string[], transaction: Transaction): Promise<Adopted> {
    const { asked, derived } = this.dependencies
    const byNorm = new Map(texts.map((text) => [normOf(text), text]))
    if (byNorm.size === 0) return { items: [], checks: 0 }
    const adopted = await this.adoptedOf(byNorm, transaction)
    const others = await asked.askedAmong([...byNorm.keys()], transaction)
    for (const norm of [...adopted.norms, ...others]) byNorm.delete(norm)
    for (const erase of derived()) await erase([...byNorm.keys()], transaction)
    return adopted
  }

  /** Phrasings of articles, in whatever revision, and messages of checks that are these words. */
  private async adoptedOf(
    byNorm: ReadonlyMap<string, string>,
    transaction: Transaction,
  ): Promise<Adopted & { norms: Set<string> }> {
    const { db, read } = this.dependencies
    const norms = new Set<string>()
    const likes = [...byNorm.values()].map(
      (text) =>
        `content LIKE ${db.escape(
          `%${JSON.stringify(text)
            .slice(1, -1)
            .replace(/[%_\\]/g, '\\$&')}%`,
        )}`,
    )
    const revisions = await read.revisions.list({
      where: db.literal(`(${likes.join(' OR ')})`) as never,
      transaction,
    })
    const items = new Set<number>()
    for (const { itemId, content } of revisions)
      for (const phrasing of phrasingsIn(content))
        if (byNorm.has(normOf(phrasing))) {
          items.add(itemId)
          norms.add(normOf(phrasing))
        }
    const checks = await this.dependencies.checksAsking(new Set(byNorm.keys()), transaction)
    for (const norm of checks.norms) norms.add(norm)
    return { items: [...items], checks: checks.count, norms }
  }
}

/** Every phrasing in a content, of the whole or of its parts. */
function phrasingsIn(value: unknown): string[] {
  if (Array.isArray(value)) return value.flatMap(phrasingsIn)
  if (value === null || typeof value !== 'object') return []
  return Object.entries(value).flatMap(([key, each]) =>
    key === 'phrasings' && Array.isArray(each) ? (each as string[]) : phrasingsIn(each),
  )
}
