import type { ReplayInput, ReplayView } from '@janua/contracts'
import { expect } from 'chai'
import { nextTick, ref } from 'vue'
import { FakeBrowser, until } from '../testing/fakeBrowser.ts'
import { inPage } from '../testing/inPage.ts'
import { useReplays } from './useReplays.ts'

describe('useReplays', () => {
  const browser = new FakeBrowser()
  let leave: () => void
  const changes = (gained = 0) => ({ gained: { distinct: gained, times: gained } })
  const coverage = (low: number, change: number, high: number) => ({
    before: 0.5,
    after: 0.5 + change,
    change,
    interval: { low, high },
  })
  const replay = (id: number, change: object = {}) =>
    ({ id, state: 'done', lost: 0, summary: null, ...change }) as unknown as ReplayView
  const done = (id: number, of: ReturnType<typeof coverage>, gained = 0) =>
    replay(id, { summary: { coverage: of, changes: changes(gained) } })
  async function opened(list: ReplayView[], first: number | null = null) {
    browser.on('GET', '/replays', () => list)
    browser.on('GET', '/draft', () => [])
    const id = ref(first)
    const { made, router, leave: left } = inPage(() => useReplays(() => id.value))
    leave = left
    await until(() => made.list.value.status === 'ready')
    await nextTick()
    return { ...made, id, router }
  }
  beforeEach(() => browser.open())
  afterEach(() => {
    leave()
    browser.close()
  })

  it('shows the newest one, or the one that the address names', async () => {
    const { replay: shown, id } = await opened([replay(3), replay(2)])
    expect(shown.value?.id).to.equal(3)
    id.value = 2
    await nextTick()
    expect(shown.value?.id).to.equal(2)
  })
  it('begins with the good answers that would be lost', async () => {
    const { chosen } = await opened([replay(3, { lost: 4 })])
    expect(chosen.value.change).to.equal('lost')
  })
  for (const [low, change, high, word] of [
    [0.01, 0.02, 0.03, 'rises'],
    [-0.03, -0.02, -0.01, 'falls'],
    [-0.01, 0.0001, 0.01, 'stays'],
    [-0.01, 0.004, 0.02, 'hardly moves'],
  ] as const)
    it(`says that coverage ${word} when its change is ${change}, between ${low} and ${high}`, async () => {
      const { verdict } = await opened([done(3, coverage(low, change, high))])
      expect(verdict.value).to.match(new RegExp(`^Coverage ${word}: `))
    })
  it('turns to what is gained once a running one has ended without a loss', async () => {
    const list = [replay(3, { state: 'running' })]
    const made = await opened(list)
    expect(made.verdict.value).to.equal('')
    browser.on('GET', '/replays', () => [done(3, coverage(0.01, 0.02, 0.03), 5)])
    await made.reload()
    await nextTick()
    expect(made.chosen.value.change).to.equal('gained')
    expect(made.groups.value.find(({ change }) => change === 'gained')!.times).to.equal(5)
  })
  it('goes to the one that was begun, and stays when it is refused', async () => {
    const { start, router } = await opened([])
    const input = { items: null } as ReplayInput
    browser.on('POST', '/replays', () => 409)
    expect(await start(input)).to.equal(false)
    expect(router.currentRoute.value.path).to.equal('/')
    browser.on('POST', '/replays', () => ({ id: 8 }))
    expect(await start(input)).to.equal(true)
    expect(router.currentRoute.value.path).to.equal('/replay/8')
  })
})
