import type { OpenRelease, ShareOf } from '@janua/contracts'
import { addedUp, type Figure, wilson } from '@janua/core'
import { QueryTypes, type Sequelize } from 'sequelize'
import { expectedRight, LATEST_VERDICT } from '../questions/index.ts'

interface Counts {
  release: number
  n: number
  visitors: number
  answered: number
  votedDown: number
  wantsPerson: number
}

/** Coverage of what was asked of each release, from the figures of the weeks in which it was asked. */
export async function coverageByRelease(
  db: Sequelize,
  releases: readonly number[],
): Promise<Map<number, ShareOf>> {
  if (releases.length === 0) return new Map()
  const weeks = await db.query<Figure>(
    "SELECT * FROM figures WHERE span = 'week' AND dimension = 'release' AND name IN (:names)",
    { replacements: { names: releases.map(String) }, type: QueryTypes.SELECT },
  )
  return new Map(
    releases.flatMap((release) => {
      const { questions, right, low, high } = addedUp(
        weeks.filter(({ name }) => name === String(release)),
      )
      return questions === 0
        ? []
        : [[release, { share: right / questions, low: low!, high: high!, n: questions }] as const]
    }),
  )
}

/** The outcomes of two releases that are open at once, since the newer one is: counted from the log, as weeks would be too coarse. */
export async function outcomesBeside(
  db: Sequelize,
  releases: { open: number; live: number | null },
  since: Date,
): Promise<OpenRelease['outcomes']> {
  const asked = {
    where: "q.release_id IN (:releases) AND q.asked_at >= :since AND q.channel <> 'imported'",
    replacements: { releases: Object.values(releases).filter((number) => number !== null), since },
  }
  const [counts, right] = await Promise.all([
    countsOf(db, asked),
    expectedRight(db, { by: 'q.release_id', ...asked }),
  ])
  const side = (release: number | null) => {
    const each = counts.find((some) => some.release === release)
    return each
      ? {
          answered: shareOf(each.answered, each),
          votedDown: shareOf(each.votedDown, each),
          wantsPerson: shareOf(each.wantsPerson, each),
          coverage: shareOf(right.get(each.release)!.right, each),
        }
      : null
  }
  return { open: side(releases.open), live: side(releases.live) }
}

async function countsOf(
  db: Sequelize,
  { where, replacements }: { where: string; replacements: Record<string, unknown> },
): Promise<Counts[]> {
  const rows = await db.query<Counts>(
    `SELECT q.release_id AS \`release\`, COUNT(*) AS n, COUNT(DISTINCT c.visitor_id) AS visitors, SUM(q.outcome = 'answered') AS answered, SUM(COALESCE(q.vote, 0) < 0) AS votedDown, SUM(q.wants_person) AS wantsPerson
     FROM questions q LEFT JOIN conversations c ON c.id = q.conversation_id WHERE ${where} AND COALESCE(${LATEST_VERDICT}, '') <> 'not a question' GROUP BY q.release_id`,
    { replacements, type: QueryTypes.SELECT },
  )
  return rows.map(
    (row) =>
      Object.fromEntries(
        Object.entries(row).map(([name, value]) => [name, Number(value)]),
      ) as unknown as Counts,
  )
}

/** Questions of one visitor hang together: the interval counts visitors where there are fewer of them. */
function shareOf(hits: number, { n, visitors }: Pick<Counts, 'n' | 'visitors'>): ShareOf {
  const effective = Math.min(n, visitors || n)
  return { share: hits / n, ...wilson((hits / n) * effective, effective), n }
}
