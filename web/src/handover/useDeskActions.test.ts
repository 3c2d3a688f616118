import { expect } from 'chai'
import { FakeBrowser, until } from '../testing/fakeBrowser.ts'
import { inPage } from '../testing/inPage.ts'
import { useDeskActions } from './useDeskActions.ts'
import { useDeskSearch } from './useDeskSearch.ts'

describe('what is done at the desk', () => {
  const browser = new FakeBrowser()
  let leave: () => void
  let refreshed: number
  function opened(id = 4) {
    const page = inPage(() =>
      useDeskActions(
        () => id,
        async () => void refreshed++,
      ),
    )
    leave = page.leave
    return { ...page.made, router: page.router }
  }
  const lost = () => new Error('the line is lost')
  beforeEach(() => {
    browser.open()
    refreshed = 0
  })
  afterEach(() => {
    leave()
    browser.close()
  })

  it('goes to what was taken, and tells whether it is ours', async () => {
    const { take, router } = opened()
    browser.on('POST', '/desk/9/take', () => ({ id: 9 }))
    expect(await take(9)).to.equal(true)
    expect(router.currentRoute.value.path).to.equal('/desk/9')
    browser.on('POST', '/desk/9/take', () => 409)
    expect(await take(9)).to.equal(false)
    expect(refreshed).to.equal(2)
  })
  it('sends a reply that was lost on its way again as the same one', async () => {
    const { send } = opened()
    browser.on('POST', '/desk/4/replies', lost)
    expect(await send('Good morning', false)).to.equal(false)
    browser.on('POST', '/desk/4/replies', () => undefined)
    expect(await send('Good morning', false)).to.equal(true)
    expect(await send('Good morning', false)).to.equal(true)
    const [first, again, other] = browser.changes.map(({ body }) => body.clientId)
    expect(again).to.equal(first)
    expect(other, 'said twice on purpose').not.to.equal(first)
  })
  it('takes a changed reply for another one, and so one in the team’s name', async () => {
    const { send } = opened()
    browser.on('POST', '/desk/4/replies', lost)
    await send('Good morning', false)
    await send('Good day', false)
    await send('Good day', true)
    expect(new Set(browser.changes.map(({ body }) => body.clientId)).size).to.equal(3)
  })
  it('closes a dialog once what it asked for is done, and not before', async () => {
    const { move, dialog } = opened()
    dialog.value = 'move'
    browser.on('POST', '/desk/4/move', () => 409)
    await move({ queue: 2, reason: 'parking' })
    expect(dialog.value).to.equal('move')
    browser.on('POST', '/desk/4/move', () => undefined)
    await move({ queue: 2, reason: 'parking' })
    expect(dialog.value).to.equal(undefined)
    expect(browser.changes.at(-1)!.body).to.eql({ queue: 2, reason: 'parking' })
  })
  it('reads the desk anew after everything, whether it worked or not', async () => {
    const { note, handBack, block } = opened()
    for (const path of ['notes', 'hand-back', 'block'])
      browser.on('POST', `/desk/4/${path}`, () => (path === 'block' ? 422 : undefined))
    await note('Called twice', null)
    await handBack('')
    await block('rude')
    expect(refreshed).to.equal(3)
  })
})

describe('the search at the desk', () => {
  const browser = new FakeBrowser()
  beforeEach(() => browser.open())
  afterEach(() => browser.close())

  it('finds nothing by one letter, and asks nobody', async () => {
    const { found, search } = useDeskSearch()
    await search('a')
    expect(found.value).to.equal(undefined)
    expect(browser.asked).to.have.length(0)
  })
  it('shows what was found by the most letters, in whatever order answers come', async () => {
    const answers = new Map<string, (rows: unknown) => void>()
    browser.answers = ({ path }) => new Promise((answer) => answers.set(path, answer))
    const { found, search } = useDeskSearch()
    const searches = [search('pa'), search('parking')]
    await until(() => answers.size === 2)
    answers.get('/desk/search?words=parking')!([{ id: 1 }])
    answers.get('/desk/search?words=pa')!([{ id: 1 }, { id: 2 }])
    await Promise.all(searches)
    expect(found.value).to.eql([{ id: 1 }])
  })
})
