import type { Verdict } from '@janua/contracts'
import { expectedWorth, type Reviewed } from '@janua/core'
import { QueryTypes, type Sequelize } from 'sequelize'
import { FROM_CONTENT, LATEST_VERDICT, VERDICT_WORTH } from './latestReviews.ts'

export interface ExpectedRight {
  n: number
  right: number
}

interface Step {
  group: number
  verdict: Verdict | null
  fromContent: number
  step: number
  n: number
}

/** Confidences are counted in hundredths, as the figures of weeks count them. */
const STEPS = 100

/**
 * How many of some questions came out right, as coverage counts it: the review if any, else what confidence is worth by all reviews so far,
 * else nothing; what was reviewed to be no question is left out.
 * @param by a column of `questions q` by which they are counted apart
 * @param where a condition on `questions q`, with its values in `replacements`
 * @param worthNow to be shared by who asks several times
 */
export async function expectedRight(
  db: Sequelize,
  { by, where, replacements }: { by: string; where: string; replacements: Record<string, unknown> },
  worthNow = reviewedWorth(db),
): Promise<Map<number, ExpectedRight>> {
  const steps = await db.query<Step>(
    `SELECT \`group\`, verdict, fromContent, step, COUNT(*) AS n FROM (SELECT ${by} AS \`group\`, ${LATEST_VERDICT} AS verdict, ${FROM_CONTENT} AS fromContent, FLOOR(q.confidence * ${STEPS}) AS step FROM questions q WHERE ${where}) each_question
     WHERE verdict IS NULL OR verdict <> 'not a question' GROUP BY 1, 2, 3, 4`,
    { replacements, type: QueryTypes.SELECT },
  )
  const worth = steps.some(({ verdict, fromContent }) => verdict === null && fromContent)
    ? await worthNow()
    : () => 0
  const found = new Map<number, ExpectedRight>()
  for (const { group, verdict, fromContent, step, n } of steps) {
    const each =
      verdict !== null ? VERDICT_WORTH[verdict]! : fromContent ? worth((step + 0.5) / STEPS) : 0
    const sums = found.get(group) ?? { n: 0, right: 0 }
    found.set(group, { n: sums.n + Number(n), right: sums.right + Number(n) * each })
  }
  return found
}

/** What confidence is worth by all reviews so far; they are read when it is asked for first, and once. */
export function reviewedWorth(db: Sequelize): () => Promise<(p: number) => number> {
  let read: Promise<(p: number) => number> | undefined
  return () => (read ??= reviewedAnswers(db).then(expectedWorth))
}

const AGENT_WORD = 0.75
const VOTE_WORD = 0.1
/** Reviews older than this say little of today's content. */
const MOST = 20_000

/** What was reviewed and voted, of which the audit's stand by themselves. @param upTo number of the last review that counts; all when not given */
export async function reviewedAnswers(
  db: Sequelize,
  upTo = Number.MAX_SAFE_INTEGER,
): Promise<Reviewed> {
  const rows = await db.query<{
    verdict: Verdict
    role: string
    origin: string
    confidence: number
  }>(
    `SELECT verdict, role, origin, confidence FROM reviews WHERE id <= :upTo AND confidence IS NOT NULL AND item_id IS NOT NULL AND verdict IN ('right', 'partly', 'wrong') ORDER BY id DESC LIMIT ${MOST}`,
    { replacements: { upTo }, type: QueryTypes.SELECT },
  )
  const voted = await db.query<{ vote: number; confidence: number }>(
    `SELECT q.vote, q.confidence FROM questions q WHERE q.vote IS NOT NULL AND q.outcome = 'answered' AND NOT EXISTS (SELECT 1 FROM reviews j WHERE j.question_id = q.id) ORDER BY q.id DESC LIMIT ${MOST}`,
    { type: QueryTypes.SELECT },
  )
  const caseOf = ({ verdict, role, confidence }: (typeof rows)[number]) => ({
    p: confidence,
    right: VERDICT_WORTH[verdict]!,
    weight: role === 'agent' ? AGENT_WORD : 1,
  })
  return {
    cases: [
      ...rows.map(caseOf),
      ...voted.map(({ vote, confidence }) => ({
        p: confidence,
        right: vote > 0 ? 1 : 0,
        weight: VOTE_WORD,
      })),
    ],
    audited: rows.filter(({ origin }) => origin === 'audit').map(caseOf),
  }
}
