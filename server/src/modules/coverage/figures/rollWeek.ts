import { figuresOfWeek, type Worth } from '@janua/core'
import { QueryTypes, type Sequelize } from 'sequelize'
import { conversationFacts, questionFacts } from './facts.ts'
import type { CoverageTables } from '../tables.ts'

export interface RollSettings {
  zone: string
  returnDays: number
  now: Date
}

/** Writes the figures of one week anew, in one transaction: a week is old or new, never half of each. */
export async function rollWeek(
  db: Sequelize,
  tables: CoverageTables,
  monday: string,
  { zone, returnDays, now }: RollSettings,
  worth: Worth,
): Promise<void> {
  await db.transaction(async (transaction) => {
    const week = { monday, zone }
    const [[mark], questions, conversations] = await Promise.all([
      db.query<{ version: number }>('SELECT version FROM figure_marks WHERE week = :monday', {
        replacements: { monday },
        type: QueryTypes.SELECT,
        transaction,
      }),
      questionFacts(db, week, transaction),
      conversationFacts(db, week, { returnDays, now }, transaction),
    ])
    const figures = figuresOfWeek(monday, questions, conversations, worth)
    await tables.figures.destroy({ where: { week: monday }, transaction })
    for (let from = 0; from < figures.length; from += AT_ONCE)
      await tables.figures.bulkCreate(
        figures.slice(from, from + AT_ONCE).map((figure) => ({ ...figure, week: monday })),
        { transaction },
      )
    const version = mark?.version
    // What was marked again meanwhile stays marked.
    if (version !== undefined)
      await db.query('DELETE FROM figure_marks WHERE week = :monday AND version = :version', {
        replacements: { monday, version },
        transaction,
      })
  })
}

const AT_ONCE = 2_000
