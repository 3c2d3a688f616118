import { join } from 'node:path'
import type { Migration } from './migrate.ts'
import { sha256 } from '../hash.ts'

/** Where the sums of steps lie that have landed. */
export const SUMS = join(import.meta.dirname, 'migrations/sums.json')

/** The same only for the same statements in the same order. */
export function sumOf({ up, down }: Migration): string {
  return sha256(JSON.stringify([up, down]))
}
