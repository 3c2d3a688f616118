import type { ArticlePage, ImportResult } from '@janua/contracts'
import { expect } from 'chai'
import type { Janua } from '../janua.ts'
import { article, freshJanua, member, type Member, openHouse } from '../testing/harness.ts'
import { readFile } from './readers/read.ts'

const read = (name: string, text: string | Buffer) => readFile(name, Buffer.from(text)).content

describe('readers', () => {
  it('takes title, collection, questions and review from front matter, and the body byte for byte', () => {
    const body = 'Text  with *spaces*\r\n\r\n- a\r\n'
    expect(read('x.md', `---\ntitle: Fares\ncollection: Money\nquestions: [How much?, How much?]\nreview: 2027-01-31\n---\n${body}`)).to.eql({
      title: 'Fares', collection: 'Money', phrasings: ['How much?'], reviewOn: '2027-01-31', body,
    })
  })
  it('finds a title without front matter: the heading, else the name; and the collection in the folder', () => {
    expect(read('help/lost-things.md', '# Lost and found\n\nAsk us.')).to.include({ title: 'Lost and found', collection: 'Help', body: 'Ask us.' })
    expect(read('lost-things.md', 'Ask us.').title).to.equal('Lost things')
  })
  it('keeps the main part of a page, with lists and tables, and leaves menus, scripts and local links out', () => {
    const { title, body } = read('a.html', `<html><head><title>Fares | Firm</title><script>alert(1)</script></head><body><nav>Home</nav><main><h1>Fares ¶</h1>
      <p>See <a href="other.html">here</a> and <a href="https://x.example">there</a>.</p><ol><li>One</li><li>Two</li></ol>
      <table><tr><th>Who</th><th>Price</th></tr><tr><td>Adult</td><td>5</td></tr></table></main><footer>© Firm</footer></body></html>`)
    expect(title).to.equal('Fares')
    expect(body).to.include('See here and [there](https://x.example).').and.match(/\| Adult \| 5 +\|/).and.match(/1\.\s+One/)
    expect(body).not.to.match(/Home|alert|Firm/)
  })
  it('reads old character sets, by their name or by guess', () => {
    expect(read('a.html', Buffer.concat([Buffer.from('<meta charset="iso-8859-1"><h1>Preise</h1><p>f'), Buffer.from([0xfc]), Buffer.from('r alle</p>')])).body).to.include('für alle')
    expect(read('a.txt', Buffer.from([0x46, 0xfc, 0x72, 0x20, 0x61])).body).to.include('Für a')
  })
  const refused = [
    { name: 'a.docx', bytes: 'x', reason: 'cannot be read yet' },
    { name: 'a.md', bytes: '', reason: 'empty' },
    { name: 'a.txt', bytes: 'bin\u0000ary', reason: 'not a text file' },
    { name: 'a.md', bytes: '---\ntitle: [\n---\nx', reason: 'not valid YAML' },
    { name: 'a.html', bytes: '<nav>only a menu</nav>', reason: 'no text' },
  ]
  for (const { name, bytes, reason } of refused) it(`refuses ${name}: ${reason}`, () => expect(() => readFile(name, Buffer.from(bytes))).to.throw(reason))
})

describe('the library', () => {
  let janua: Janua
  let close: () => Promise<void>
  let editor: Member
  before(async () => {
    ;({ janua, close } = await freshJanua())
    editor = await member(janua, 'editor', 'Edda')
    await openHouse(janua)
  })
  after(() => close())

  const drop = async (files: Record<string, string | Buffer>) => {
    let request = editor.post('/imports')
    for (const [name, text] of Object.entries(files)) request = request.attach('files', Buffer.from(text), { filepath: name } as never)
    return (await request).body as ImportResult[]
  }

  it('gives a result for each file; a bad one stops no other', async () => {
    const results = await drop({ 'help/üben.md': '# Practice\n\nEvery day.', 'help/bad.pdf': 'x', 'help/b.html': '<h1>Boats</h1><p>They float.</p>' })
    expect(results.map(({ file, result }) => `${file} ${result}`)).to.eql(['help/üben.md imported', 'help/bad.pdf refused', 'help/b.html imported'])
    expect(results[0]).to.deep.include({ title: 'Practice', passages: 1, words: 2 })
  })
  it('knows a file again: unchanged, then updated, with what was taught kept', async () => {
    expect((await drop({ 'help/üben.md': '# Practice\n\nEvery day.' }))[0]!.result).to.equal('unchanged')
    const [known] = await drop({ 'help/üben.md': '# Practice\n\nEvery day.' })
    const { id } = known as { id: number }
    await editor.post(`/articles/${id}/phrasings`, { phrasing: 'How do I practise?' }).expect(200)
    expect((await drop({ 'help/üben.md': '# Practice\n\nTwice a day.' }))[0]).to.include({ result: 'updated', id })
    const { body } = await editor.get(`/articles/${id}`)
    expect(body).to.deep.include({ body: 'Twice a day.', phrasings: ['How do I practise?'], state: 'ready' })
  })
  it('says so when nothing arrived', async () => expect((await editor.post('/imports')).body.code).to.equal('NO_FILES'))

  it('searches, filters, sorts and pages on the server', async () => {
    for (let i = 0; i < 30; i++) await janua.articles.add({ id: editor.id, name: 'Edda' }, article(`Page ${String(i).padStart(2, '0')}`, `Number ${i} needle${i === 7 ? ' 100% sure' : ''}\n`, [], { collection: 'Numbers', ready: false }))
    const list = async (query: string) => (await editor.get(`/articles?${query}`)).body as ArticlePage
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
    const { body: saved } = await editor.put(`/articles/${id}`, { title, collection, phrasings, body, reviewOn, base: revision, ready: false })
    expect(saved).to.deep.include({ revision, body })
  })
  it('tells the second of two people, and shows both texts', async () => {
    const other = await member(janua, 'lead', 'Ines')
    const { body: row } = await editor.get('/articles?search=Page 02')
    const { body: one } = await editor.get(`/articles/${row.rows[0].id}`)
    const { id, revision: base, title, collection, phrasings, reviewOn } = one
    const save = (who: Member, text: string, on = base) => who.put(`/articles/${id}`, { title, collection, phrasings, reviewOn, body: text, base: on, ready: false })
    await save(other, 'What Ines wrote').expect(200)
    const refused = await save(editor, 'What Edda wrote')
    expect(refused.status).to.equal(409)
    expect(refused.body.message).to.include('Ines saved this after you opened it')
    expect(refused.body.detail.theirs.body).to.equal('What Ines wrote')
    await save(editor, 'What Edda wrote', refused.body.detail.revision).expect(200)
  })
})
