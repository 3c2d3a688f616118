import type { Verdict } from '@janua/contracts'
import { expectedWorth } from '@janua/core'
import { QueryTypes, type Sequelize } from 'sequelize'
import { FROM_CONTENT, STANDING_VERDICT, VERDICT_WORTH } from './standing.ts'
import { judgedAnswers } from '../coverage/figures/facts.ts'

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
 * How many of some questions came out right, as coverage counts it: the judgement if any, else what confidence is worth by all judgements so far,
 * else nothing; what was judged to be no question is left out.
 * @param by a column of `questions q` by which they are counted apart
 * @param where a condition on `questions q`, with its values in `replacements`
 * @param worthNow to be shared by who asks several times
 */
export async function expectedRight(
  db: Sequelize,
  { by, where, replacements }: { by: string; where: string; replacements: Record<string, unknown> },
  worthNow = judgedWorth(db),
): Promise<Map<number, ExpectedRight>> {
  const steps = await db.query<Step>(
    `SELECT \`group\`, verdict, fromContent, step, COUNT(*) AS n FROM (SELECT ${by} AS \`group\`, ${STANDING_VERDICT} AS verdict, ${FROM_CONTENT} AS fromContent, FLOOR(q.confidence * ${STEPS}) AS step FROM questions q WHERE ${where}) each_question
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

/** What confidence is worth by all judgements so far; they are read when it is asked for first, and once. */
export function judgedWorth(db: Sequelize): () => Promise<(p: number) => number> {
  let read: Promise<(p: number) => number> | undefined
  return () => (read ??= judgedAnswers(db).then(expectedWorth))
}
