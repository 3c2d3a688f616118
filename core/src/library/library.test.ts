import { expect } from 'chai'
import { blockText, readBlocks } from './blocks.ts'
import { PASSAGE_WORDS, splitPassages } from './passages.ts'

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
    expect(readBlocks(ARTICLE).map(({ type }) => type)).to.eql(['paragraph', 'heading', 'table', 'heading', 'list', 'paragraph', 'list']))
  it('keeps steps ordered, with what stands inside them', () => {
    const steps = readBlocks(ARTICLE)[4]!
    expect(steps).to.include({ type: 'list', ordered: true, start: 1 })
    expect(blockText(steps)).to.equal('Open it.\nPress Change. inner point')
  })
  it('shows raw HTML as text, and passes none of it on', () => {
    const [block] = readBlocks('Hello <img src=x onerror=alert(1)> <script>alert(2)</script>')
    expect(block).to.have.nested.property('content.html').that.includes('&lt;img').and.does.not.include('<img').and.does.not.include('<script')
  })
  it('makes no link of a javascript address', () => expect(JSON.stringify(readBlocks('[x](javascript:alert(1))'))).not.to.include('href'))
  it('survives odd Markdown', () => {
    for (const odd of ['', '\n\n', '```', '|', '| a |\n|---|', '1.', '>', '***', '# '.repeat(50), '[a](', '![', '- \n  - \n    - x']) expect(readBlocks(odd)).to.be.an('array')
  })
})

describe('splitPassages', () => {
  it('never crosses a heading, and tells the path', () =>
    expect(splitPassages(ARTICLE).map(({ path }) => path)).to.eql([[], ['Prices'], ['Prices', 'Details']]))
  it('leaves a deeper path when a higher heading comes', () =>
    expect(splitPassages('## A\n\n### B\n\nx\n\n## C\n\ny').map(({ path }) => path)).to.eql([['A', 'B'], ['C']]))
  it('cuts a long section between blocks, and loses no word', () => {
    const paragraph = 'word '.repeat(60).trim()
    const passages = splitPassages(Array.from({ length: 7 }, () => paragraph).join('\n\n'))
    expect(passages.length).to.be.greaterThan(1)
    expect(passages.every(({ words }) => words <= PASSAGE_WORDS)).to.equal(true)
    expect(passages.reduce((sum, { words }) => sum + words, 0)).to.equal(420)
  })
  it('keeps a lead-in with its list', () => {
    const passages = splitPassages(`${'word '.repeat(150)}\n\nYou need:\n\n- ${'thing '.repeat(40)}`)
    expect(passages.at(-1)!.blocks.map(({ type }) => type)).to.include('list')
    expect(passages.find(({ text }) => text.includes('You need'))!.text).to.include('thing')
  })
  it('makes nothing of an empty text or of bare headings', () => {
    expect(splitPassages('')).to.eql([])
    expect(splitPassages('# Only\n\n## Headings')).to.eql([])
  })
})
