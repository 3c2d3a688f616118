import { expect } from 'chai'
import { FakeBrowser, until } from '../testing/fakeBrowser.ts'
import { inPage } from '../testing/inPage.ts'
import { useGapList } from './useGapList.ts'

describe('useGapList', () => {
  const browser = new FakeBrowser()
  let leave: () => void
  let topics: number[]
  const asked = () =>
    browser.asked
      .filter(({ path }) => path.includes('/gaps?'))
      .map(({ path }) => Object.fromEntries(new URLSearchParams(path.split('?')[1])))
  async function opened(first?: unknown) {
    const { made, leave: left } = inPage(() => useGapList(first))
    leave = left
    await until(() => made.state.value.status === 'ready')
    return made
  }
  beforeEach(() => {
    topics = [4, 9, 2]
    browser.open()
    browser.answers = ({ path }) =>
      path.includes('/topics')
        ? { running: false }
        : { rows: topics.map((topic) => ({ topic })), total: topics.length, counts: {} }
  })
  afterEach(() => {
    leave()
    browser.close()
  })

  it('begins with open gaps, worth most first, unless its address names a state', async () => {
    await opened()
    expect(asked()[0]).to.include({ state: 'open', sort: 'worth', offset: '0' })
    leave()
    const made = await opened('fixed')
    expect(made.gapState.value).to.equal('fixed')
    leave()
    expect((await opened('no such state')).gapState.value).to.equal('open')
  })
  it('steps from gap to gap, and stops at the ends', async () => {
    const made = await opened()
    expect(made.marked.value).to.equal(4)
    made.step(-1)
    expect(made.marked.value).to.equal(4)
    made.step(1)
    made.step(1)
    made.step(1)
    expect(made.marked.value).to.equal(2)
  })
  it('marks the first gap again when the marked one is gone', async () => {
    const made = await opened()
    made.step(1)
    topics = [7, 4]
    made.sort.value = 'volume'
    await until(() => made.rows.value.length === 2)
    expect(made.marked.value).to.equal(7)
  })
  it('has all questions grouped anew', async () => {
    const made = await opened()
    await made.regroup()
    expect(browser.asked.some(({ path }) => path.endsWith('/topics/regroup'))).to.equal(true)
  })
})
