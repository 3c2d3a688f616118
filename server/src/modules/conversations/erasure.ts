import { Op, type Sequelize, type Transaction } from 'sequelize'
import { type Actor, type Audit, JANUA } from '../accounts/audit.ts'
import type { Clock } from '../../platform/clock.ts'
import type { Events } from '../../platform/events.ts'
import { problem } from '../../platform/http/problems.ts'
import type { ConversationRow } from './tables.ts'
import { normOf } from './respond.ts'
import { concernedBy } from './thread.ts'
import type { AllTables } from '../../allTables.ts'

interface Needs {
  db: Sequelize
  tables: AllTables
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
  constructor(private readonly needs: Needs) {}

  /**
   * @param by the visitor (null) or the lead who was asked for it
   * @throws ON_HOLD when the visitor is blocked or kept for a legal reason; a lead lifts that first
   */
  async erase(visitorId: number, by: Actor | null): Promise<Adopted> {
    const { db, events } = this.needs
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
    const { tables, audit } = this.needs
    const visitor = await tables.visitors.findByPk(visitorId, { lock: true, transaction })
    if (!visitor) throw problem('VISITOR_NOT_FOUND', visitorId)
    if (visitor.holdBecause !== null || (visitor.blockedAt !== null && by === null))
      throw problem('ON_HOLD')
    const theirs = await tables.conversations.findAll({ where: { visitorId }, transaction })
    const ids = theirs.map(({ id }) => id)
    const asked = await tables.questions.findAll({
      attributes: ['text'],
      where: { conversationId: ids },
      raw: true,
      transaction,
    })
    await visitor.destroy({ transaction })
    await this.forgetReasons(ids, transaction)
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

  /** A reason for a block can name the person: the audit trail keeps that it happened, not why. */
  private async forgetReasons(
    conversations: readonly number[],
    transaction: Transaction,
  ): Promise<void> {
    await this.needs.tables.audit.update(
      { detail: { reason: 'erased with the visitor' } },
      { where: { subject: conversations.map((id) => `Conversation ${id}`) }, transaction },
    )
  }

  /** Takes away what was made of words that nobody else has asked and the team has not made its own. */
  private async eraseDerived(texts: readonly string[], transaction: Transaction): Promise<Adopted> {
    const { tables } = this.needs
    const byNorm = new Map(texts.map((text) => [normOf(text), text]))
    if (byNorm.size === 0) return { items: [], checks: 0 }
    const adopted = await this.adoptedOf(byNorm, transaction)
    const others = await tables.questions.findAll({
      attributes: ['norm'],
      where: { norm: [...byNorm.keys()] },
      group: ['norm'],
      raw: true,
      transaction,
    })
    for (const norm of [...adopted.norms, ...others.map((each) => each.norm)]) byNorm.delete(norm)
    const norms = [...byNorm.keys()]
    // What the team has asked itself in rehearsal is reviewed as its own question.
    await tables.judgements.destroy({
      where: { norm: norms, origin: { [Op.ne]: 'rehearsal' } },
      transaction,
    })
    await tables.mends.destroy({ where: { norm: norms }, transaction })
    await tables.replayResults.destroy({ where: { norm: norms }, transaction })
    await this.eraseFromTopics(norms, transaction)
    return adopted
  }

  /** Phrasings of articles, in whatever revision, and messages of checks that are these words. */
  private async adoptedOf(
    byNorm: ReadonlyMap<string, string>,
    transaction: Transaction,
  ): Promise<Adopted & { norms: Set<string> }> {
    const { db, tables } = this.needs
    const norms = new Set<string>()
    const likes = [...byNorm.values()].map(
      (text) =>
        `content LIKE ${db.escape(
          `%${JSON.stringify(text)
            .slice(1, -1)
            .replace(/[%_\\]/g, '\\$&')}%`,
        )}`,
    )
    const revisions = await tables.revisions.findAll({
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
    let checks = 0
    for (const { messages } of await tables.checks.findAll({
      attributes: ['messages'],
      transaction,
    })) {
      const own = messages.map(normOf).filter((norm) => byNorm.has(norm))
      if (own.length > 0) checks++
      for (const norm of own) norms.add(norm)
    }
    return { items: [...items], checks, norms }
  }

  /** A topic that was named by the visitor's words is named by another's, or is gone with them. */
  private async eraseFromTopics(norms: readonly string[], transaction: Transaction): Promise<void> {
    const { tables, clock } = this.needs
    const where = { norm: [...norms] }
    const theirs = await tables.topicWordings.findAll({ where, transaction })
    await tables.topicWordings.destroy({ where, transaction })
    for (const topicId of new Set(theirs.flatMap(({ topicId }) => topicId ?? []))) {
      const next = await tables.topicWordings.findOne({
        where: { topicId },
        order: [
          ['place', 'ASC'],
          ['times', 'DESC'],
        ],
        transaction,
      })
      await tables.topics.update(
        next
          ? { label: next.text.slice(0, 300) }
          : { label: 'redacted', words: [], goneAt: clock.now() },
        { where: { id: topicId, named: false }, transaction },
      )
    }
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
