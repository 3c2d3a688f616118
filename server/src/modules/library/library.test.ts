import type { ArticlePage } from '@janua/contracts'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  article,
  dropFiles,
  freshJanua,
  member,
  type Member,
  openTestApp,
} from '../../testing/harness.ts'

describe('the library', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  let editor: Member
  before(async () => {
    ;({ janua, close } = await freshJanua())
    editor = await member(janua, 'editor', 'Edda')
    await openTestApp(janua)
  })
  after(() => close())

  const drop = async (files: Record<string, string | Buffer>) =>
    (await dropFiles(editor, files)).results

  it('gives a result for each file; a bad one stops no other', async () => {
    const results = await drop({
      'help/üben.md': '# Practice\n\nEvery day.',
      'help/bad.pdf': 'x',
      'help/b.html': '<h1>Boats</h1><p>They float.</p>',
    })
    expect(results.map(({ file, result }) => `${file} ${result}`)).to.have.members([
      'help/üben.md imported',
      'help/bad.pdf refused',
      'help/b.html imported',
    ])
    expect(results.find(({ file }) => file === 'help/üben.md')).to.deep.include({
      title: 'Practice',
      passages: 1,
      words: 2,
    })
  })
  it('knows a file again: unchanged, then updated, with what was taught kept', async () => {
    expect((await drop({ 'help/üben.md': '# Practice\n\nEvery day.' }))[0]!.result).to.equal(
      'unchanged',
    )
    const [known] = await drop({ 'help/üben.md': '# Practice\n\nEvery day.' })
    const { id } = known as { id: number }
    await editor.post(`/articles/${id}/phrasings`, { phrasing: 'How do I practise?' }).expect(200)
    expect((await drop({ 'help/üben.md': '# Practice\n\nTwice a day.' }))[0]).to.include({
      result: 'updated',
      id,
    })
    const { body } = await editor.get(`/articles/${id}`)
    expect(body).to.deep.include({
      body: 'Twice a day.',
      phrasings: ['How do I practise?'],
      state: 'ready',
    })
  })
  it('says so when nothing arrived', async () =>
    expect((await editor.post('/imports')).body.code).to.equal('NO_FILES'))

  it('searches, filters, sorts and pages on the server', async () => {
    for (let i = 0; i < 30; i++)
      await janua.library.articles.add(
        { id: editor.id, name: 'Edda' },
        article(
          `Page ${String(i).padStart(2, '0')}`,
          `Number ${i} needle${i === 7 ? ' 100% sure' : ''}\n`,
          [],
          { collection: 'Numbers', ready: false },
        ),
      )
    const list = async (query: string) =>
      (await editor.get(`/articles?${query}`)).body as ArticlePage
    const second = await list('collection=Numbers&sort=title&order=asc&limit=10&offset=10')
    expect(second.total).to.equal(30)
    expect(second.rows.map(({ title }) => title)[0]).to.equal('Page 10')
    expect((await list('search=needle&state=in%20work')).total).to.equal(30)
    expect((await list('search=100%25+sure')).rows.map(({ title }) => title)).to.eql(['Page 07'])
    expect((await list('search=100_x')).total).to.equal(0)
    expect((await list('state=live')).rows.every(({ state }) => state === 'live')).to.equal(true)
    expect((await editor.get('/articles?sort=password')).status).to.equal(422)
  })

  it('makes no revision of a save without a change', async () => {
    const { body: before } = await editor.get('/articles?search=Page 01')
    const { body: one } = await editor.get(`/articles/${before.rows[0].id}`)
    const { id, revision, title, collection, phrasings, body, reviewOn } = one
    const { body: saved } = await editor.put(`/articles/${id}`, {
      title,
      collection,
      phrasings,
      body,
      reviewOn,
      base: revision,
      ready: false,
    })
    expect(saved).to.deep.include({ revision, body })
  })
  it('tells the second of two people, and shows both texts', async () => {
    const other = await member(janua, 'lead', 'Ines')
    const { body: row } = await editor.get('/articles?search=Page 02')
    const { body: one } = await editor.get(`/articles/${row.rows[0].id}`)
    const { id, revision: base, title, collection, phrasings, reviewOn } = one
    const save = (who: Member, text: string, on = base) =>
      who.put(`/articles/${id}`, {
        title,
        collection,
        phrasings,
        reviewOn,
        body: text,
        base: on,
        ready: false,
      })
    await save(other, 'What Ines wrote').expect(200)
    const refused = await save(editor, 'What Edda wrote')
    expect(refused.status).to.equal(409)
    expect(refused.body.message).to.include('Ines saved this after you opened it')
    expect(refused.body.detail.theirs.body).to.equal('What Ines wrote')
    await save(editor, 'What Edda wrote', refused.body.detail.revision).expect(200)
  })
})
