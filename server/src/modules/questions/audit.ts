import type { AnswerData, AuditSample, ToReview } from '@janua/contracts'
import { placeOf } from '@janua/core'
import { QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { saidFrom } from './reviews.ts'
import type { QuestionTables } from './tables.ts'

/** How many answers of each week are put before the lead. */
const SAMPLE = 30
const DAY_MS = 86_400_000

interface Answer {
  id: number
  reviewed: number
}

/** Each week's random sample of answers: random, unlike all other reviewing, and so the one that may correct published figures. */
export class AuditSampling {
  constructor(
    private readonly dependencies: {
      db: Sequelize
      tables: QuestionTables
      /** The answers that a conversation holds, in their order. */
      answersIn: (conversation: number) => Promise<AnswerData[]>
      clock: Clock
    },
  ) {}

  /** The sample of the last full week, from Monday; of the same week always the same answers. */
  async sample(): Promise<AuditSample> {
    const { db, clock } = this.dependencies
    const now = clock.now()
    const today = Math.floor(+now / DAY_MS) * DAY_MS
    const monday = new Date(today - (((now.getUTCDay() + 6) % 7) + 7) * DAY_MS)
    const week = monday.toISOString().slice(0, 10)
    const answers = await db.query<Answer>(
      `SELECT q.id, EXISTS (SELECT 1 FROM reviews j WHERE j.question_id = q.id AND j.origin = 'audit') AS reviewed FROM questions q
       WHERE q.outcome = 'answered' AND COALESCE(q.kind, '') <> 'elsewhere' AND q.item_id IS NOT NULL AND q.asked_at >= :from AND q.asked_at < :to`,
      {
        replacements: { from: monday, to: new Date(+monday + 7 * DAY_MS) },
        type: QueryTypes.SELECT,
      },
    )
    const drawn = answers
      .map((each) => ({ ...each, at: placeOf(`${week} ${each.id}`) }))
      .sort((a, b) => a.at - b.at)
      .slice(0, SAMPLE)
    const left = await Promise.all(
      drawn
        .filter(({ reviewed }) => !reviewed)
        .map(({ id }) => this.toReview(id, Math.min(1, SAMPLE / answers.length))),
    )
    return {
      week,
      answers: answers.length,
      reviewed: drawn.filter(({ reviewed }) => reviewed).length,
      left: left.flatMap((each) => each ?? []),
    }
  }

  private async toReview(id: number, chance: number): Promise<ToReview | null> {
    const { tables, answersIn } = this.dependencies
    const question = (await tables.questions.findByPk(id))!
    const answers = question.conversationId === null ? [] : await answersIn(question.conversationId)
    const data = answers.filter((each) => each.question === id).at(-1)
    const source = data?.sources[0]
    if (!data || !source) return null
    const collection =
      question.trace.candidates.find(
        ({ item, ordinal }) => item === source.item && ordinal === source.ordinal,
      )?.collection ?? ''
    return {
      question: id,
      text: question.text,
      door: question.doorId,
      collection,
      confidence: question.confidence,
      chance,
      ...saidFrom(source, data.blocks),
    }
  }
}
