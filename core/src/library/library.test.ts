import { expect } from 'chai'
import { blockText, readBlocks } from './blocks.ts'
import type { Part } from './parts.ts'
import { PASSAGE_WORDS, splitParts, splitPassages } from './passages.ts'

const ARTICLE = `Intro line.

## Prices

| Ticket | Price |
| --- | --- |
| Saver | 6.00 |

### Details

1. Open *it*.
2. Press **Change**.
   - inner point

> A quoted line.

- one
- two
`

describe('readBlocks', () => {
  it('reads headings, tables, steps, quotes and lists', () =>
    expect(readBlocks(ARTICLE).map(({ type }) => type)).to.eql([
      'paragraph',
      'heading',
      'table',
      'heading',
      'list',
      'paragraph',
      'list',
    ]))
  it('keeps steps ordered, with what stands inside them', () => {
    const steps = readBlocks(ARTICLE)[4]!
    expect(steps).to.include({ type: 'list', ordered: true, start: 1 })
    expect(blockText(steps)).to.equal('Open it.\nPress Change. inner point')
  })
  it('shows raw HTML as text, and passes none of it on', () => {
    const [block] = readBlocks('Hello <img src=x onerror=alert(1)> <script>alert(2)</script>')
    expect(block)
      .to.have.nested.property('content.html')
      .that.includes('&lt;img')
      .and.does.not.include('<img')
      .and.does.not.include('<script')
  })
  it('makes no link of a javascript address', () =>
    expect(JSON.stringify(readBlocks('[x](javascript:alert(1))'))).not.to.include('href'))
  it('survives odd Markdown', () => {
    for (const odd of [
      '',
      '\n\n',
      '```',
      '|',
      '| a |\n|---|',
      '1.',
      '>',
      '***',
      '# '.repeat(50),
      '[a](',
      '![',
      '- \n  - \n    - x',
    ])
      expect(readBlocks(odd)).to.be.an('array')
  })
})

describe('splitPassages', () => {
  it('never crosses a heading, and tells the path', () =>
    expect(splitPassages(ARTICLE).map(({ path }) => path)).to.eql([
      [],
      ['Prices'],
      ['Prices', 'Details'],
    ]))
  it('leaves a deeper path when a higher heading comes', () =>
    expect(splitPassages('## A\n\n### B\n\nx\n\n## C\n\ny').map(({ path }) => path)).to.eql([
      ['A', 'B'],
      ['C'],
    ]))
  it('cuts a long section between blocks, and loses no word', () => {
    const paragraph = 'word '.repeat(60).trim()
    const passages = splitPassages(Array.from({ length: 7 }, () => paragraph).join('\n\n'))
    expect(passages.length).to.be.greaterThan(1)
    expect(passages.every(({ words }) => words <= PASSAGE_WORDS)).to.equal(true)
    expect(passages.reduce((sum, { words }) => sum + words, 0)).to.equal(420)
  })
  it('keeps a lead-in with its list', () => {
    const passages = splitPassages(
      `${'word '.repeat(150)}\n\nYou need:\n\n- ${'thing '.repeat(40)}`,
    )
    expect(passages.at(-1)!.blocks.map(({ type }) => type)).to.include('list')
    expect(passages.find(({ text }) => text.includes('You need'))!.text).to.include('thing')
  })
  it('makes nothing of an empty text or of bare headings', () => {
    expect(splitPassages('')).to.eql([])
    expect(splitPassages('# Only\n\n## Headings')).to.eql([])
  })
})

describe('splitParts', () => {
  const part = (heading: string, level: number, body: string, more: Partial<Part> = {}): Part => ({
    heading,
    level,
    page: null,
    kind: 'text',
    body,
    phrasings: [],
    leftOut: null,
    ...more,
  })
  it('keeps path, page and part; a part without a heading goes on below the one before', () => {
    const passages = splitParts([
      part('Fares', 1, 'About fares.', { page: 1 }),
      part('Children', 2, 'Half.', { page: 1 }),
      part('', 2, 'Until 15.', { page: 2 }),
      part('Dogs', 1, 'On a lead.', { page: 2 }),
    ])
    expect(
      passages.map(({ path, page, part: from, ordinal }) => [
        path.join(' › '),
        page,
        from,
        ordinal,
      ]),
    ).to.eql([
      ['Fares', 1, 0, 0],
      ['Fares › Children', 1, 1, 1],
      ['Fares › Children', 2, 2, 2],
      ['Dogs', 2, 3, 3],
    ])
  })
  it('makes no passage of a part left out, but keeps its place in the path', () => {
    const passages = splitParts([
      part('A', 1, 'Gone.', { leftOut: { by: 'team', because: 'old' } }),
      part('B', 2, 'Stays.'),
    ])
    expect(passages.map(({ path, part: from }) => [path, from])).to.eql([[['A', 'B'], 1]])
  })
  it('cuts a long table and repeats its header', () => {
    const rows = Array.from({ length: 80 }, (_, i) => `| ${i} | ${i * 2} |`).join('\n')
    const passages = splitParts([part('Numbers', 1, `| n | double |\n| --- | --- |\n${rows}\n`)])
    const tables = passages
      .flatMap(({ blocks }) => blocks)
      .filter((block) => block.type === 'table')
    expect(tables.length).to.be.greaterThan(2)
    for (const table of tables) expect(table.header.map(({ text }) => text)).to.eql(['n', 'double'])
    expect(tables.flatMap(({ rows: own }) => own.map((row) => row[0]!.text))).to.eql(
      Array.from({ length: 80 }, (_, i) => String(i)),
    )
  })
})
