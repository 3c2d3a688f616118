import type { Article } from '@janua/contracts'
import { expect } from 'chai'
import { createPinia, setActivePinia } from 'pinia'
import { effectScope, nextTick } from 'vue'
import { useSession } from '../shell/session.ts'
import { FakeBrowser, refusal } from '../testing/fakeBrowser.ts'
import { useArticle } from './useArticle.ts'

const STORED: Article = {
  id: 7,
  kind: 'article',
  revision: 3,
  state: 'live',
  published: true,
  title: 'Pets',
  collection: 'A',
  phrasings: ['dogs?'],
  body: 'Dogs may come.\n',
  reviewOn: null,
  sourceName: null,
  updatedAt: '2026-11-23T10:00:00Z',
  updatedBy: 'Ines',
}

/** The editing of an article, in Node: with a browser's storage and a server that is told what to answer. */
describe('useArticle', () => {
  const browser = new FakeBrowser()
  const { kept } = browser
  let answer: () => unknown
  beforeEach(() => {
    browser.open()
    browser.answers = () => answer()
    answer = () => STORED
    setActivePinia(createPinia())
    signsIn(5)
  })
  afterEach(() => browser.close())
  const signsIn = (id: number) => void (useSession().user = { id } as never)
  async function opened() {
    const article = effectScope().run(() => useArticle(7))!
    await article.load()
    await nextTick()
    return article
  }

  it('is not changed by opening', async () => {
    const article = await opened()
    expect(article.changed.value).to.equal(false)
    expect(kept.size).to.equal(0)
  })
  it('keeps what is typed over a reload, on the revision it was typed on', async () => {
    const first = await opened()
    first.content.value.body = 'Dogs and cats may come.\n'
    await nextTick()
    answer = () => ({ ...STORED, revision: 9, body: 'Somebody saved this meanwhile.\n' })
    const again = await opened()
    expect(again.restored.value).to.equal(true)
    expect(again.content.value.body).to.equal('Dogs and cats may come.\n')
    answer = () => STORED
    await again.save(true)
    expect(browser.asked.at(-1)!.body).to.include({
      base: 3,
      ready: true,
      body: 'Dogs and cats may come.\n',
    })
  })
  it('forgets what was typed once it is saved, or dropped', async () => {
    const article = await opened()
    article.content.value.title = 'Animals'
    await nextTick()
    expect(kept.size).to.equal(1)
    article.discard()
    await nextTick()
    expect(kept.size).to.equal(0)
    expect(article.content.value.title).to.equal('Pets')
  })
  it('shows both texts when somebody else saved, and lets mine stand on theirs', async () => {
    const article = await opened()
    article.content.value.body = 'Mine.\n'
    const theirs = {
      title: 'Pets',
      collection: 'A',
      phrasings: [],
      body: 'Theirs.\n',
      reviewOn: null,
    }
    answer = () =>
      refusal(409, {
        code: 'ITEM_CHANGED',
        message: 'Edda saved this.',
        detail: { theirs, revision: 4 },
      })
    expect(await article.save(false)).to.equal(false)
    expect(article.conflict.value).to.deep.include({ message: 'Edda saved this.', revision: 4 })
    article.keepMine()
    answer = () => ({ ...STORED, body: 'Mine.\n', revision: 5 })
    expect(await article.save(false)).to.equal(true)
    expect(browser.asked.at(-1)!.body).to.include({ base: 4, body: 'Mine.\n' })
  })
  it('keeps what is typed while it is saved, as a change of what was saved', async () => {
    const article = await opened()
    article.content.value.body = 'First.\n'
    let stored: () => void = () => undefined
    const waits = new Promise<void>((done) => (stored = done))
    answer = () => waits.then(() => ({ ...STORED, body: 'First.\n', revision: 4 }))
    const saving = article.save(true)
    article.content.value.body = 'First. And second.\n'
    stored()
    expect(await saving).to.equal(true)
    await nextTick()
    expect([article.content.value.body, article.changed.value, kept.size]).to.eql([
      'First. And second.\n',
      true,
      1,
    ])
    answer = () => ({ ...STORED, body: 'First. And second.\n', revision: 5 })
    await article.save(true)
    expect(browser.asked.at(-1)!.body).to.include({ base: 4, body: 'First. And second.\n' })
    await nextTick()
    expect([article.changed.value, kept.size]).to.eql([false, 0])
  })
  it('shows nobody what another left unsaved in the same browser', async () => {
    const first = await opened()
    first.content.value.body = 'Dogs and cats may come.\n'
    await nextTick()
    signsIn(6)
    expect((await opened()).restored.value).to.equal(false)
    signsIn(5)
    expect((await opened()).restored.value).to.equal(true)
  })
  it('opens although what was kept cannot be read', async () => {
    for (const broken of ['{', '7', '{"base":"x"}']) {
      kept.set('janua:unsaved:5:7', broken)
      expect((await opened()).content.value.body).to.equal(STORED.body)
    }
  })
  it('says in plain words when the server does not answer, and keeps the text', async () => {
    const article = await opened()
    article.content.value.body = 'Unsaved.\n'
    await nextTick()
    answer = () => new TypeError('connection refused')
    expect(await article.save(true)).to.equal(false)
    expect(article.failure.value).to.include('Nothing was lost')
    expect(kept.size).to.equal(1)
  })
})
