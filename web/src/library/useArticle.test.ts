import type { Article } from '@janua/contracts'
import { expect } from 'chai'
import { createPinia, setActivePinia } from 'pinia'
import { effectScope, nextTick } from 'vue'
import { useSession } from '../shell/session.ts'
import { useArticle } from './useArticle.ts'

const STORED: Article = { id: 7, kind: 'article', revision: 3, state: 'live', published: true, title: 'Pets', collection: 'A', phrasings: ['dogs?'], body: 'Dogs may come.\n', reviewOn: null, sourceName: null, updatedAt: '2026-11-23T10:00:00Z', updatedBy: 'Ines' }

/** The editing of an article, in Node: with a browser's storage and a server that is told what to answer. */
describe('useArticle', () => {
  const kept = new Map<string, string>()
  const sent: { method: string; body: Record<string, unknown> }[] = []
  let answer: () => Response
  const json = (value: object, status = 200) => new Response(JSON.stringify(value), { status, headers: { 'content-type': 'application/json' } })
  const originals = { fetch: globalThis.fetch, localStorage: Object.getOwnPropertyDescriptor(globalThis, 'localStorage') }
  before(() => {
    Object.defineProperty(globalThis, 'localStorage', { configurable: true, value: { getItem: (name: string) => kept.get(name) ?? null, setItem: (name: string, value: string) => kept.set(name, value), removeItem: (name: string) => kept.delete(name) } })
    globalThis.fetch = async (_url, init) => {
      if (init?.body) sent.push({ method: init.method!, body: JSON.parse(String(init.body)) as Record<string, unknown> })
      return answer()
    }
  })
  after(() => {
    globalThis.fetch = originals.fetch
    if (originals.localStorage) Object.defineProperty(globalThis, 'localStorage', originals.localStorage)
    else delete (globalThis as { localStorage?: unknown }).localStorage
  })
  beforeEach(() => {
    kept.clear()
    sent.length = 0
    answer = () => json(STORED)
    setActivePinia(createPinia())
    signsIn(5)
  })
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
    answer = () => json({ ...STORED, revision: 9, body: 'Somebody saved this meanwhile.\n' })
    const again = await opened()
    expect(again.restored.value).to.equal(true)
    expect(again.content.value.body).to.equal('Dogs and cats may come.\n')
    answer = () => json(STORED)
    await again.save(true)
    expect(sent.at(-1)!.body).to.include({ base: 3, ready: true, body: 'Dogs and cats may come.\n' })
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
    const theirs = { title: 'Pets', collection: 'A', phrasings: [], body: 'Theirs.\n', reviewOn: null }
    answer = () => json({ code: 'ITEM_CHANGED', message: 'Edda saved this.', detail: { theirs, revision: 4 } }, 409)
    expect(await article.save(false)).to.equal(false)
    expect(article.conflict.value).to.deep.include({ message: 'Edda saved this.', revision: 4 })
    article.keepMine()
    answer = () => json({ ...STORED, body: 'Mine.\n', revision: 5 })
    expect(await article.save(false)).to.equal(true)
    expect(sent.at(-1)!.body).to.include({ base: 4, body: 'Mine.\n' })
  })
  it('keeps what is typed while it is saved, as a change of what was saved', async () => {
    const article = await opened()
    article.content.value.body = 'First.\n'
    let stored: () => void = () => undefined
    const waits = new Promise<void>((done) => (stored = done))
    answer = () => waits.then(() => json({ ...STORED, body: 'First.\n', revision: 4 })) as never
    const saving = article.save(true)
    article.content.value.body = 'First. And second.\n'
    stored()
    expect(await saving).to.equal(true)
    await nextTick()
    expect([article.content.value.body, article.changed.value, kept.size]).to.eql(['First. And second.\n', true, 1])
    answer = () => json({ ...STORED, body: 'First. And second.\n', revision: 5 })
    await article.save(true)
    expect(sent.at(-1)!.body).to.include({ base: 4, body: 'First. And second.\n' })
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
    answer = () => {
      throw new TypeError('connection refused')
    }
    expect(await article.save(true)).to.equal(false)
    expect(article.failure.value).to.include('Nothing was lost')
    expect(kept.size).to.equal(1)
  })
})
