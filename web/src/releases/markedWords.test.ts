import { expect } from 'chai'
import { markedWords } from './markedWords.ts'

describe('markedWords', () => {
  it('marks words of the question in whatever form', () => {
    expect(markedWords('Dogs travel on a lead.', ['dog', 'travelling'])).to.eql([
      { text: 'Dogs', hit: true },
      { text: ' ', hit: false },
      { text: 'travel', hit: true },
      { text: ' on a lead.', hit: false },
    ])
  })
  it('gives the whole text back', () =>
    expect(
      markedWords('Ölpreis: 4,50 € – “so”', ['so'])
        .map(({ text }) => text)
        .join(''),
    ).to.equal('Ölpreis: 4,50 € – “so”'))
  it('marks nothing without words', () =>
    expect(markedWords('a b', [])).to.eql([{ text: 'a b', hit: false }]))
})
