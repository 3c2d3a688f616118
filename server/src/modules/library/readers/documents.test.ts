import type { DocumentContent } from '@janua/contracts'
import { splitParts } from '@janua/core'
import { expect } from 'chai'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { guessMapping } from './columns.ts'
import { readFile, Unreadable } from './read.ts'
import type { Read } from './readFile.ts'
import { takeRows } from './rows.ts'

const FIXTURES = join(import.meta.dirname, 'fixtures')
const DEMO = join(import.meta.dirname, '../../../../../demo/documents')
const bytesOf = (folder: string, name: string) => readFileSync(join(folder, name))
const read = (name: string, folder = FIXTURES): Promise<Read> =>
  readFile(name, bytesOf(folder, name))
const documentOf = async (name: string, folder = FIXTURES): Promise<DocumentContent> => {
  const file = await read(name, folder)
  if (file.as !== 'item') throw new Error(`${name} is no document`)
  return file.content as DocumentContent
}
const refusal = (name: string, bytes: Buffer): Promise<string> =>
  readFile(name, bytes).then(
    () => 'it was read',
    (cause: unknown) =>
      cause instanceof Unreadable ? cause.message : `not plain: ${String(cause)}`,
  )

describe('the PDF reader', () => {
  it('reads an office suite’s PDF: title, headings by size, lists, tables by their columns, pages', async () => {
    const { title, pages, parts } = await documentOf('conditions-of-carriage.pdf', DEMO)
    expect(title).to.equal('Conditions of carriage')
    expect(pages).to.equal(2)
    expect(
      parts.map(({ heading, level, page }) => `${level} ${page} ${heading}`),
    ).to.include.members([
      '1 1 3 Luggage',
      '2 1 3.1 Things found',
      '2 2 4.1 Limits of weight',
      '1 2 7 Disputes',
    ])
    const late = parts.find(({ heading }) => heading.startsWith('2.1'))!.body
    expect(late)
      .to.include("| Late by | Up to two hours' crossing | Longer crossing |")
      .and.include('| two hours | half of the fare | a quarter of the fare |')
    expect(parts.find(({ heading }) => heading === '4 Vehicles')!.body).to.include(
      '- petrol or other fuel in cans\n- fireworks and explosives',
    )
  })
  it('reads a browser’s PDF: tables without lines', async () => {
    const { title, parts } = await documentOf('timetable-leaflet.pdf', DEMO)
    expect(title).to.equal('Spring extra boats')
    expect(parts.find(({ heading }) => heading === 'Extra boats to Tarn Head')).to.deep.include({
      kind: 'table',
      page: 1,
    })
    expect(parts.map(({ body }) => body).join()).to.include('| Sundays | Skerrow | 20:30 | 21:35 |')
    expect(parts.at(-1)).to.include({ heading: 'Good to know about the extra boats', page: 2 })
  })
  it('leaves running heads and page numbers out, and says so; a sentence over the turn of a page stays whole', async () => {
    const { parts } = await documentOf('rules.pdf')
    const out = parts.filter(({ leftOut }) => leftOut)
    expect(out.length).to.be.greaterThan(0)
    for (const { leftOut } of out)
      expect(leftOut).to.include({ by: 'reader', because: 'stands at the edge of 6 pages' })
    const kept = parts.filter(({ leftOut }) => !leftOut)
    expect(
      kept.filter(({ heading }) => heading).map(({ heading, page }) => `${heading} ${page}`),
    ).to.eql(['Rule 1 1', 'Rule 2 2', 'Rule 3 3', 'Rule 4 3', 'Rule 5 4', 'Rule 6 5'])
    const whole = kept
      .map(({ body }) => body)
      .join('\n')
      .match(/Sentence \d of rule \d says .*?before the lamp is lit\./g)
    expect(whole).to.have.length(48)
  })
  it('reads two columns one after the other', async () => {
    const text = (await documentOf('columns.pdf')).parts.map(({ body }) => body).join('\n')
    expect([...text.matchAll(/Paragraph (\d+) of the paper/g)].map(([, n]) => Number(n))).to.eql(
      Array.from({ length: 22 }, (_, i) => i + 1),
    )
    expect(text.match(/wait for them on the quay with their nets\./g)).to.have.length(22)
  })
  it('keeps the page in the passages', async () => {
    const passages = splitParts((await documentOf('conditions-of-carriage.pdf', DEMO)).parts)
    expect(passages.find(({ path }) => path.includes('4.1 Limits of weight'))).to.include({
      page: 2,
    })
  })
  it('refuses a scanned, an encrypted and a broken one, each with its reason', async () => {
    expect(await refusal('scanned.pdf', bytesOf(FIXTURES, 'scanned.pdf'))).to.include(
      'pictures without text (scanned)',
    )
    expect(await refusal('encrypted.pdf', bytesOf(FIXTURES, 'encrypted.pdf'))).to.include(
      'it is encrypted',
    )
    expect(await refusal('cut.pdf', bytesOf(FIXTURES, 'rules.pdf').subarray(0, 900))).to.match(
      /damaged|cut off|no text|pictures/,
    )
  })
})

describe('the DOCX reader', () => {
  it('reads an office suite’s document: headings, lists, links, tables, pictures', async () => {
    const file = await read('letter.docx')
    const { title, parts } = (file as { content: DocumentContent }).content
    expect(title).to.equal('Hiring a boat')
    expect(parts.map(({ heading, level }) => `${level} ${heading}`)).to.eql([
      '1 ',
      '2 What you need',
      '2 Steps',
      '3 Prices',
      '2 Rückgabe',
    ])
    expect(parts[0]!.body).to.include('[the list](https://www.example.org/boats)')
    expect(parts[1]!.body).to.equal('- a licence\n- a deposit of 200.00\n')
    expect(parts[2]!.body).to.equal('1. Ring us.\n2. Pay the deposit.\n3. Take the key.\n')
    expect(parts[3]!.body).to.include('| Large | 20.00 |')
  })
  it('refuses what is no document inside, is cut off, or is of the old kind', async () => {
    const bytes = bytesOf(FIXTURES, 'letter.docx')
    expect(await refusal('a.docx', bytesOf(FIXTURES, 'questions.xlsx'))).to.include(
      'holds no text document',
    )
    expect(await refusal('a.docx', bytes.subarray(0, bytes.length / 2))).to.include(
      'damaged or was cut off',
    )
    expect(await refusal('a.docx', Buffer.from('d0cf11e0a1b11ae1', 'hex'))).to.include(
      'encrypted or of the kind before 2007',
    )
  })
})

describe('the sheet readers', () => {
  const sheetsOf = async (name: string, bytes: Buffer) => {
    const file = await readFile(name, bytes)
    if (file.as !== 'sheets') throw new Error('no sheets')
    return file.sheets
  }
  it('reads an office suite’s workbook, lists faulty rows by number, and takes the rest', async () => {
    const [sheet] = await sheetsOf('questions.xlsx', bytesOf(FIXTURES, 'questions.xlsx'))
    const guess = guessMapping(sheet!.rows)
    expect(guess).to.eql({
      as: 'article',
      header: true,
      columns: ['question', 'question', 'answer', 'collection'],
    })
    const { items, faults } = takeRows(sheet!, guess, 'questions.xlsx')
    expect(faults).to.eql([
      { row: 4, because: 'it has no question' },
      { row: 6, because: 'it has a formula that ended in an error (#DIV/0!)' },
      { row: 7, because: 'it asks the same as row 2' },
    ])
    expect(items.map(({ content }) => (content as { phrasings: string[] }).phrasings)).to.eql([
      ['Can I bring a kite?', 'kite on board'],
      ['Is there a piano on board?'],
      ['What does a locker cost?', 'locker price'],
    ])
  })
  it('takes the stored results of formulas, and a table as a table', async () => {
    const [extras, between] = await sheetsOf('fares.xlsx', bytesOf(DEMO, 'fares.xlsx'))
    expect(extras!.rows[2]).to.eql(['Dog', '4.5', '9'])
    expect(guessMapping(between!.rows).as).to.equal('document')
    const [item] = takeRows(between!, guessMapping(between!.rows), 'fares.xlsx').items
    expect((item!.content as DocumentContent).parts[0]!.body).to.include(
      '| Brannoc | Skerrow | 6 | 8.6 | 11.8 |',
    )
  })
  it('reads CSV with semicolons in an old character set, quotes over several lines, and UTF-16', async () => {
    const latin = Buffer.from('Frage;Antwort\n"Öffnet ihr um 9?";"Ja,\nauch samstags"\n', 'latin1')
    expect((await sheetsOf('a.csv', latin))[0]!.rows).to.eql([
      ['Frage', 'Antwort'],
      ['Öffnet ihr um 9?', 'Ja,\nauch samstags'],
    ])
    const wide = Buffer.from(`\ufeffTerm\tAlso\nBoat\tship; vessel\n`, 'utf16le')
    const [sheet] = await sheetsOf('b.csv', wide)
    expect(guessMapping(sheet!.rows)).to.include({ as: 'glossary', header: true })
    expect(takeRows(sheet!, guessMapping(sheet!.rows), 'b.csv').items[0]!.content).to.eql({
      term: 'Boat',
      also: ['ship', 'vessel'],
      meaning: '',
    })
  })
  it('guesses columns without names from their looks', () => {
    expect(
      guessMapping([
        ['Can I swim?', 'Yes, in the bay to the west of the harbour.'],
        ['Is it cold?', 'It is cold until July.'],
      ]),
    ).to.eql({ as: 'article', header: false, columns: ['question', 'answer'] })
  })
  it('reads limits of fixed answers, and says which day it cannot read', () => {
    const rows = [
      ['question', 'answer', 'from', 'until', 'doors'],
      ['A strike?', 'No.', '2026-11-01', '31.12.2026', 'help; booking'],
      ['A storm?', 'No.', 'soon', '', ''],
    ]
    const { items, faults } = takeRows(
      { sheet: '', rows, faults: [] },
      guessMapping(rows),
      'fixed.csv',
    )
    expect((items[0]!.content as { holds: object }).holds).to.eql({
      from: '2026-11-01',
      until: '2026-12-31',
      doors: ['help', 'booking'],
    })
    expect(faults).to.eql([{ row: 3, because: '“soon” is not a day like 2027-05-31' }])
  })
  it('says which column is missing, and refuses a sheet that is far too long', async () => {
    expect(
      takeRows(
        { sheet: '', rows: [['a', 'b']], faults: [] },
        { as: 'article', header: false, columns: ['question', ''] },
        'x.csv',
      ).faults,
    ).to.eql([{ row: 1, because: 'no column is chosen for: answer' }])
    const long = Buffer.from(Array.from({ length: 50_000 }, (_, i) => `q${i}?,a${i}`).join('\n'))
    expect(await refusal('long.csv', long)).to.include('it has 50000 rows; at most 20000')
    expect(await refusal('quote.csv', Buffer.from('a,b\n"never closed,1\n2,3'))).to.include(
      'never closed',
    )
  })
})
