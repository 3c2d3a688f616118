import { expect } from 'chai'
import { changesBetween } from './changes.ts'
import { wordDiff } from './wordDiff.ts'

describe('changesBetween', () => {
  it('tells added, edited and removed, and leaves out what is the same', () =>
    expect(
      changesBetween(
        [
          { item: 1, revision: 1 },
          { item: 2, revision: 2 },
          { item: 3, revision: 3 },
        ],
        [
          { item: 2, revision: 2 },
          { item: 3, revision: 9 },
          { item: 4, revision: 4 },
        ],
      ),
    ).to.eql([
      { item: 1, type: 'removed', from: 1, to: null },
      { item: 3, type: 'edited', from: 3, to: 9 },
      { item: 4, type: 'added', from: null, to: 4 },
    ]))
  it('finds nothing between equals', () =>
    expect(changesBetween([{ item: 1, revision: 1 }], [{ item: 1, revision: 1 }])).to.eql([]))
})

describe('wordDiff', () => {
  it('marks what went and what came', () =>
    expect(wordDiff('two dogs free', 'two cats free')).to.eql([
      { type: 'same', text: 'two ' },
      { type: 'gone', text: 'dogs' },
      { type: 'new', text: 'cats' },
      { type: 'same', text: ' free' },
    ]))
  const texts = ['', 'a', 'a b c', 'b c d e', 'x\n\ny z', 'A b  c']
  for (const before of texts)
    for (const after of texts)
      it(`gives both texts back: “${before}”, “${after}”`, () => {
        const parts = wordDiff(before, after)
        expect(
          parts
            .filter(({ type }) => type !== 'new')
            .map(({ text }) => text)
            .join(''),
        ).to.equal(before)
        expect(
          parts
            .filter(({ type }) => type !== 'gone')
            .map(({ text }) => text)
            .join(''),
        ).to.equal(after)
      })
  it('compares very long texts by lines', () => {
    const text = 'a line of words\n'.repeat(2_000)
    expect(wordDiff(text, `${text}one more\n`).at(-1)).to.eql({ type: 'new', text: 'one more\n' })
  })
})
