import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Figure } from './figure.ts'

const PAGES = ['engine.md', 'proving.md', 'ask.md', 'learning.md', 'handover.md', 'tests.md'].map(
  (name) => join(import.meta.dirname, '../docs', name),
)

/** Writes the figures of each suite that was run into its place in the docs, between the marks that name it; other suites' figures stay. */
export function writeIntoDocs(
  figures: readonly Figure[],
  cells: (figure: Figure) => string[],
  heads: readonly string[],
): void {
  const pages = new Map(PAGES.map((path) => [path, readFileSync(path, 'utf8')]))
  for (const suite of new Set(figures.map((figure) => figure.suite))) {
    const place = new RegExp(`(<!-- bench: ${suite} -->\\n)[\\s\\S]*?(<!-- end -->)`)
    const [path, page] = [...pages].find(([, text]) => place.test(text)) ?? []
    if (!path || !page) throw new Error(`No page of the docs has a place for the suite “${suite}”`)
    const rows = figures
      .filter((figure) => figure.suite === suite)
      .map((figure) => `| ${cells(figure).slice(1).join(' | ')} |`)
    const table = [
      `| ${heads.slice(1).join(' | ')} |`,
      `| ${heads
        .slice(1)
        .map(() => '---')
        .join(' | ')} |`,
      ...rows,
    ].join('\n')
    pages.set(
      path,
      page.replace(place, (_, start: string, end: string) => `${start}${table}\n${end}`),
    )
  }
  for (const [path, page] of pages) writeFileSync(path, page)
}
