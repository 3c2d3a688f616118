import type { OpenRelease, ShareOf } from '@janua/contracts'
import { wilson } from '@janua/core'
import { QueryTypes, type Sequelize } from 'sequelize'
import { worthInSql } from './standing.ts'

interface Sums {
  release: number
  n: number
  visitors: number
  answered: number
  votedDown: number
  wantsPerson: number
  /** What they add to coverage: judgements, else confidences; corrected by the audit. */
  worth: number
  /** Answers from the team's content that nobody judged. */
  unjudged: number
}

export const FROM_CONTENT = "(q.outcome = 'answered' AND COALESCE(q.kind, '') <> 'elsewhere')"
/** The standing verdict on a question's answer; null when there is none. */
export const STANDING_VERDICT = `(SELECT j.verdict FROM judgements j WHERE j.question_id = q.id ORDER BY j.role = 'lead' DESC, j.id DESC LIMIT 1)`

/** How what was asked of some releases came out, since a moment. */
async function sumsOf(db: Sequelize, releases: readonly number[], since: Date): Promise<Map<number, Sums>> {
  if (releases.length === 0) return new Map()
  const rows = await db.query<Sums>(
    `SELECT release_id AS \`release\`, COUNT(*) AS n, COUNT(DISTINCT visitor_id) AS visitors, SUM(answered) AS answered, SUM(voted_down) AS votedDown, SUM(wants_person) AS wantsPerson,
     SUM(CASE WHEN from_content THEN COALESCE(${worthInSql('verdict')}, confidence) ELSE 0 END) AS worth, SUM(from_content AND verdict IS NULL) AS unjudged
     FROM (SELECT q.release_id, c.visitor_id, q.outcome = 'answered' AS answered, COALESCE(q.vote, 0) < 0 AS voted_down, q.wants_person, q.confidence, ${FROM_CONTENT} AS from_content, ${STANDING_VERDICT} AS verdict
       FROM questions q LEFT JOIN conversations c ON c.id = q.conversation_id WHERE q.release_id IN (:releases) AND q.asked_at >= :since AND q.channel <> 'imported') each_question WHERE verdict IS NULL OR verdict <> 'not a question'
     GROUP BY release_id`,
    { replacements: { releases, since }, type: QueryTypes.SELECT },
  )
  const off = await auditedOff(db)
  return new Map(rows.map((row) => {
    const sums = Object.fromEntries(Object.entries(row).map(([name, value]) => [name, Number(value)])) as unknown as Sums
    return [row.release, { ...sums, worth: Math.min(sums.n, Math.max(0, sums.worth + sums.unjudged * off)) }]
  }))
}

/** With fewer audited answers nothing is corrected: their mean would be chance. */
const LEAST_AUDITED = 20

/** By how much audited answers were righter, on the mean, than their confidence said; 0 while too few are audited. */
async function auditedOff(db: Sequelize): Promise<number> {
  const [row] = await db.query<{ n: number; off: number | null }>(
    `SELECT COUNT(*) AS n, AVG(${worthInSql('verdict')} - confidence) AS off FROM judgements WHERE origin = 'audit' AND confidence IS NOT NULL`,
    { type: QueryTypes.SELECT },
  )
  return row && Number(row.n) >= LEAST_AUDITED ? Number(row.off) : 0
}

/** Coverage of what was asked of each release. */
export async function coverageByRelease(db: Sequelize, releases: readonly number[]): Promise<Map<number, ShareOf>> {
  const sums = await sumsOf(db, releases, new Date(0))
  return new Map([...sums].map(([release, each]) => [release, shareOf(each.worth, each)]))
}

/** The outcomes of two releases that are open at once, since the newer one is. */
export async function outcomesBeside(db: Sequelize, releases: { open: number; live: number | null }, since: Date): Promise<OpenRelease['outcomes']> {
  const sums = await sumsOf(db, [releases.open, ...(releases.live === null ? [] : [releases.live])], since)
  const side = (release: number | null) => {
    const each = release === null ? undefined : sums.get(release)
    return each ? { answered: shareOf(each.answered, each), votedDown: shareOf(each.votedDown, each), wantsPerson: shareOf(each.wantsPerson, each), coverage: shareOf(each.worth, each) } : null
  }
  return { open: side(releases.open), live: side(releases.live) }
}

/** Questions of one visitor hang together: the interval counts visitors where there are fewer of them. */
function shareOf(hits: number, { n, visitors }: Pick<Sums, 'n' | 'visitors'>): ShareOf {
  const effective = Math.min(n, visitors || n)
  return { share: hits / n, ...wilson((hits / n) * effective, effective), n }
}
