import { FINDING_KINDS, type Health } from '@janua/contracts'
import { expect } from 'chai'
import { effectScope } from 'vue'
import { FakeBrowser, refusal, until } from '../testing/fakeBrowser.ts'
import { FINDINGS, useHealth } from './useHealth.ts'

const server = new FakeBrowser()
const EMPTY: Health = {
  computing: false,
  computedAt: null,
  seconds: 0,
  passages: 0,
  linksCheckedAt: null,
  uncheckedHosts: [],
  conflicts: [],
  copies: [],
  overdue: [],
  unused: [],
  links: [],
  unanswerable: [],
  failed: [],
}
const dated = (key: string) => ({
  key,
  item: 1,
  kind: 'article' as const,
  title: 'A',
  since: '2026-01-01',
  lastUsed: null,
})

describe('useHealth', () => {
  before(() => server.open())
  after(() => server.close())
  beforeEach(() => server.open())
  const opened = () => effectScope().run(() => useHealth())!

  it('names every kind of finding once', () =>
    expect(FINDINGS.map(({ kind }) => kind)).to.have.members([...FINDING_KINDS]))
  it('asks again while it is being computed, and counts what is found', async () => {
    const answers: Health[] = [
      { ...EMPTY, computing: true },
      { ...EMPTY, overdue: [dated('x'), dated('y')], unused: [dated('z')] },
    ]
    server.on('GET', '/health', () => answers.shift())
    const page = opened()
    await page.load()
    expect(page.counts.value.overdue).to.equal(0)
    await until(() => page.health.value?.computing === false)
    expect(page.counts.value).to.include({ overdue: 2, unused: 1, conflict: 0 })
  })
  it('shows what it had when the server is away, and says so', async () => {
    server.on('GET', '/health', () => ({ ...EMPTY, overdue: [dated('x')] }))
    const page = opened()
    await page.load()
    server.on('GET', '/health', () =>
      refusal(503, { code: 'DATABASE_AWAY', message: 'The database does not answer just now.' }),
    )
    await page.load()
    expect(page.failure.value).to.include('does not answer')
    expect(page.counts.value.overdue).to.equal(1)
  })
  it('leaves a finding as it is by its key', async () => {
    server.on('POST', '/health/keep', () => undefined)
    await opened().keep('conflict', 'abc')
    expect(server.asked.at(-1)!.body).to.eql({ kind: 'conflict', key: 'abc' })
  })
})
