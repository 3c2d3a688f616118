import type { QueryInterface, Sequelize } from 'sequelize'
import { SequelizeStorage, Umzug } from 'umzug'
import * as first from './migrations/2026-11-23-first-tables.ts'
import * as judgements from './migrations/2026-11-24-judgements.ts'
import * as library from './migrations/2026-11-25-library.ts'
import * as engineModels from './migrations/2026-11-26-engine-models.ts'
import * as proofs from './migrations/2026-11-27-proofs.ts'
import * as coverage from './migrations/2026-11-29-coverage.ts'
import * as handover from './migrations/2026-11-30-handover.ts'
import * as repairs from './migrations/2026-11-30-repairs.ts'
import * as selfClosingGaps from './migrations/2026-11-30-self-closing-gaps.ts'
import * as textVectors from './migrations/2026-11-30-text-vectors.ts'
import * as languageModel from './migrations/2026-12-01-language-model.ts'
import * as ownEncoders from './migrations/2026-12-01-own-encoders.ts'
import * as jobLeases from './migrations/2026-12-01-z-job-leases.ts'
import * as plainNames from './migrations/2026-12-01-zz-plain-names.ts'
import * as ownLanguages from './migrations/2026-12-02-own-languages.ts'

/** One step of the schema; SQL statements in their order. */
export interface Migration {
  up: readonly string[]
  down: readonly string[]
}

export const STEPS: Readonly<Record<string, Migration>> = {
  '2026-11-23-first-tables': first,
  '2026-11-24-judgements': judgements,
  '2026-11-25-library': library,
  '2026-11-26-engine-models': engineModels,
  '2026-11-27-proofs': proofs,
  '2026-11-29-coverage': coverage,
  '2026-11-30-handover': handover,
  '2026-11-30-repairs': repairs,
  '2026-11-30-self-closing-gaps': selfClosingGaps,
  '2026-11-30-text-vectors': textVectors,
  '2026-12-01-language-model': languageModel,
  '2026-12-01-own-encoders': ownEncoders,
  '2026-12-01-z-job-leases': jobLeases,
  '2026-12-01-zz-plain-names': plainNames,
  '2026-12-02-own-languages': ownLanguages,
}

/**
 * Brings the schema up to date, or as far as a step.
 * @returns the names of the steps that were taken
 */
export async function migrate(db: Sequelize, to?: string): Promise<string[]> {
  const umzug = new Umzug<QueryInterface>({
    context: db.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize: db, tableName: 'migrations' }),
    logger: undefined,
    migrations: Object.entries(STEPS).map(([name, step]) => ({
      name,
      up: () => run(db, step.up),
      down: () => run(db, step.down),
    })),
  })
  return (await (to === undefined ? umzug.up() : umzug.up({ to }))).map(({ name }) => name)
}

async function run(db: Sequelize, statements: readonly string[]): Promise<void> {
  for (const statement of statements) await db.query(statement)
}
