import type { SignedIn, Proposal, ProposalInput, ProposalState } from '@janua/contracts'
import { maskPrivate } from '@janua/core'
import { Op, type Sequelize, type Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { Events } from '../../platform/events.ts'
import { problem } from '../../platform/http/problems.ts'
import type { Desk } from './desk.ts'
import type { HandoverTables, ProposalRow } from './tables.ts'
import type { Articles } from '../library/index.ts'
import type { ReleaseViews } from '../releases/index.ts'

interface Dependencies {
  db: Sequelize
  tables: HandoverTables
  read: Pick<ReleaseViews, 'items'>
  desk: Desk
  articles: Articles
  users: { nameOf(id: number | null): Promise<string> }
  events: Events
  clock: Clock
}

const MOST = 200

/** What agents teach from their own replies: it waits in the lead's list, and becomes a change of the draft, or is declined with a reason that the agent sees. */
export class Proposals {
  constructor(private readonly dependencies: Dependencies) {}

  /** A lead sees all, an agent what they taught themselves. */
  async list(user: SignedIn, state: ProposalState): Promise<Proposal[]> {
    const rows = await this.dependencies.tables.proposals.findAll({
      where: { state, ...(user.role === 'agent' && { userId: user.id }) },
      order: [['id', 'DESC']],
      limit: MOST,
    })
    return this.views(rows)
  }

  /** What was taught from a conversation. */
  async of(conversationId: number): Promise<Proposal[]> {
    const rows = await this.dependencies.tables.proposals.findAll({
      where: { conversationId },
      order: [['id', 'ASC']],
    })
    return this.views(rows)
  }

  /** Mail addresses and numbers of the visitor do not go into what others read. */
  async teach(
    user: SignedIn,
    conversationId: number,
    { kind, question, words, item }: ProposalInput,
  ): Promise<{ id: number }> {
    const { tables, read, desk, events, clock } = this.dependencies
    await desk.mustRead(user, conversationId)
    if (
      item !== null &&
      !(await read.items.first({
        where: {
          id: item,
          kind: ['article', 'fixed', 'document'],
          draftRevision: { [Op.ne]: null },
        },
      }))
    )
      throw problem('ARTICLE_NOT_FOUND', item)
    const row = await tables.proposals.create({
      conversationId,
      kind,
      question: maskPrivate(question).slice(0, 300),
      words: maskPrivate(words),
      itemId: item,
      state: 'open',
      userId: user.id,
      createdAt: clock.now(),
    })
    events.tell('proposal', { by: user.id })
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
    const { articles, events } = this.dependencies
    const item = await this.decide(user, id, async (row, transaction) => {
      const made =
        row.kind === 'phrasing'
          ? (await articles.teach(user, row.itemId!, question, true, transaction)).id
          : (
              await articles.put(
                user,
                {
                  kind: row.kind,
                  title,
                  collection,
                  phrasings: [question],
                  body: `${words.trim()}\n`,
                  reviewOn: null,
                  ready: row.kind === 'fixed',
                },
                transaction,
              )
            ).item.id
      return { state: 'accepted', madeItem: made, question, words }
    })
    events.tell('draft', { item: 0 })
    return { item: item.madeItem! }
  }

  async decline(user: SignedIn, id: number, reason: string): Promise<void> {
    await this.decide(user, id, () => Promise.resolve({ state: 'declined', reason }))
  }

  /** Decides on a proposal that is open, with all that comes of it or nothing: of two who decide at once, one does. */
  private async decide(
    user: SignedIn,
    id: number,
    work: (row: ProposalRow, transaction: Transaction) => Promise<Partial<ProposalRow>>,
  ): Promise<Partial<ProposalRow>> {
    const { db, tables, clock, events } = this.dependencies
    const { outcome, by } = await db.transaction(async (transaction) => {
      const row = await tables.proposals.findByPk(id, { lock: true, transaction })
      if (!row) throw problem('NOT_FOUND')
      if (row.state !== 'open') throw problem('PROPOSAL_DECIDED')
      const outcome = await work(row, transaction)
      await row.update({ ...outcome, decidedBy: user.id, decidedAt: clock.now() }, { transaction })
      return { outcome, by: row.userId }
    })
    events.tell('proposal', { by: by ?? 0 })
    return outcome
  }

  private async views(rows: readonly ProposalRow[]): Promise<Proposal[]> {
    const items = await this.dependencies.read.items.list({
      attributes: ['id', 'title'],
      where: { id: rows.flatMap(({ itemId }) => itemId ?? []) },
      raw: true,
    })
    const titles = new Map(items.map(({ id, title }) => [id, title]))
    return Promise.all(
      rows.map(async (row) => ({
        id: row.id,
        conversation: row.conversationId,
        kind: row.kind,
        question: row.question,
        words: row.words,
        item: row.itemId,
        state: row.state,
        reason: row.reason,
        madeItem: row.madeItem,
        by: await this.dependencies.users.nameOf(row.userId),
        at: row.createdAt.toISOString(),
        itemTitle: titles.get(row.itemId ?? 0) ?? null,
      })),
    )
  }
}
