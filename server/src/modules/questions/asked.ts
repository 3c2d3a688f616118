import { Op, QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { QuestionRow, QuestionTables } from './tables.ts'
import { leftUnsettled, type Response } from '../answering/index.ts'

type Question = NonNullable<Response['question']>

interface Dependencies {
  db: Sequelize
  tables: QuestionTables
  /** The topic that a wording belongs to; null for none yet. */
  topicOf: (norm: string, transaction: Transaction) => Promise<number | null>
  /** The figures of the time have to be counted again. */
  mark: (at: Date, transaction?: Transaction) => Promise<void>
  clock: Clock
}

/** The questions that visitors ask, as they ask them. */
export class AskedQuestions {
  constructor(private readonly dependencies: Dependencies) {}

  lastOf(conversationId: number, transaction?: Transaction): Promise<QuestionRow | null> {
    return this.dependencies.tables.questions.findOne({
      where: { conversationId },
      order: [['id', 'DESC']],
      transaction,
    })
  }

  /**
   * Keeps a question in a row of its own; a reply to our own question back belongs to the row that it was about.
   * @param repliesTo the question that it replies to; null for a new one
   * @returns the row's number
   */
  async keep(
    question: Question,
    repliesTo: number | null,
    place: { conversationId: number; messageId: number; askedAt: Date },
    transaction: Transaction,
  ): Promise<number> {
    const { tables, topicOf } = this.dependencies
    if (repliesTo === null) {
      const topicId = await topicOf(question.norm, transaction)
      const row = { ...question, ...place, topicId }
      return (await tables.questions.create(row, { transaction })).id
    }
    const row = (await tables.questions.findByPk(repliesTo, { transaction }))!
    const { text: _text, norm: _norm, wantsPerson: _wants, ...settled } = question
    // Taking what was offered is as good as saying that it was right.
    const isTaken = row.outcome === 'suggested' && settled.outcome === 'answered'
    await row.update({ ...settled, ...(isTaken && { vote: 1 }) }, { transaction })
    return repliesTo
  }

  /** "Did this settle it?" A no puts the question on the list of what is to be fixed. */
  async vote(id: number, helpful: boolean, transaction: Transaction): Promise<void> {
    const row = (await this.dependencies.tables.questions.findByPk(id, { transaction }))!
    const unsettled = !helpful || leftUnsettled(row)
    await row.update({ vote: helpful ? 1 : -1, unsettled }, { transaction })
    await this.dependencies.mark(row.askedAt, transaction)
  }

  /** The visitor opened the source of the answer; the first time is kept. */
  async opened(id: number): Promise<void> {
    const row = await this.dependencies.tables.questions.findByPk(id)
    if (!row || row.openedAt !== null) return
    await row.update({ openedAt: this.dependencies.clock.now() })
    await this.dependencies.mark(row.askedAt)
  }

  /** Questions are what figures are counted from: they lose who asked, and stay. */
  async forgetConversation(conversationId: number): Promise<void> {
    await this.dependencies.tables.questions.update(
      { conversationId: null, messageId: null },
      { where: { conversationId } },
    )
  }

  /** Gives every question the topic of its wording. @returns the days on which that changed one */
  async takeTopics(): Promise<{ first: Date; last: Date }[]> {
    const { db } = this.dependencies
    const joined = 'questions q LEFT JOIN topic_wordings w ON w.norm = q.norm'
    const differing = 'NOT (q.topic_id <=> w.topic_id)'
    const days = await db.query<{ first: Date; last: Date }>(
      `SELECT MIN(q.asked_at) AS first, MAX(q.asked_at) AS last FROM ${joined} WHERE ${differing} GROUP BY TO_DAYS(q.asked_at)`,
      { type: QueryTypes.SELECT },
    )
    if (days.length > 0)
      await db.query(`UPDATE ${joined} SET q.topic_id = w.topic_id WHERE ${differing}`)
    return days
  }

  /** Of these wordings those that somebody asks. */
  async askedAmong(norms: readonly string[], transaction: Transaction): Promise<string[]> {
    const rows = await this.dependencies.tables.questions.findAll({
      attributes: ['norm'],
      where: { norm: [...norms] },
      group: ['norm'],
      raw: true,
      transaction,
    })
    return rows.map(({ norm }) => norm)
  }

  /** Reviews of these wordings go; what the team asked itself in rehearsal is reviewed as its own question. */
  async eraseWordings(norms: readonly string[], transaction: Transaction): Promise<void> {
    await this.dependencies.tables.reviews.destroy({
      where: { norm: [...norms], origin: { [Op.ne]: 'rehearsal' } },
      transaction,
    })
  }
}
