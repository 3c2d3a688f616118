import { expect } from 'chai'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

/**
 * Whose tables a module joins in SQL of its own, beside its own: figures and lists over the facts of several. Everything else
 * goes by what the owner offers. A line more is a decision, not an accident.
 */
const JOINED: Record<string, string[]> = {
  coverage: ['conversations', 'handover', 'questions', 'releases'],
  handover: ['accounts', 'channels', 'conversations'],
  library: ['accounts', 'coverage', 'questions', 'releases'],
  questions: ['conversations', 'coverage', 'releases'],
  system: ['conversations', 'library'],
  verification: ['conversations', 'questions', 'releases'],
}

describe('modules', () => {
  const files = readdirSync(import.meta.dirname, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts') && !/\.test\.ts$|testing/.test(name))
    .map((name) => ({
      name,
      module: name.split('/')[0]!,
      text: readFileSync(join(import.meta.dirname, name), 'utf8'),
    }))
  const owners = new Map(
    files
      .filter(({ name }) => name.endsWith('tables.ts'))
      .flatMap(({ module, text }) =>
        [...text.matchAll(/table<\w+>\(db, '(\w+)'/g)].map(
          ([, table]) => [table!, module] as const,
        ),
      ),
  )
  const mentions = (pattern: RegExp) =>
    files.flatMap(({ name, module, text }) =>
      [...text.matchAll(pattern)].flatMap(([, table]) => {
        const owner = owners.get(table!)
        return owner && owner !== module ? [{ name, module, owner, table: table! }] : []
      }),
    )

  it('own their tables', () => {
    expect(owners.size).to.be.greaterThan(40)
    expect(owners.get('questions')).to.equal('questions')
  })
  it('write no table of another’s', () => {
    expect(mentions(/\b(?:UPDATE|INSERT INTO|REPLACE INTO|DELETE FROM)\s+(\w+)/g)).to.eql([])
  })
  it('join in SQL only the tables that they are said to', () => {
    const found: Record<string, Set<string>> = {}
    for (const { module, owner } of mentions(/\b(?:FROM|JOIN)\s+(\w+)/g))
      (found[module] ??= new Set()).add(owner)
    const sorted = Object.entries(found).map(([module, of]) => [module, [...of].sort()] as const)
    expect(Object.fromEntries(sorted)).to.eql(JOINED)
  })
})
