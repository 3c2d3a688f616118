import type { Health } from '@janua/contracts'
import { expect } from 'chai'
import { nextTick } from 'vue'
import { FakeBrowser, until } from '../testing/fakeBrowser.ts'
import { inPage } from '../testing/inPage.ts'
import { useFindings } from './useFindings.ts'

describe('useFindings', () => {
  const browser = new FakeBrowser()
  let leave: () => void
  const found = (...keys: string[]) => keys.map((key) => ({ key }))
  const health = (change: object = {}) =>
    ({
      computing: false,
      computedAt: '2026-11-23T06:00:00Z',
      conflicts: [],
      copies: found('a+b'),
      links: found('x', 'y', 'z'),
      overdue: [],
      unused: [],
      unanswerable: [],
      failed: [],
      ...change,
    }) as unknown as Health
  async function opened(first?: Parameters<typeof useFindings>[0], given = health()) {
    browser.on('GET', '/health', () => given)
    browser.on('GET', '/releases/state', () => ({ live: null }))
    const { made, leave: left } = inPage(() => useFindings(first))
    leave = left
    await until(() => made.health.value !== undefined)
    return made
  }
  beforeEach(() => browser.open())
  afterEach(() => {
    leave()
    browser.close()
  })

  it('shows the first kind of which there is something, or the one that is wanted', async () => {
    const made = await opened()
    expect([made.shown.value, made.keys.value, made.all.value]).to.eql(['copy', ['a+b'], 4])
    leave()
    const wanted = await opened('link')
    expect(wanted.keys.value).to.eql(['x', 'y', 'z'])
  })
  it('does not tell a number of what is still being compared', async () => {
    const { isOpen, shown } = await opened(undefined, health({ computedAt: null }))
    expect([isOpen('conflict'), isOpen('link'), shown.value]).to.eql([true, false, 'conflict'])
  })
  it('marks one after the other, and stays within them', async () => {
    const { mark, marked, chosen } = await opened('link')
    for (let i = 0; i < 5; i++) mark(1)
    expect(marked.value).to.equal(2)
    for (let i = 0; i < 5; i++) mark(-1)
    expect(marked.value).to.equal(0)
    mark(1)
    chosen.value = 'copy'
    await nextTick()
    expect(marked.value).to.equal(0)
  })
  it('leaves the marked one as it is, and goes on with the one that takes its place', async () => {
    const { mark, marked, markedIsMeant, keys } = await opened('link')
    mark(1)
    mark(1)
    browser.on('POST', '/health/keep', () => undefined)
    browser.on('GET', '/health', () => health({ links: found('x', 'y') }))
    await markedIsMeant()
    expect(browser.changes[0]!.body).to.eql({ kind: 'link', key: 'z' })
    expect(keys.value[marked.value]).to.equal('y')
  })
  it('makes a link lead elsewhere, or plain words of it', async () => {
    const { fixLink } = await opened('link')
    browser.on('POST', '/health/links/fix', () => undefined)
    await fixLink(3, 'https://old.example', 'https://new.example')
    await fixLink(3, 'https://old.example', null)
    expect(browser.changes.map(({ body }) => body.to)).to.eql(['https://new.example', null])
  })
  it('keeps what it shows when something is refused', async () => {
    const { teach, keys } = await opened('link')
    browser.on('POST', '/articles/3/phrasings', () => 409)
    await teach(3, 'where do I park')
    expect(keys.value).to.eql(['x', 'y', 'z'])
  })
})
