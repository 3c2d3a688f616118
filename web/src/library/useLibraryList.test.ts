import { expect } from 'chai'
import { FakeBrowser, until } from '../testing/fakeBrowser.ts'
import { inPage } from '../testing/inPage.ts'
import { useLibraryList } from './useLibraryList.ts'

describe('useLibraryList', () => {
  const browser = new FakeBrowser()
  let leave: () => void
  const asked = () => browser.asked.map(({ path }) => new URLSearchParams(path.split('?')[1]))
  async function opened(kind: 'article' | 'fixed' = 'article') {
    const { made, leave: left } = inPage(() => useLibraryList(() => kind))
    leave = left
    await until(() => made.state.value.status === 'ready')
    return made
  }
  beforeEach(() => {
    browser.open()
    browser.answers = () => ({ rows: [], total: 0, all: 0, collections: ['Fares'] })
  })
  afterEach(() => {
    leave()
    browser.close()
  })

  it('shows articles and documents at first, the newest change before others', async () => {
    const { collections } = await opened()
    expect(Object.fromEntries(asked()[0]!)).to.include({
      kind: 'library',
      sort: 'updatedAt',
      order: 'desc',
      limit: '25',
    })
    expect(collections.value).to.eql(['Fares'])
  })
  it('shows fixed answers where these are wanted', async () => {
    await opened('fixed')
    expect(asked()[0]!.get('kind')).to.equal('fixed')
  })
  it('asks again for what is chosen, from the first page on', async () => {
    const made = await opened()
    made.offset.value = 50
    await until(() => asked().length === 2)
    made.standing.value = 'in work'
    await until(() => asked().at(-1)!.get('state') === 'in work')
    expect(made.offset.value).to.equal(0)
    expect(made.isFiltered.value).to.equal(true)
    made.clearFilters()
    expect(made.isFiltered.value).to.equal(false)
  })
  it('sorts by what can be sorted by, and keeps to it', async () => {
    const made = await opened()
    made.sortBy('title', 1)
    await until(() => asked().at(-1)!.get('sort') === 'title')
    made.sortBy('no such column', -1)
    expect(made.settings.value).to.include({ sort: 'title', order: 'asc' })
  })
})
