import type { Document, Insights } from '@janua/contracts'
import type { Part } from '@janua/core'
import { expect } from 'chai'
import { createPinia, setActivePinia } from 'pinia'
import { effectScope, nextTick } from 'vue'
import { FakeBrowser, refusal } from '../testing/fakeBrowser.ts'
import { itemPath } from './itemPaths.ts'
import { useDocument } from './useDocument.ts'
import { linesOf } from './useVocabulary.ts'

const server = new FakeBrowser()
const part = (heading: string, body: string): Part => ({
  heading,
  level: 1,
  page: 1,
  kind: 'text',
  body,
  phrasings: [],
  leftOut: null,
})
const stored = (): Document => ({
  id: 9,
  kind: 'document',
  revision: 4,
  state: 'live',
  published: true,
  title: 'Terms',
  collection: '',
  format: 'pdf',
  file: null,
  address: null,
  pages: 1,
  phrasings: [],
  reviewOn: null,
  sourceName: 'terms.pdf',
  updatedAt: '2026-11-23T10:00:00Z',
  updatedBy: 'Ines',
  parts: [part('One', 'First.'), part('Two', 'Second.')],
})
const INSIGHTS: Insights = {
  answers: 3,
  answersEver: 3,
  helpful: 1,
  unhelpful: 0,
  lastUsed: null,
  links: [],
  passages: [
    { ordinal: 1, questions: [{ text: 'second?', times: 2, lastAt: '2026-11-23T10:00:00Z' }] },
  ],
}

describe('useDocument', () => {
  before(() => server.open())
  after(() => server.close())
  beforeEach(() => {
    server.open()
    setActivePinia(createPinia())
    server.on('GET', '/documents/9', stored)
    server.on('GET', '/articles/9/insights', () => INSIGHTS)
  })
  const opened = async () => {
    const page = effectScope().run(() => useDocument(9))!
    await page.load()
    return page
  }

  it('shows the passages that its parts become, and what each answered', async () => {
    const page = await opened()
    expect(page.passages.value.map(({ path, part: from }) => [path, from])).to.eql([
      [['One'], 0],
      [['Two'], 1],
    ])
    expect(page.questionsOf(1)).to.have.length(1)
    expect(page.questionsOf(0)).to.eql([])
    expect(page.changed.value).to.equal(false)
  })
  it('leaves a part out and puts it back; the passages follow at once', async () => {
    const page = await opened()
    page.toggle(0)
    expect(page.passages.value.map(({ path }) => path)).to.eql([['Two']])
    expect(page.changed.value).to.equal(true)
    page.toggle(0)
    expect(page.passages.value).to.have.length(2)
    expect(page.changed.value).to.equal(false)
  })
  it('saves choices only, never what was read', async () => {
    server.on('PUT', '/documents/9', () => ({ ...stored(), revision: 5 }))
    const page = await opened()
    page.toggle(1)
    expect(await page.save(true)).to.equal(true)
    expect(server.asked.at(-1)!.body).to.eql({
      title: 'Terms',
      collection: '',
      phrasings: [],
      reviewOn: null,
      holds: { from: null, until: null, doors: [] },
      base: 4,
      ready: true,
      parts: [
        { leftOut: null, phrasings: [] },
        { leftOut: { by: 'team', because: 'left out by the team' }, phrasings: [] },
      ],
    })
    expect(page.document.value!.revision).to.equal(5)
  })
  it('keeps the choices when the save is refused, and says why', async () => {
    server.on('PUT', '/documents/9', () =>
      refusal(409, { code: 'PARTS_CHANGED', message: 'It was read again.' }),
    )
    const page = await opened()
    page.toggle(1)
    expect(await page.save(true)).to.equal(false)
    expect(page.failure.value).to.equal('It was read again.')
    expect(page.changed.value).to.equal(true)
  })
  describe('whose changes are not saved', () => {
    const settled = () => nextTick()
    const changed = async () => {
      const page = await opened()
      page.toggle(1)
      page.document.value!.title = 'Our terms'
      await settled()
      return page
    }

    it('has them again after a reload, and drops them when that is wished', async () => {
      await changed()
      const page = await opened()
      expect([
        page.restored.value,
        page.changed.value,
        page.document.value!.title,
        page.document.value!.parts[1]!.leftOut?.by,
      ]).to.eql([true, true, 'Our terms', 'team'])
      page.discard()
      await settled()
      expect([
        page.restored.value,
        page.changed.value,
        page.document.value!.title,
        server.kept.size,
      ]).to.eql([false, false, 'Terms', 0])
    })
    it('leaves them where the document was read again since, as its parts may be others', async () => {
      await changed()
      server.on('GET', '/documents/9', () => ({
        ...stored(),
        revision: 8,
        parts: [part('Only', 'Other.')],
      }))
      const page = await opened()
      expect([page.restored.value, page.changed.value, page.document.value!.title]).to.eql([
        false,
        false,
        'Terms',
      ])
    })
    it('keeps what is chosen while it is saved', async () => {
      const page = await changed()
      let store: (value: unknown) => void = () => undefined
      server.on('PUT', '/documents/9', () => new Promise((done) => (store = done)))
      const saving = page.save(true)
      page.document.value!.collection = 'Law'
      await settled()
      store({
        ...stored(),
        title: 'Our terms',
        revision: 5,
        parts: [
          part('One', 'First.'),
          { ...part('Two', 'Second.'), leftOut: { by: 'team', because: 'left out by the team' } },
        ],
      })
      expect(await saving).to.equal(true)
      expect([
        page.changed.value,
        page.document.value!.collection,
        page.document.value!.revision,
      ]).to.eql([true, 'Law', 5])
    })
  })
})

describe('itemPath', () => {
  it('leads to the page of each kind', () =>
    expect(
      (['article', 'fixed', 'document', 'glossary', 'smallTalk', 'door', 'routing'] as const).map(
        (kind) => itemPath(kind, 3),
      ),
    ).to.eql([
      '/library/3',
      '/fixed/3',
      '/documents/3',
      '/glossary?open=3',
      '/small-talk?open=3',
      '/doors/3',
      '/routing',
    ]))
})

describe('linesOf', () => {
  it('takes each line once, without blanks around', () =>
    expect(linesOf(' bike \n\nBike\ncycle')).to.eql(['bike', 'cycle']))
})
