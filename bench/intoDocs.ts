import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Figure } from './figure.ts'

const PAGE = join(import.meta.dirname, '../docs/engine.md')

/** Writes the figures of each suite that was run into its place in docs/engine.md, between the marks that name it; other suites' figures stay. */
export function writeIntoDocs(figures: readonly Figure[], cells: (figure: Figure) => string[], heads: readonly string[]): void {
  let page = readFileSync(PAGE, 'utf8')
  for (const suite of new Set(figures.map((figure) => figure.suite))) {
    const place = new RegExp(`(<!-- bench: ${suite} -->\\n)[\\s\\S]*?(<!-- end -->)`)
    if (!place.test(page)) throw new Error(`docs/engine.md has no place for the suite “${suite}”`)
    const rows = figures.filter((figure) => figure.suite === suite).map((figure) => `| ${cells(figure).slice(1).join(' | ')} |`)
    const table = [`| ${heads.slice(1).join(' | ')} |`, `| ${heads.slice(1).map(() => '---').join(' | ')} |`, ...rows].join('\n')
    page = page.replace(place, (_, start: string, end: string) => `${start}${table}\n${end}`)
  }
  writeFileSync(PAGE, page)
}
