import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { STEPS } from '../server/src/platform/database/migrate.ts'
import { SUMS, sumOf } from '../server/src/platform/database/migrationSums.ts'

/** `npm run migration-sums`: writes down the sum of each new step. What is there already is never replaced. */
const kept = existsSync(SUMS)
  ? (JSON.parse(readFileSync(SUMS, 'utf8')) as Record<string, string>)
  : {}
const all = Object.fromEntries(
  Object.entries(STEPS).map(([name, step]) => [name, kept[name] ?? sumOf(step)]),
)
writeFileSync(SUMS, `${JSON.stringify(all, null, 2)}\n`)
