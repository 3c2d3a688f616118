import type { ArticleContent, DocumentContent } from '@janua/contracts'
import * as XLSX from '@e965/xlsx'
import { expect } from 'chai'
import { guessMapping } from './columns.ts'
import { readFile, Unreadable } from './read.ts'
import { packZip } from './zip.ts'

const refusal = (name: string, bytes: Buffer): Promise<string> =>
  readFile(name, bytes).then(
    () => `${name} was read`,
    (cause: unknown) =>
      cause instanceof Unreadable ? cause.message : `not a plain refusal: ${String(cause)}`,
  )
const read = async (name: string, text: string | Buffer): Promise<ArticleContent> => {
  const file = await readFile(name, Buffer.from(text))
  if (file.as !== 'item') throw new Error(`${name} is no article`)
  return file.content as ArticleContent
}

describe('readers', () => {
  it('takes title, collection, questions and review from front matter, and the body byte for byte', async () => {
    const body = 'Text  with *spaces*\r\n\r\n- a\r\n'
    expect(
      await read(
        'x.md',
        `---\ntitle: Fares\ncollection: Money\nquestions: [How much?, How much?]\nreview: 2027-01-31\n---\n${body}`,
      ),
    ).to.eql({
      title: 'Fares',
      collection: 'Money',
      phrasings: ['How much?'],
      reviewOn: '2027-01-31',
      body,
    })
  })
  it('finds a title without front matter: the heading, else the name; and the collection in the folder', async () => {
    expect(await read('help/lost-things.md', '# Lost and found\n\nAsk us.')).to.include({
      title: 'Lost and found',
      collection: 'Help',
      body: 'Ask us.',
    })
    expect((await read('lost-things.md', 'Ask us.')).title).to.equal('Lost things')
  })
  it('keeps the main part of a page, with lists and tables, and leaves menus, scripts and local links out', async () => {
    const { title, body } = await read(
      'a.html',
      `<html><head><title>Fares | Firm</title><script>alert(1)</script></head><body><nav>Home</nav><main><h1>Fares ¶</h1>
      <p>See <a href="other.html">here</a> and <a href="https://x.example">there</a>.</p><ol><li>One</li><li>Two</li></ol>
      <table><tr><th>Who</th><th>Price</th></tr><tr><td>Adult</td><td>5</td></tr></table></main><footer>© Firm</footer></body></html>`,
    )
    expect(title).to.equal('Fares')
    expect(body)
      .to.include('See here and [there](https://x.example).')
      .and.match(/\| Adult \| 5 +\|/)
      .and.match(/1\.\s+One/)
    expect(body).not.to.match(/Home|alert|Firm/)
  })
  it('reads old character sets, by their name or by guess', async () => {
    expect(
      (
        await read(
          'a.html',
          Buffer.concat([
            Buffer.from('<meta charset="iso-8859-1"><h1>Preise</h1><p>f'),
            Buffer.from([0xfc]),
            Buffer.from('r alle</p>'),
          ]),
        )
      ).body,
    ).to.include('für alle')
    expect((await read('a.txt', Buffer.from([0x46, 0xfc, 0x72, 0x20, 0x61]))).body).to.include(
      'Für a',
    )
  })
  it('keeps every sign of Windows-1252, and says that its encoding was guessed', async () => {
    const bytes = Buffer.from(Array.from({ length: 32 }, (_, i) => 0x80 + i))
    const unused = new Set([0x81, 0x8d, 0x8f, 0x90, 0x9d])
    const wanted = '€ ‚ ƒ „ … † ‡ ˆ ‰ Š ‹ Œ Ž ‘ ’ “ ” • – — ˜ ™ š › œ ž Ÿ'.split(' ')
    const used = Buffer.from([...bytes].filter((byte) => !unused.has(byte)))
    const text = (await read('prices.txt', Buffer.concat([Buffer.from('Prices '), used]))).body
    for (const sign of wanted) expect(text, sign).to.include(sign)
    const file = await readFile('a.txt', Buffer.from([0x35, 0x20, 0x80]))
    if (file.as !== 'item') throw new Error('no item')
    expect(file.notes.join()).to.include('encoding had to be guessed (windows-1252)')
    const sheet = await readFile('a.csv', Buffer.from('Frage;Antwort\nWas?;5 \x80\n', 'latin1'))
    if (sheet.as !== 'sheets') throw new Error('no sheet')
    expect(sheet.sheets[0]!.rows[1]).to.eql(['Was?', '5 €'])
    expect(sheet.sheets[0]!.warnings!.join()).to.include('guessed')
    const known = await readFile('a.txt', Buffer.from('5 € – “so”'))
    if (known.as !== 'item') throw new Error('no item')
    expect(known.notes).to.eql([])
  })
  it('calls a manual what its title says when its first heading names only a section', async () => {
    const page = '<title>Boiler manual · Firm</title><h1>Abstract</h1><p>About boilers.</p>'
    expect(await read('a.html', page)).to.include({ title: 'Boiler manual' })
    expect((await read('a.html', page)).body).to.include('Abstract')
  })
  it('reads ODT with its headings, lists, tables and links', async () => {
    const content = `<?xml version="1.0"?><office:document-content xmlns:office="o" xmlns:text="t" xmlns:table="b" xmlns:xlink="l"><office:body><office:text>
      <text:p text:style-name="Title">Winter timetable</text:p><text:h text:outline-level="1">Ferries</text:h><text:p>See <text:a xlink:href="https://x.example">there</text:a>.</text:p>
      <text:list><text:list-item><text:p>One</text:p></text:list-item><text:list-item><text:p>Two</text:p></text:list-item></text:list>
      <table:table><table:table-row><table:table-cell><text:p>Day</text:p></table:table-cell><table:table-cell><text:p>Time</text:p></table:table-cell></table:table-row>
      <table:table-row><table:table-cell><text:p>Monday</text:p></table:table-cell><table:table-cell><text:p>9:00</text:p></table:table-cell></table:table-row></table:table>
      </office:text></office:body></office:document-content>`
    const bytes = await packZip([
      ['mimetype', 'application/vnd.oasis.opendocument.text'],
      ['content.xml', content],
    ])
    const file = await readFile('plan.odt', bytes)
    if (file.as !== 'item') throw new Error('no item')
    const { title, parts } = file.content as DocumentContent
    expect((file.content as DocumentContent).format).to.equal('odt')
    expect(title).to.equal('Winter timetable')
    expect(parts[0]).to.include({ heading: 'Ferries' })
    const body = parts.map((part) => part.body).join('\n')
    expect(body)
      .to.include('[there](https://x.example)')
      .and.match(/- +One/)
    expect(body).to.match(/\| Monday \| 9:00 \|/)
  })
  it('reads ODS', async () => {
    const book = XLSX.utils.book_new()
    XLSX.utils.book_append_sheet(
      book,
      XLSX.utils.aoa_to_sheet([
        ['Q', 'A'],
        ['Why?', 'So.'],
      ]),
      'One',
    )
    const bytes = XLSX.write(book, { type: 'buffer', bookType: 'ods' }) as Buffer
    const file = await readFile('faq.ods', bytes)
    if (file.as !== 'sheets') throw new Error('no sheets')
    expect(file.sheets[0]).to.deep.include({
      sheet: 'One',
      rows: [
        ['Q', 'A'],
        ['Why?', 'So.'],
      ],
    })
  })
  it('takes names of columns that it does not know for names, not for data', () => {
    const rows = [
      ['Kundenanliegen', 'Unsere Auskunft'],
      [
        'Wann öffnet das Hallenbad am Sonntag?',
        'Am Sonntag öffnen wir um neun Uhr und schließen um acht.',
      ],
      [
        'Was kostet der Eintritt für Kinder?',
        'Kinder unter sechs Jahren zahlen nichts, alle anderen drei Euro.',
      ],
    ]
    expect(guessMapping(rows)).to.deep.include({ header: true, columns: ['question', 'answer'] })
    expect(guessMapping(rows.slice(1))).to.include({ header: false })
  })
  const refused = [
    { name: 'a.pages', bytes: 'x', reason: 'cannot be read' },
    { name: 'a.odt', bytes: 'x', reason: 'does not begin like one' },
    {
      name: 'deep.html',
      bytes: `${'<div>'.repeat(20_000)}x`,
      reason: 'nested too deeply',
    },
    { name: 'a.docx', bytes: 'x', reason: 'does not begin like one' },
    { name: 'a.pdf', bytes: 'PK\u0003\u0004', reason: 'holds an office document or a ZIP' },
    { name: 'a.md', bytes: '{\\rtf1 x', reason: 'holds a rich text file' },
    { name: 'a.md', bytes: '', reason: 'empty' },
    { name: 'a.txt', bytes: 'bin\u0000ary', reason: 'not a text file' },
    { name: 'a.md', bytes: '---\ntitle: [\n---\nx', reason: 'not valid YAML' },
    { name: 'a.html', bytes: '<nav>only a menu</nav>', reason: 'no text' },
  ]
  for (const { name, bytes, reason } of refused)
    it(`refuses ${name}: ${reason}`, async () =>
      expect(await refusal(name, Buffer.from(bytes))).to.include(reason))
})
