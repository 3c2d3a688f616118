import type { Verdict } from '@janua/contracts'
import { type ReviewedQuestion, LEADS_WEIGHT, type Opinion, type OpinionCase } from '@janua/core'
import { QueryTypes, type Sequelize } from 'sequelize'

/** What a person's word counts beside a case of the self-test; a visitor's vote a little, as those who vote are not those who ask. */
const WEIGHTS = { lead: LEADS_WEIGHT, agent: 3, visitor: 0.5 }
const MOST_REVIEWED = 2_000
/** The same beside a lead's review of an answer that the language model had a say in. */
const AGENT_SHARE = 0.75
const VISITOR_SHARE = 0.1

/** Reviews and votes as cases from which confidence is learnt. */
export class ReviewCases {
  constructor(private readonly db: Sequelize) {}

  /** By these two it is known whether there is anything new. */
  async state(): Promise<{ newest: number; votes: number }> {
    const [row] = await this.db.query<{ newest: number | null; votes: number }>(
      'SELECT MAX(id) AS newest, (SELECT COUNT(*) FROM questions WHERE vote IS NOT NULL) AS votes FROM reviews',
      { type: QueryTypes.SELECT },
    )
    return { newest: Number(row?.newest ?? 0), votes: Number(row?.votes ?? 0) }
  }

  /** Answers on which the language model was heard, and which somebody reviewed: what its word is worth. */
  async opinions(): Promise<OpinionCase[]> {
    const rows = await this.db.query<{
      says: Opinion
      sure: number
      verdict: Verdict | null
      role: 'lead' | 'agent' | null
      vote: number | null
    }>(
      `SELECT JSON_VALUE(q.trace, '$.opinion.says') AS says, JSON_VALUE(q.trace, '$.opinion.before') AS sure, j.verdict, j.role, q.vote FROM questions q
       LEFT JOIN reviews j ON j.question_id = q.id AND j.item_id = q.item_id AND j.verdict IN ('right', 'wrong')
       WHERE (q.vote IS NOT NULL OR j.id IS NOT NULL) AND q.item_id IS NOT NULL AND q.trace LIKE '%"opinion":%' ORDER BY q.id DESC LIMIT ${MOST_REVIEWED}`,
      { type: QueryTypes.SELECT },
    )
    return rows.flatMap(({ says, sure, verdict, role, vote }) =>
      says
        ? {
            says,
            sure: Number(sure),
            right: verdict ? verdict === 'right' : Number(vote) > 0,
            weight: verdict ? (role === 'lead' ? 1 : AGENT_SHARE) : VISITOR_SHARE,
          }
        : [],
    )
  }

  /** Reviewed and voted questions, the newest first; of several reviews a lead's goes before an agent's, and then the newest. */
  async answers(): Promise<ReviewedQuestion[]> {
    const reviewed = await this.db.query<{
      text: string
      item: number
      verdict: Verdict
      role: 'lead' | 'agent'
    }>(
      `SELECT text, item_id AS item, verdict, role FROM (SELECT j.*, ROW_NUMBER() OVER (PARTITION BY norm, item_id, ordinal ORDER BY role = 'lead' DESC, id DESC) AS place FROM reviews j WHERE item_id IS NOT NULL AND verdict IN ('right', 'wrong')) standing
       WHERE place = 1 ORDER BY id DESC LIMIT ${MOST_REVIEWED}`,
      { type: QueryTypes.SELECT },
    )
    const voted = await this.db.query<{ text: string; item: number; vote: number }>(
      `SELECT q.text, q.item_id AS item, q.vote FROM questions q WHERE q.vote IS NOT NULL AND q.item_id IS NOT NULL AND NOT EXISTS (SELECT 1 FROM reviews j WHERE j.question_id = q.id) ORDER BY q.id DESC LIMIT ${MOST_REVIEWED}`,
      { type: QueryTypes.SELECT },
    )
    return [
      ...reviewed.map(({ text, item, verdict, role }) => ({
        text,
        item,
        right: verdict === 'right',
        weight: role === 'lead' ? WEIGHTS.lead : WEIGHTS.agent,
      })),
      ...voted.map(({ text, item, vote }) => ({
        text,
        item,
        right: vote > 0,
        weight: WEIGHTS.visitor,
      })),
    ]
  }
}
