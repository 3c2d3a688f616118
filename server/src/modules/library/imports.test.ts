import type { ArticlePage, Document, ImportView, SheetTrial } from '@janua/contracts'
import { expect } from 'chai'
import { existsSync, mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import { openZip, packZip } from './readers/zip.ts'
import {
  article,
  dropFiles,
  freshJanua,
  importEnd,
  member,
  type Member,
  openTestApp,
} from '../../testing/harness.ts'

const FIXTURES = join(import.meta.dirname, 'readers/fixtures')
const DEMO = join(import.meta.dirname, '../../../../demo/documents')
const fixture = (name: string) => readFileSync(join(FIXTURES, name))

/** The same export under the names of before December 2026. */
async function asBefore(zip: Awaited<ReturnType<typeof openZip>>): Promise<Buffer> {
  const files = await Promise.all(
    zip.names.map(async (name): Promise<[string, Buffer]> => {
      const bytes = await zip.read(name)
      return name === 'janua.json'
        ? [name, Buffer.from(bytes.toString().replaceAll('"smallTalk"', '"courtesy"'))]
        : [name.replace('small-talk.csv', 'courtesies.csv'), bytes]
    }),
  )
  return packZip(files)
}
const zipOf = (files: Record<string, string | Buffer>) => packZip(Object.entries(files))

describe('imports', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  let editor: Member
  before(async () => {
    ;({ janua, close } = await freshJanua())
    editor = await member(janua, 'editor', 'Edda')
    await openTestApp(janua)
  })
  after(() => close())
  const resultOf = (view: ImportView, file: string) =>
    view.results.find((result) => result.file === file)
  const reasonOf = (view: ImportView, file: string) => {
    const result = resultOf(view, file)
    return result?.result === 'refused' ? result.reason : result?.result
  }

  it('brings a PDF in as a document that keeps its original and its pages', async () => {
    const view = await dropFiles(editor, {
      'conditions.pdf': readFileSync(join(DEMO, 'conditions-of-carriage.pdf')),
    })
    const result = resultOf(view, 'conditions.pdf')!
    expect(result).to.include({
      result: 'imported',
      kind: 'document',
      title: 'Conditions of carriage',
    })
    const { id } = result as { id: number }
    const { body } = (await editor.get(`/documents/${id}`)) as { body: Document }
    expect(body.pages).to.equal(2)
    const original = await editor.http.get(`/files/${body.file}`)
    expect(original.headers['content-type']).to.equal('application/pdf')
    expect(original.body.length).to.equal(
      readFileSync(join(DEMO, 'conditions-of-carriage.pdf')).length,
    )
  })
  it('keeps what the team left out and taught when the same file comes in changed', async () => {
    const { results } = await dropFiles(editor, { 'letter.docx': fixture('letter.docx') })
    const { id } = results[0] as { id: number }
    const { body: document } = (await editor.get(`/documents/${id}`)) as { body: Document }
    const parts = document.parts.map(({ leftOut, phrasings }, i) =>
      i === 1
        ? { leftOut: { by: 'team', because: 'left out by the team' }, phrasings }
        : { leftOut, phrasings: i === 3 ? ['What is a small boat an hour?'] : phrasings },
    )
    const { title, collection, phrasings, reviewOn, revision } = document
    await editor
      .put(`/documents/${id}`, {
        title,
        collection,
        phrasings,
        reviewOn,
        parts,
        base: revision,
        ready: true,
      })
      .expect(200)
    expect(
      (await dropFiles(editor, { 'letter.docx': fixture('letter.docx') })).results[0]!.result,
    ).to.equal('unchanged')
    await janua.tables.items.update({ sourceHash: 'of an older version' }, { where: { id } })
    await dropFiles(editor, { 'letter.docx': fixture('letter.docx') })
    const { body: again } = (await editor.get(`/documents/${id}`)) as { body: Document }
    expect(again.parts.map(({ leftOut }) => leftOut?.by ?? null)).to.eql([
      null,
      'team',
      null,
      null,
      null,
    ])
    expect(again.parts[3]!.phrasings).to.eql(['What is a small boat an hour?'])
  })
  it('answers from a document with its page, and never from a part left out', async () => {
    const ask = async (question: string) =>
      (await janua.answering.engine.draft()).index &&
      (
        await editor.post('/rehearsal', {
          messages: [question],
          door: (await janua.answering.engine.draft()).doors[0]!.id,
          release: null,
        })
      ).body.messages[0].asked[0].answer
    const answer = await ask('limits of weight')
    expect(answer.trace.candidates[0]).to.include({ title: 'Conditions of carriage', page: 2 })
    const asked = await ask('which licence do I need for hiring a boat')
    expect(
      JSON.stringify(asked.trace.candidates.map(({ path }: { path: string[] }) => path)),
    ).not.to.include('What you need')
  })
  it('asks what the columns of a sheet are, tries a mapping, and takes the good rows', async () => {
    const view = await dropFiles(editor, { 'questions.xlsx': fixture('questions.xlsx') })
    expect(view.state).to.equal('asking')
    const [preview] = view.sheets
    expect(preview).to.deep.include({ file: 'questions.xlsx', sheet: 'Questions', rows: 7 })
    const mapping = { ...preview!.guess, as: 'fixed' }
    const { body: trial } = (await editor.post(`/imports/${view.id}/trial`, {
      file: 'questions.xlsx',
      sheet: 'Questions',
      mapping,
    })) as { body: SheetTrial }
    expect(trial).to.deep.include({ items: 3 })
    expect(trial.faults.map(({ row }) => row)).to.eql([4, 6, 7])
    const { body: done } = (await editor.post(`/imports/${view.id}/sheets`, {
      file: 'questions.xlsx',
      sheet: 'Questions',
      mapping,
    })) as { body: ImportView }
    expect(done.state).to.equal('done')
    expect(done.results.at(-1)).to.deep.include({
      result: 'taken',
      what: 'fixed',
      tally: { imported: 3, updated: 0, unchanged: 0 },
    })
    const list = (await editor.get('/articles?kind=fixed&search=kite')).body as ArticlePage
    expect(list.rows[0]).to.include({ title: 'Can I bring a kite?', phrasings: 2 })
    const again = await dropFiles(editor, { 'questions.xlsx': fixture('questions.xlsx') })
    const { body: same } = (await editor.post(`/imports/${again.id}/sheets`, {
      file: 'questions.xlsx',
      sheet: 'Questions',
      mapping,
    })) as { body: ImportView }
    expect(same.results.at(-1)).to.deep.include({
      tally: { imported: 0, updated: 0, unchanged: 3 },
    })
  })
  it('takes a ZIP of pages with the pictures that lie beside them, and never runs what is in a page', async () => {
    const page =
      '<h1>Pictures</h1><p onclick="steal()">See <img src="img/p.png" alt="plan"> and <img src="gone.png"> <a href="javascript:steal()">here</a></p><script>steal()</script>'
    const view = await dropFiles(editor, {
      'site.zip': await zipOf({
        'help/a.html': page,
        'help/img/p.png': fixture('picture.png'),
        'help/b.md': '# B\n\n![x](img/p.png)\n',
        'help/c.exe': 'x',
      }),
    })
    expect(resultOf(view, 'site.zip › help/a.html')).to.deep.include({
      result: 'imported',
      notes: ['1 picture left out: bring the whole folder or a ZIP, and they come along'],
    })
    expect(reasonOf(view, 'site.zip › help/c.exe')).to.include(
      'files of the kind “exe” cannot be read',
    )
    const { id } = resultOf(view, 'site.zip › help/a.html') as { id: number }
    const { body } = await editor.get(`/articles/${id}`)
    expect(body.body)
      .to.match(/!\[plan\]\(\/files\/[0-9a-f]{64}\)/)
      .and.not.match(/steal/)
    const picture = await editor.http.get(/\/files\/[0-9a-f]{64}/.exec(body.body)![0])
    expect(picture.headers['content-type']).to.equal('image/png')
    expect(picture.headers['content-security-policy']).to.include("default-src 'none'")
  })
  it('gives each bad file its own reason and takes the good one', async () => {
    const bomb = await zipOf({ 'zeros.txt': Buffer.alloc(40 * 1024 * 1024), 'a.md': '# A\n\nx' })
    const view = await dropFiles(editor, {
      'good.md': '# Good\n\nText.',
      'empty.md': '',
      'bomb.zip': bomb,
      'nested.zip': await zipOf({ 'in.zip': await zipOf({ 'a.md': 'x' }) }),
      'cut.zip': (await zipOf({ 'a.md': '# A' })).subarray(0, 40),
      'scan.pdf': fixture('scanned.pdf'),
      'locked.pdf': fixture('encrypted.pdf'),
      'wrong.docx': fixture('picture.png'),
      'huge.txt': Buffer.alloc(51 * 1024 * 1024, 'a'),
    })
    expect(view.state).to.equal('done')
    expect(reasonOf(view, 'good.md')).to.equal('imported')
    const reasons: Record<string, string> = {
      'empty.md': 'the file is empty',
      'bomb.zip': 'packed so tightly',
      'nested.zip › in.zip': 'a ZIP within a ZIP',
      'cut.zip': 'damaged or was cut off',
      'scan.pdf': 'scanned',
      'locked.pdf': 'encrypted',
      'wrong.docx': 'holds a picture',
      'huge.txt': 'larger than 50 MB',
    }
    for (const [file, reason] of Object.entries(reasons))
      expect(reasonOf(view, file), file).to.include(reason)
  })
  it('refuses a text that is too long to be looked after, and takes the others', async () => {
    const view = await dropFiles(editor, {
      'long.md': `# Long\n\n${'word '.repeat(100_000)}`,
      'short.md': '# Short\n\nText.',
    })
    expect(reasonOf(view, 'long.md')).to.equal(
      'the text is longer than 400 000 characters; please split it',
    )
    expect(reasonOf(view, 'short.md')).to.equal('imported')
  })
  it('keeps pictures that browsers show, and nothing that could run', async () => {
    const kept = await editor.post('/pictures').attach('files', fixture('picture.png'), 'plan.png')
    expect(kept.status).to.equal(201)
    expect((await editor.http.get(kept.body.address)).headers).to.include({
      'content-type': 'image/png',
      'x-content-type-options': 'nosniff',
    })
    for (const [name, text] of [
      ['a.svg', '<svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)"/>'],
      ['a.png', '<script>alert(1)</script>'],
      ['a.html', '<h1>x</h1>'],
    ]) {
      const refused = await editor.post('/pictures').attach('files', Buffer.from(text!), name!)
      expect(refused.body.code, name).to.equal('NOT_A_PICTURE')
    }
    expect((await editor.http.get(`/files/${'0'.repeat(64)}`)).status).to.equal(404)
  })
  it('runs two imports at once, each with its own results', async () => {
    const both = await Promise.all([
      dropFiles(editor, { 'one/x.md': '# One\n\nText one.' }),
      dropFiles(editor, { 'two/x.md': '# Two\n\nText two.' }),
    ])
    expect(both.map(({ results }) => (results[0] as { title: string }).title)).to.eql([
      'One',
      'Two',
    ])
  })
  it('brings nothing in when it is cancelled', async () => {
    const many = Object.fromEntries(
      Array.from({ length: 60 }, (_, i) => [
        `many/${i}.pdf`,
        readFileSync(join(FIXTURES, 'rules.pdf')),
      ]),
    )
    let request = editor.post('/imports')
    for (const [name, content] of Object.entries(many))
      request = request.attach('files', content, { filepath: name } as never)
    const { id } = (await request).body as ImportView
    const { body } = (await editor.delete(`/imports/${id}`)) as { body: ImportView }
    expect(body.state).to.equal('cancelled')
    expect(
      (await importEnd(editor, id)).results.filter(({ result }) => result === 'imported'),
    ).to.eql([])
    expect((await editor.get('/articles?search=Rules of the light')).body.total).to.equal(0)
    expect((await editor.delete(`/imports/${id}`)).body.code).to.equal('IMPORT_OVER')
  })
  it('says after a restart that an import was broken off, and that nothing of it came in', async () => {
    const detail = { read: 3, total: 9, current: 'x.md', results: [], sheets: [] }
    const { id } = await janua.tables.imports.create({
      state: 'reading',
      detail,
      userId: editor.id,
      createdAt: new Date(),
      updatedAt: new Date(),
    })
    const left = mkdtempSync(join(tmpdir(), 'janua-import-999999999-'))
    await janua.library.importer.breakOff()
    expect(existsSync(left)).to.equal(false)
    expect((await editor.get(`/imports/${id}`)).body).to.include({ state: 'broken off' })
    expect((await janua.library.health.read()).failed.map(({ name }) => name)).to.eql([
      'An import of files',
    ])
  })
  it('is for leads and editors only', async () => {
    const agent = await member(janua, 'agent')
    expect(
      (await agent.post('/imports').attach('files', Buffer.from('x'), 'a.md')).status,
    ).to.equal(403)
    expect((await agent.get('/export')).status).to.equal(403)
  })
})

describe('an export', () => {
  it('comes back field by field in an empty Janua, and changes nothing where it came from', async () => {
    const from = await freshJanua()
    const lead = await member(from.janua, 'lead', 'Ines')
    await openTestApp(from.janua)
    await from.janua.library.articles.add(
      lead,
      article(
        'Odd “title”: 100 %',
        '- begins with a list\n\n= not a formula\n\n| a | b |\n| --- | --- |\n| 1 | 2 |\n',
        ['= why?', 'What\'s "this"?'],
        { collection: '', reviewOn: '2027-01-31', ready: false },
      ),
    )
    await from.janua.library.articles.add(
      lead,
      article('Odd “title”: 100 %', 'The same title once more.', [], {}),
    )
    await from.janua.library.articles.add(lead, {
      ...article('Strike', '- No strike.\n\n"Quoted", and more;\nlines.\n', ["'=1+1", 'strike?'], {
        kind: 'fixed',
      }),
      holds: { from: '2026-11-01', until: null, doors: ['help'] },
    })
    await from.janua.library.glossary.add(lead, {
      term: 'Boat',
      also: ['ship', 'wee boat; small'],
      meaning: '=SUM(A1)',
      ready: true,
    })
    await from.janua.library.smallTalk.add(lead, {
      name: 'Thanks',
      says: ['ta', 'cheers'],
      replies: { en: 'Welcome.\nAnytime.', de: 'Bitte.' },
      ready: true,
    })
    await dropFiles(lead, {
      'conditions.pdf': readFileSync(join(DEMO, 'conditions-of-carriage.pdf')),
      'p/a.html': '<h1>P</h1><p><img src="x.png" alt="x"></p>',
      'p/x.png': fixture('picture.png'),
    })
    const before = await from.janua.library.exporter.items()
    const zip = (
      await lead
        .get('/export')
        .buffer(true)
        .parse(binary as never)
    ).body as Buffer

    const back = await dropFiles(lead, { 'library.zip': zip })
    expect(back.results).to.deep.include({
      file: 'library.zip',
      result: 'taken',
      what: 'library',
      tally: { imported: 0, updated: 0, unchanged: before.length },
      notes: [],
    })
    await from.close()

    const to = await freshJanua()
    const other = await member(to.janua, 'lead', 'Otto')
    const taken = await dropFiles(other, { 'library.zip': zip })
    expect(taken.results[0]).to.deep.include({
      tally: { imported: before.length, updated: 0, unchanged: 0 },
      notes: [],
    })
    expect(await to.janua.library.exporter.items()).to.eql(before)
    const files = (await to.janua.tables.files.findAll()).map(({ hash, type }) => `${hash} ${type}`)
    expect(files).to.have.length(2)
    await to.close()

    const third = await freshJanua()
    const older = await asBefore(await openZip(zip))
    const again = await dropFiles(await member(third.janua, 'lead', 'Ute'), { 'old.zip': older })
    expect(again.results[0], 'an export with older names').to.deep.include({
      tally: { imported: before.length, updated: 0, unchanged: 0 },
    })
    await third.close()
  })
  it('is readable without Janua: Markdown, CSV, and FAQPage markup', async () => {
    const { janua, close } = await freshJanua()
    const lead = await member(janua, 'lead')
    await openTestApp(janua)
    const zip = (
      await lead
        .get('/export')
        .buffer(true)
        .parse(binary as never)
    ).body as Buffer
    const opened = await openZip(zip)
    expect(opened.names).to.include.members([
      'janua.json',
      'articles/pets/pets-on-board.md',
      'fixed-answers.csv',
      'glossary.csv',
      'small-talk.csv',
      'faq.jsonld',
    ])
    expect((await opened.read('articles/pets/pets-on-board.md')).toString()).to.equal(
      '---\ntitle: Pets on board\ncollection: Pets\nquestions:\n  - Can I bring my dog?\n---\nDogs travel on a lead and pay 4.50 each way.\n',
    )
    const faq = JSON.parse((await opened.read('faq.jsonld')).toString())
    expect(faq).to.deep.include({ '@type': 'FAQPage' })
    expect(faq.mainEntity[0]).to.deep.include({
      name: 'Can I bring my dog?',
      acceptedAnswer: { '@type': 'Answer', text: 'Dogs travel on a lead and pay 4.50 each way.' },
    })
    await close()
  })
})

function binary(
  res: NodeJS.ReadableStream,
  done: (error: Error | null, body: Buffer) => void,
): void {
  const pieces: Buffer[] = []
  res.on('data', (piece: Buffer) => pieces.push(piece))
  res.on('end', () => done(null, Buffer.concat(pieces)))
}
