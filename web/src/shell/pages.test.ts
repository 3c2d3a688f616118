import { APP_PAGES } from '@janua/contracts'
import { expect } from 'chai'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { ACCOUNT_PAGES, GROUPS, pageOf, pagesFor } from './pages.ts'
import { shortcutsOf } from './shortcuts.ts'

describe('the pages', () => {
  const all = [...GROUPS.flatMap(({ pages }) => pages), ...ACCOUNT_PAGES]
  const router = readFileSync(join(import.meta.dirname, 'router.ts'), 'utf8')
  it('each have a route, and a place of their own', () => {
    for (const { path } of all)
      expect(router, path).to.match(new RegExp(`path: '${path}(/:\\w+\\?)?'`))
    expect(new Set(all.map(({ path }) => path)).size).to.equal(all.length)
  })
  it('are all known to the server, which answers any other address with 404', () => {
    for (const { path } of all) expect(APP_PAGES.has(path.split('/')[1]!), path).to.equal(true)
  })
  it('are where an address belongs that lies below one, and not where it only begins alike', () => {
    const nameOf = (path: string) => pageOf(path)?.name
    expect(['/fixed/3', '/documents/4', '/unsettled', '/week', '/audit'].map(nameOf)).to.eql([
      'Fixed answers',
      'Library',
      'Gaps',
      'Today',
      'Audit trail',
    ])
    expect(['/fix', '/doorsteps', '/'].map(nameOf)).to.eql([undefined, undefined, undefined])
  })
  it('show an agent the desk and the library, and no settings', () => {
    const names = pagesFor('agent').flatMap(({ pages }) => pages.map(({ name }) => name))
    expect(names)
      .to.include.members(['Desk', 'Library'])
      .and.not.include.members(['Routing'])
      .and.not.include.members(['Doors'])
  })
  it('show a lead all of them, and no group without a page', () => {
    expect(pagesFor('lead').flatMap(({ pages }) => pages)).to.have.length(
      GROUPS.flatMap(({ pages }) => pages).length,
    )
    for (const role of ['lead', 'editor', 'agent'] as const)
      for (const { pages } of pagesFor(role)) expect(pages).not.to.eql([])
  })
  it('list their own keys first, then those of every page', () => {
    expect(shortcutsOf('/desk/4').map(([keys]) => keys)).to.eql([
      'T',
      'J · K',
      'R · N',
      'M',
      'B',
      'C',
      'Ctrl Enter',
      'Alt 1 · Alt 2',
      'Alt L',
      '/',
      '?',
    ])
    expect(shortcutsOf('/team').map(([keys]) => keys)).to.eql(['/', '?'])
  })
})
