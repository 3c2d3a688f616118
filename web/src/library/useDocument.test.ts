import type { Document, Insights } from '@janua/contracts'
import type { Part } from '@janua/core'
import { expect } from 'chai'
import { effectScope } from 'vue'
import { fakeServer } from '../testing/fakeServer.ts'
import { itemPath } from './itemPaths.ts'
import { useDocument } from './useDocument.ts'
import { linesOf } from './useVocabulary.ts'

const server = fakeServer()
const part = (heading: string, body: string): Part => ({ heading, level: 1, page: 1, kind: 'text', body, phrasings: [], leftOut: null })
const stored = (): Document => ({
  id: 9, kind: 'document', revision: 4, state: 'live', published: true, title: 'Terms', collection: '', format: 'pdf', file: null, address: null, pages: 1, phrasings: [], reviewOn: null, sourceName: 'terms.pdf',
  updatedAt: '2026-11-23T10:00:00Z', updatedBy: 'Ines', parts: [part('One', 'First.'), part('Two', 'Second.')],
})
const INSIGHTS: Insights = { answers: 3, answersEver: 3, helpful: 1, unhelpful: 0, lastUsed: null, links: [], passages: [{ ordinal: 1, questions: [{ text: 'second?', times: 2, lastAt: '2026-11-23T10:00:00Z' }] }] }

describe('useDocument', () => {
  before(() => server.start())
  after(() => server.stop())
  beforeEach(() => {
    server.forget()
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
    expect(page.passages.value.map(({ path, part: from }) => [path, from])).to.eql([[['One'], 0], [['Two'], 1]])
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
    expect(server.asked.at(-1)!.body).to.eql({ title: 'Terms', collection: '', phrasings: [], reviewOn: null, base: 4, ready: true, parts: [{ leftOut: null, phrasings: [] }, { leftOut: { by: 'team', because: 'left out by the team' }, phrasings: [] }] })
    expect(page.document.value!.revision).to.equal(5)
  })
  it('keeps the choices when the save is refused, and says why', async () => {
    server.on('PUT', '/documents/9', () => ({ code: 'PARTS_CHANGED', message: 'It was read again.' }), 409)
    const page = await opened()
    page.toggle(1)
    expect(await page.save(true)).to.equal(false)
    expect(page.failure.value).to.equal('It was read again.')
    expect(page.changed.value).to.equal(true)
  })
})

describe('itemPath', () => {
  it('leads to the page of each kind', () => expect((['article', 'fixed', 'document', 'glossary', 'courtesy', 'door', 'routing'] as const).map((kind) => itemPath(kind, 3))).to.eql(['/library/3', '/fixed/3', '/documents/3', '/glossary?open=3', '/courtesies?open=3', '/doors/3', '/routing']))
})

describe('linesOf', () => {
  it('takes each line once, without blanks around', () => expect(linesOf(' bike \n\nBike\ncycle')).to.eql(['bike', 'cycle']))
})
