import type { SignedIn, Teaching, TeachingInput, TeachingState } from '@janua/contracts'
import { maskPrivate } from '@janua/core'
import { Op } from 'sequelize'
import type { Clock } from '../clock.ts'
import type { Row } from '../database/tables.ts'
import type { Events } from '../events.ts'
import { problem } from '../http/problems.ts'
import type { Articles } from '../library/articles.ts'
import type { ContentTables } from '../library/models.ts'
import type { Desk } from './desk.ts'
import type { HandoverTables, TeachingRow } from './models.ts'

interface Needs {
  tables: HandoverTables & Pick<ContentTables, 'items'>
  desk: Desk
  articles: Articles
  users: { nameOf(id: number | null): Promise<string> }
  events: Events
  clock: Clock
}

const MOST = 200

/** What agents teach from their own replies: it waits in the lead's list, and becomes a change of the draft, or is declined with a reason that the agent sees. */
export class Teachings {
  constructor(private readonly needs: Needs) {}

  /** A lead sees all, an agent what they taught themselves. */
  async list(user: SignedIn, state: TeachingState): Promise<Teaching[]> {
    const rows = await this.needs.tables.teachings.findAll({
      where: { state, ...(user.role === 'agent' && { userId: user.id }) },
      order: [['id', 'DESC']],
      limit: MOST,
    })
    return Promise.all(rows.map((row) => this.view(row)))
  }

  /** What was taught from a conversation. */
  async of(conversationId: number): Promise<Teaching[]> {
    const rows = await this.needs.tables.teachings.findAll({
      where: { conversationId },
      order: [['id', 'ASC']],
    })
    return Promise.all(rows.map((row) => this.view(row)))
  }

  /** Mail addresses and numbers of the visitor do not go into what others read. */
  async teach(
    user: SignedIn,
    conversationId: number,
    { kind, question, words, item }: TeachingInput,
  ): Promise<{ id: number }> {
    const { tables, desk, events, clock } = this.needs
    await desk.mustRead(user, conversationId)
    if (
      item !== null &&
      !(await tables.items.findOne({
        where: {
          id: item,
          kind: ['article', 'fixed', 'document'],
          draftRevision: { [Op.ne]: null },
        },
      }))
    )
      throw problem('ARTICLE_NOT_FOUND', item)
    const row = await tables.teachings.create({
      conversationId,
      kind,
      question: maskPrivate(question).slice(0, 300),
      words: maskPrivate(words),
      itemId: item,
      state: 'open',
      userId: user.id,
      createdAt: clock.now(),
    })
    events.tell('taught', { by: user.id })
    return { id: row.id }
  }

  /** Takes it into the draft, as the lead has it now. A draft of an article stays in work, the others are ready to publish. */
  async accept(
    user: SignedIn,
    id: number,
    {
      question,
      words,
      title,
      collection,
    }: { question: string; words: string; title: string; collection: string },
  ): Promise<{ item: number }> {
    const { articles } = this.needs
    const row = await this.open(id)
    const item =
      row.kind === 'phrasing'
        ? (await articles.teach(user, row.itemId!, question, true)).id
        : (
            await articles.add(user, {
              kind: row.kind,
              title,
              collection,
              phrasings: [question],
              body: `${words.trim()}\n`,
              reviewOn: null,
              ready: row.kind === 'fixed',
            })
          ).id
    await this.decide(row, user, { state: 'accepted', madeItem: item, question, words })
    return { item }
  }

  async decline(user: SignedIn, id: number, reason: string): Promise<void> {
    await this.decide(await this.open(id), user, { state: 'declined', reason })
  }

  private async decide(
    row: Row<TeachingRow>,
    user: SignedIn,
    outcome: Partial<TeachingRow>,
  ): Promise<void> {
    await row.update({ ...outcome, decidedBy: user.id, decidedAt: this.needs.clock.now() })
    this.needs.events.tell('taught', { by: row.userId ?? 0 })
  }

  private async open(id: number): Promise<Row<TeachingRow>> {
    const row = await this.needs.tables.teachings.findByPk(id)
    if (!row) throw problem('NOT_FOUND')
    if (row.state !== 'open') throw problem('TEACHING_DECIDED')
    return row
  }

  private async view({
    id,
    conversationId,
    kind,
    question,
    words,
    itemId,
    state,
    reason,
    madeItem,
    userId,
    createdAt,
  }: TeachingRow): Promise<Teaching> {
    const item =
      itemId === null
        ? null
        : await this.needs.tables.items.findByPk(itemId, { attributes: ['title'] })
    return {
      id,
      conversation: conversationId,
      kind,
      question,
      words,
      item: itemId,
      state,
      reason,
      madeItem,
      by: await this.needs.users.nameOf(userId),
      at: createdAt.toISOString(),
      itemTitle: item?.title ?? null,
    }
  }
}
