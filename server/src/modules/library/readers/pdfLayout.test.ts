import { expect } from 'chai'
import { layOut } from './pdfLayout.ts'
import { linesOf, type PageText, type Piece } from './pdfLines.ts'
import { tableAt } from './pdfTables.ts'

const WIDTH = 6
/** A run of text as a page has it: 6 points a letter at size 12. */
const piece = (text: string, x: number, y: number, more: Partial<Piece> = {}): Piece => ({
  text,
  x,
  y,
  width: text.length * WIDTH,
  size: 12,
  bold: false,
  ...more,
})
const page = (pieces: Piece[], number = 1): PageText => ({
  number,
  width: 600,
  height: 800,
  pieces,
})
const body = (count: number, from = 300) =>
  Array.from({ length: count }, (_, i) =>
    piece(`A line of running text number ${i} on this page.`, 60, from + i * 14),
  )

describe('linesOf', () => {
  it('puts runs on one line, with a blank where there is a gap', () => {
    const [line] = linesOf(
      page([
        piece('Dogs', 60, 100),
        piece('pay', 60 + 4 * WIDTH + 4, 100.5),
        piece('4.50', 200, 100),
      ]),
    )
    expect(line!.segments.map(({ text }) => text)).to.eql(['Dogs pay', '4.50'])
  })
  it('joins the letters of a word that was set in pieces', () =>
    expect(
      linesOf(page([piece('Wa', 60, 100), piece('ter', 60 + 2 * WIDTH, 100)]))[0]!.text,
    ).to.equal('Water'))
  it('reads lines from top to bottom, whatever their order in the file', () =>
    expect(
      linesOf(page([piece('two', 60, 120), piece('one', 60, 100)])).map(({ text }) => text),
    ).to.eql(['one', 'two']))
  it('takes the size of most letters, and bold when most are', () => {
    const [line] = linesOf(
      page([
        piece('Important things here', 60, 100, { bold: true, size: 14 }),
        piece('x', 300, 100),
      ]),
    )
    expect(line).to.include({ bold: true, size: 14 })
  })
})

describe('tableAt', () => {
  const rows = (cells: [string, number][][]) =>
    linesOf(page(cells.flatMap((row, r) => row.map(([text, x]) => piece(text, x, 100 + r * 20)))))
  it('finds columns that start at the same place', () => {
    const lines = rows([
      [
        ['Ticket', 60],
        ['Price', 300],
      ],
      [
        ['Saver', 60],
        ['6.00', 300],
      ],
      [
        ['Standard', 60],
        ['9.80', 300],
      ],
    ])
    expect(tableAt(lines, 0)).to.eql({
      rows: [
        ['Ticket', 'Price'],
        ['Saver', '6.00'],
        ['Standard', '9.80'],
      ],
      end: 3,
    })
  })
  it('finds columns whose numbers end at the same place, under a centred head', () => {
    const lines = rows([
      [
        ['Ticket', 60],
        ['Price', 306],
      ],
      [
        ['Saver', 60],
        ['6.00', 312],
      ],
      [
        ['Flexible', 60],
        ['112.00', 300],
      ],
    ])
    expect(tableAt(lines, 0)!.rows).to.eql([
      ['Ticket', 'Price'],
      ['Saver', '6.00'],
      ['Flexible', '112.00'],
    ])
  })
  it('puts the second line of a cell to its row', () => {
    const lines = linesOf(
      page([
        piece('Thing', 60, 100),
        piece('Limit', 300, 100),
        piece('A long', 60, 130),
        piece('one', 300, 130),
        piece('surf board', 60, 144),
        piece('Bag', 60, 170),
        piece('two', 300, 170),
      ]),
    )
    expect(tableAt(lines, 0)!.rows).to.eql([
      ['Thing', 'Limit'],
      ['A long surf board', 'one'],
      ['Bag', 'two'],
    ])
  })
  it('leaves an empty cell empty', () => {
    const lines = rows([
      [
        ['a', 60],
        ['b', 200],
        ['c', 400],
      ],
      [
        ['1', 60],
        ['3', 400],
      ],
      [
        ['4', 60],
        ['5', 200],
        ['6', 400],
      ],
    ])
    expect(tableAt(lines, 0)!.rows[1]).to.eql(['1', '', '3'])
  })
  it('takes running text for no table', () => {
    expect(tableAt(linesOf(page(body(4))), 0)).to.equal(null)
    expect(
      tableAt(linesOf(page([piece('Left', 60, 100), piece('right', 300, 100), ...body(3)])), 0),
    ).to.equal(null)
  })
})

describe('layOut', () => {
  it('takes a title that runs over two lines whole', () => {
    const { title, parts } = layOut([
      page([
        piece('Opening hours and prices', 60, 80, { size: 24 }),
        piece('of the harbour baths', 60, 108, { size: 24 }),
        piece('Summer', 60, 160, { size: 16 }),
        ...body(4, 190),
      ]),
    ])
    expect(title).to.equal('Opening hours and prices of the harbour baths')
    expect(parts.map(({ heading }) => heading)).to.eql(['Summer'])
  })
  it('takes the largest type for the title and ranks headings by size, then weight', () => {
    const pages = [
      page([
        piece('The title', 60, 80, { size: 24 }),
        piece('First', 60, 130, { size: 16 }),
        ...body(2, 160),
        piece('Smaller', 60, 220, { bold: true }),
        ...body(6, 250),
      ]),
    ]
    const { title, parts } = layOut(pages)
    expect(title).to.equal('The title')
    expect(parts.map(({ heading, level }) => `${level} ${heading}`)).to.eql([
      '1 First',
      '2 Smaller',
    ])
  })
  it('joins lines to paragraphs, and words that were cut at a line’s end', () => {
    const { parts } = layOut([
      page([
        piece('The ferry is a very com-', 60, 100),
        piece('fortable boat.', 60, 114),
        piece('Another paragraph.', 60, 150),
      ]),
    ])
    expect(parts[0]!.body).to.equal('The ferry is a very comfortable boat.\n\nAnother paragraph.\n')
  })
  it('begins a paragraph at an indent', () => {
    const { parts } = layOut([
      page([
        piece('One line of text that is long.', 60, 100),
        piece('And a second line of it here.', 60, 114),
        piece('Indented, so a new one.', 76, 128),
        piece('It goes on.', 60, 142),
      ]),
    ])
    expect(parts[0]!.body.split('\n\n')).to.have.length(2)
  })
  it('reads bullets and numbers as lists, with what hangs below them', () => {
    const { parts } = layOut([
      page([
        piece('• one thing that goes', 60, 100),
        piece('over two lines', 72, 114),
        piece('• another', 60, 128),
        piece('1. first', 60, 160),
        piece('2. second', 60, 174),
      ]),
    ])
    expect(parts[0]!.body).to.equal(
      '- one thing that goes over two lines\n- another\n1. first\n2. second\n',
    )
  })
  it('shows signs of Markdown as they are written', () =>
    expect(
      layOut([page([piece('# no heading * and [no link](x) | here', 60, 100)])]).parts[0]!.body,
    ).to.equal('\\# no heading \\* and \\[no link\\](x) \\| here\n'))
  it('leaves out what stands at the edge of several pages, and bare page numbers', () => {
    const pages = [1, 2, 3].map((number) =>
      page([piece('Rules of the house', 60, 30), ...body(3), piece(`${number}`, 300, 780)], number),
    )
    const out = layOut(pages).parts.filter(({ leftOut }) => leftOut)
    expect(out.map(({ body: text, leftOut }) => [text.trim(), leftOut!.because])).to.eql([
      ['Rules of the house', 'stands at the edge of 3 pages'],
      ['1', 'stands at the edge of 3 pages'],
    ])
  })
  it('leaves a table of contents out', () => {
    const contents = Array.from({ length: 6 }, (_, i) =>
      piece(`Chapter ${i} . . . . . . . . . . ${i + 3}`, 60, 100 + i * 30),
    )
    expect(layOut([page(contents)]).parts[0]!.leftOut).to.eql({
      by: 'reader',
      because: 'a table of contents',
    })
  })
  it('makes nothing of empty pages', () =>
    expect(layOut([page([]), page([], 2)])).to.eql({ title: '', parts: [] }))
})
