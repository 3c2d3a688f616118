import type {
  AnswerData,
  LogCount,
  LogDetail,
  LogFilter,
  LogPage,
  LogQuery,
  LogRowView,
  Message,
  SignedIn,
  Verdict,
} from '@janua/contracts'
import { blocksText, fingerprint, maskPrivate, type Outcome, type Trace } from '@janua/core'
import type { Sequelize, Transaction } from 'sequelize'
import { mayDo } from '@janua/contracts/routes'
import { selectRows } from '../../platform/database/select.ts'
import type { Clock } from '../../platform/clock.ts'
import type { Row } from '../../platform/database/tables.ts'
import { problem } from '../../platform/http/problems.ts'
import { LATEST_VERDICT } from './latestReviews.ts'
import type { Reporting } from './reporting.ts'
import { filterSql } from './filter.ts'
import type { QuestionRow, QuestionTables } from './tables.ts'
import { leftUnsettled, normOf } from '../answering/index.ts'

interface Dependencies {
  db: Sequelize
  tables: QuestionTables
  /** What was said in a conversation, as visitors read it. */
  messagesOf: (conversation: number) => Promise<Message[]>
  /** The figures of the time have to be counted again. */
  mark: (at: Date, transaction?: Transaction) => Promise<void>
  reporting: Reporting
  users: { nameOf(id: number | null): Promise<string> }
  clock: Clock
}

interface ListedRow {
  id: number
  text: string
  written: string | null
  at: Date
  outcome: Outcome
  kind: LogRowView['kind']
  confidence: number
  item: number | null
  title: string | null
  release: number
  door: string | null
  language: string
  channel: string
  topic: number | null
  label: string | null
  vote: number | null
  reviewed: Verdict | null
  conversation: number | null
}

const COLUMNS = `q.id, q.text, m.text AS written, q.asked_at AS at, q.outcome, q.kind, q.confidence, COALESCE(q.item_id, q.nearest_item) AS item, i.title, q.release_id AS \`release\`, d.title AS door, q.language, q.channel,
  q.topic_id AS topic, t.label, q.vote, ${LATEST_VERDICT} AS reviewed, q.conversation_id AS conversation`
const JOINS =
  'LEFT JOIN items i ON i.id = COALESCE(q.item_id, q.nearest_item) LEFT JOIN items d ON d.id = q.door_id LEFT JOIN topics t ON t.id = q.topic_id LEFT JOIN messages m ON m.id = q.message_id'
/** Beyond this a count says "more than". */
const MOST_COUNTED = 10_000
const FILE_ROWS = 1_000

/** Every question of every channel, searched, opened and reviewed. */
export class QuestionLog {
  constructor(private readonly dependencies: Dependencies) {}

  /** One page, the newest first, from behind the last row of the page before: as quick at the millionth row as at the first. */
  async page({ after, limit, ...filter }: LogQuery): Promise<LogPage> {
    const { where, values } = filterSql(filter, (await this.dependencies.reporting.read()).zone)
    const rows = await selectRows<ListedRow>(this.dependencies.db, this.pageSql(where, after), {
      ...values,
      after,
      limit: limit + 1,
    })
    return {
      rows: rows.slice(0, limit).map(shown),
      next: rows.length > limit ? rows[limit - 1]!.id : null,
    }
  }

  /** The statement of a page: the rows are chosen by index first, and only these are looked up in other tables. */
  pageSql(where: string, after: number | null): string {
    const behind =
      after === null
        ? ''
        : ' AND (q.asked_at, q.id) < (SELECT asked_at, id FROM questions WHERE id = :after)'
    return `SELECT ${COLUMNS} FROM (SELECT q.id FROM questions q WHERE ${where}${behind} ORDER BY q.asked_at DESC, q.id DESC LIMIT :limit) chosen JOIN questions q ON q.id = chosen.id ${JOINS} ORDER BY q.asked_at DESC, q.id DESC`
  }

  async count(filter: LogFilter): Promise<LogCount> {
    const { where, values } = filterSql(filter, (await this.dependencies.reporting.read()).zone)
    const [row] = await selectRows<{ n: number }>(
      this.dependencies.db,
      `SELECT COUNT(*) AS n FROM (SELECT 1 FROM questions q WHERE ${where} LIMIT ${MOST_COUNTED + 1}) counted`,
      values,
    )
    return { n: Math.min(MOST_COUNTED, Number(row!.n)), more: Number(row!.n) > MOST_COUNTED }
  }

  /** One question with its conversation and trace. */
  async read(user: SignedIn, id: number): Promise<LogDetail> {
    const { tables, messagesOf, users } = this.dependencies
    const [row] = await selectRows<ListedRow>(
      this.dependencies.db,
      `SELECT ${COLUMNS} FROM questions q ${JOINS} WHERE q.id = :id`,
      { id },
    )
    if (!row) throw problem('QUESTION_NOT_FOUND', id)
    const question = (await tables.questions.findByPk(id))!
    const messages =
      question.conversationId === null ? [] : await messagesOf(question.conversationId)
    // Who is refused at the desk does not read there what agents said.
    const readable = messages.filter(
      ({ author }) => mayDo(user.role, 'desk.read') || author !== 'agent',
    )
    const data = answerAmong(messages, id)
    const reviews = await tables.reviews.findAll({
      where: { questionId: id },
      order: [['id', 'DESC']],
    })
    return {
      ...shown(row),
      doorId: question.doorId,
      trace: question.trace as Trace,
      messages: readable,
      blocks: data?.blocks ?? [],
      said: data ? blocksText(data.blocks) : '',
      sources: data?.sources ?? [],
      reviews: await Promise.all(
        reviews.map(async ({ verdict, userId, createdAt }) => ({
          verdict,
          by: await users.nameOf(userId),
          at: createdAt.toISOString(),
        })),
      ),
    }
  }

  /** Reviews a question of the log. @returns the review's number, by which it can be undone */
  async review(user: SignedIn, id: number, verdict: Verdict): Promise<{ review: number }> {
    const { db, tables, messagesOf, mark, clock } = this.dependencies
    const question = await this.find(id)
    const messages =
      question.conversationId === null ? [] : await messagesOf(question.conversationId)
    const data = answerAmong(messages, id)
    const { text, norm, doorId, itemId, revisionId, ordinal, confidence } = question
    const print = data && itemId !== null ? fingerprint(blocksText(data.blocks)) : null
    return db.transaction(async (transaction) => {
      const made = await tables.reviews.create(
        {
          questionId: id,
          userId: user.id,
          role: user.role,
          verdict,
          text,
          norm,
          doorId,
          itemId,
          revisionId,
          ordinal,
          print,
          confidence,
          origin: 'log',
          createdAt: clock.now(),
        },
        { transaction },
      )
      await this.settle(question, transaction)
      await mark(question.askedAt, transaction)
      return { review: made.id }
    })
  }

  /** Takes one's own review back. */
  async undo(user: SignedIn, id: number, review: number): Promise<void> {
    const { db, tables, mark } = this.dependencies
    const question = await this.find(id)
    await db.transaction(async (transaction) => {
      const gone = await tables.reviews.destroy({
        where: { id: review, questionId: id, userId: user.id },
        transaction,
      })
      if (gone === 0) throw problem('NOT_FOUND')
      await this.settle(question, transaction)
      await mark(question.askedAt, transaction)
    })
  }

  /** The rows of a filter, some at a time, until all are given. */
  async *rows(filter: LogFilter): AsyncGenerator<LogRowView[]> {
    for (let after: number | null = null; ;) {
      const { rows, next }: LogPage = await this.page({ ...filter, after, limit: FILE_ROWS })
      if (rows.length > 0) yield rows
      if (next === null) return
      after = next
    }
  }

  private async find(id: number): Promise<Row<QuestionRow>> {
    const question = await this.dependencies.tables.questions.findByPk(id)
    if (!question) throw problem('QUESTION_NOT_FOUND', id)
    return question
  }

  /** A wrong answer belongs to what is to be fixed; silence that is right, and what is no question, do not. */
  private async settle(
    question: Row<QuestionRow>,
    transaction: import('sequelize').Transaction,
  ): Promise<void> {
    const all = await this.dependencies.tables.reviews.findAll({
      where: { questionId: question.id },
      order: [['id', 'DESC']],
      transaction,
    })
    const verdict = (all.find(({ role }) => role === 'lead') ?? all[0])?.verdict
    const isNone = verdict === 'rightly silent' || verdict === 'not a question'
    const unsettled =
      !isNone &&
      (verdict === 'wrong' ||
        (verdict !== 'right' && (leftUnsettled(question) || question.vote === -1)))
    await question.update({ unsettled }, { transaction })
  }
}

function answerAmong(messages: readonly Message[], question: number): AnswerData | undefined {
  return messages
    .flatMap(({ kind, data }) => (kind === 'answer' && data ? [data as AnswerData] : []))
    .filter((data) => data.question === question)
    .at(-1)
}

function shown({
  at,
  item,
  title,
  topic,
  label,
  vote,
  door,
  written,
  ...row
}: ListedRow): LogRowView {
  const message = maskPrivate(written ?? '').trim()
  return {
    ...row,
    written: message === '' || normOf(message) === normOf(row.text) ? null : message,
    at: new Date(at).toISOString(),
    door: door ?? '',
    source: item === null ? null : { item, title: title ?? '' },
    topic: topic === null ? null : { id: topic, label: label ?? '' },
    vote: vote === null ? null : vote > 0 ? 'up' : 'down',
  }
}
