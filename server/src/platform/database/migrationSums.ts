import { createHash } from 'node:crypto'
import { join } from 'node:path'
import type { Migration } from './migrate.ts'

/** Where the sums of steps lie that have landed. */
export const SUMS = join(import.meta.dirname, 'migrations/sums.json')

/** The same only for the same statements in the same order. */
export function sumOf({ up, down }: Migration): string {
  return createHash('sha256')
    .update(JSON.stringify([up, down]))
    .digest('hex')
}
