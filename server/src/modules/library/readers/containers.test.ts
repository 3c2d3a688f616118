import { expect } from 'chai'
import { packLibrary } from './packLibrary.ts'
import { readPackage } from './package.ts'
import { partsOf, looksAsked } from './parts.ts'
import { readFile } from './read.ts'
import { Unreadable } from './text.ts'
import { laidOpen, openZip, packZip } from './zip.ts'

const zipOf = (files: Record<string, string | Buffer>) => packZip(Object.entries(files))
const refusalOf = (action: Promise<unknown>) =>
  action.then(
    () => 'no refusal',
    (cause: unknown) =>
      cause instanceof Unreadable ? cause.message : `not plain: ${String(cause)}`,
  )

describe('openZip', () => {
  it('lists and reads what is inside, and lays it open', async () => {
    const zip = await openZip(await zipOf({ 'a/b.txt': 'Text', 'c.md': '# C' }))
    expect(zip.names).to.eql(['a/b.txt', 'c.md'])
    expect((await zip.read('a/b.txt')).toString()).to.equal('Text')
    const again = await openZip(await laidOpen(zip, (name) => name.endsWith('.md')))
    expect(again.names).to.eql(['c.md'])
  })
  it('refuses what would fill the memory before unpacking it', async () => {
    expect(
      await refusalOf(openZip(await zipOf({ 'zeros.bin': Buffer.alloc(30 * 1024 * 1024) }))),
    ).to.include('packed so tightly')
  })
  it('refuses more files than anybody brings at once', async () => {
    const many = Object.fromEntries(Array.from({ length: 5_001 }, (_, i) => [`${i}.txt`, 'x']))
    expect(await refusalOf(openZip(await zipOf(many)))).to.include('it holds 5001 files')
  })
  it('says plainly that it is damaged, at whatever place it was cut', async () => {
    const whole = await zipOf({ 'a.txt': 'Text '.repeat(400), 'b.txt': 'More' })
    for (const share of [0.1, 0.4, 0.7, 0.95])
      expect(
        await refusalOf(openZip(whole.subarray(0, Math.floor(whole.length * share)))),
      ).to.include('damaged or was cut off')
  })
  it('says plainly that an entry is damaged', async () => {
    const whole = await zipOf({ 'a.txt': 'Text that is long enough to be packed. '.repeat(40) })
    whole.fill(0xff, 45, 70)
    const zip = await openZip(whole)
    expect(await refusalOf(zip.read('a.txt'))).to.include('damaged or was cut off')
  })
})

describe('an export’s package', () => {
  const items = [
    {
      uid: '11111111-1111-1111-1111-111111111111',
      kind: 'article' as const,
      content: { title: 'A', collection: 'X', phrasings: [], body: 'One.\n', reviewOn: null },
      ready: true,
      source: null,
    },
    {
      uid: '22222222-2222-2222-2222-222222222222',
      kind: 'glossary' as const,
      content: { term: '=Boat', also: ['-ship', "'@vessel"], meaning: '' },
      ready: false,
      source: null,
    },
  ]
  const packed = async (change: (files: Map<string, string>) => void = () => undefined) => {
    const files = packLibrary(items, [], '2026-11-23T10:00:00Z')
    change(files)
    return openZip(await zipOf(Object.fromEntries(files)))
  }
  it('guards cells that a spreadsheet would run, and takes the guard off again', async () => {
    const zip = await packed()
    expect((await zip.read('glossary.csv')).toString()).to.include("'=Boat")
    const { items: back } = await readPackage(zip)
    expect(
      back.map(({ uid, kind, content, ready }) => ({ uid, kind, content, ready, source: null })),
    ).to.eql(items)
  })
  it('notes an item whose file is missing, and reads the others', async () => {
    const { items: back, notes } = await readPackage(
      await packed((files) => files.delete('articles/x/a.md')),
    )
    expect(back).to.have.length(1)
    expect(notes).to.eql(['articles/x/a.md: an item named in janua.json is missing'])
  })
  const broken: [string, string, string][] = [
    ['a manifest that is no JSON', '{', 'is not valid JSON'],
    [
      'a manifest of another kind',
      '{"format":"other","version":1,"items":[],"files":[]}',
      'not of a kind that this version',
    ],
    [
      'a manifest of a later version',
      '{"format":"janua library","version":9,"items":[],"files":[]}',
      'not of a kind that this version',
    ],
    [
      'a manifest with strange items',
      '{"format":"janua library","version":1,"items":[{"uid":"x","kind":"door","path":1}],"files":[]}',
      'names items that cannot be understood',
    ],
  ]
  for (const [name, text, reason] of broken)
    it(`refuses ${name}`, async () =>
      expect(
        await refusalOf(readPackage(await packed((files) => files.set('janua.json', text)))),
      ).to.include(reason))
})

describe('partsOf', () => {
  it('cuts at headings, keeps levels, and lets code be code', () => {
    expect(
      partsOf('Intro.\n\n# One\n\nText.\n\n## Two ##\n\n```\n# not a heading\n```\n').map(
        ({ heading, level, body }) => [heading, level, body.trim()],
      ),
    ).to.eql([
      ['', 1, 'Intro.'],
      ['One', 1, 'Text.'],
      ['Two', 2, '```\n# not a heading\n```'],
    ])
  })
  it('makes plain words of a heading’s links and stresses', () =>
    expect(partsOf('# The *big* [boat](http://x.example)\n\nx')[0]!.heading).to.equal(
      'The big boat',
    ))
  it('tells tables and questions from text', () =>
    expect(
      partsOf('# Where do I go?\n\nHere.\n\n# Fares\n\n| a | b |\n| --- | --- |\n| 1 | 2 |\n').map(
        ({ kind }) => kind,
      ),
    ).to.eql(['question', 'table']))
})

describe('looksAsked', () => {
  for (const asked of [
    'Can I bring a dog',
    'How do I get there',
    'Opening hours?',
    'Wie komme ich dorthin',
    'Darf ich rauchen?',
  ])
    it(`takes “${asked}” for a question`, () => expect(looksAsked(asked)).to.equal(true))
  for (const said of ['Opening hours', 'Can openers', 'Who we are', 'Fahrpreise'])
    it(`takes “${said}” for none`, () => expect(looksAsked(said)).to.equal(false))
})

describe('tables of pages', () => {
  const body = async (html: string) =>
    ((await readFile('a.html', Buffer.from(html))) as unknown as { content: { body: string } })
      .content.body
  it('repeat cells that span, and put what is in a cell on one line', async () => {
    const text = await body(
      '<h1>T</h1><table><tr><th>Day</th><th colspan="2">Boats</th></tr><tr><td rowspan="2">Mon</td><td><p>6:00</p><p>8:00</p></td><td>x</td></tr><tr><td>9:00</td><td>y</td></tr></table>',
    )
    expect(text.replace(/ +/g, ' ')).to.equal(
      '| Day | Boats | Boats |\n| --- | --- | --- |\n| Mon | 6:00 8:00 | x |\n| Mon | 9:00 | y |\n',
    )
  })
  it('survive spans that lie about their size', async () =>
    expect(
      await body(
        '<h1>T</h1><p>Text.</p><table><tr><td colspan="999999999" rowspan="99999999">a</td></tr></table>',
      ),
    ).to.include('Text.'))
  it('keep links and stresses in cells, and show signs of Markdown as they are written', async () => {
    expect(
      await body(
        '<h1>T</h1><table><tr><th>a</th><th>b</th></tr><tr><td><a href="https://x.example">x</a> and <b>y</b></td><td>1 | 2 * 3</td></tr></table>',
      ),
    ).to.include('| [x](https://x.example) and **y** | 1 \\| 2 \\* 3 |')
  })
  it('of thousands of rows are read at once', async () => {
    const rows = Array.from(
      { length: 3_000 },
      (_, i) => `<tr><td>row ${i}</td><td>${i}</td><td>x</td></tr>`,
    ).join('')
    expect((await body(`<h1>T</h1><table>${rows}</table>`)).split('\n').length).to.be.greaterThan(
      3_000,
    )
  })
})
