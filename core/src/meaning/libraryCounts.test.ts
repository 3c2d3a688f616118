import { expect } from 'chai'
import { readArticle } from './articleReading.ts'
import { ArticleCounts, LibraryCounts } from './libraryCounts.ts'
import { filled, standardised } from './ranker.ts'
import { unitsOfItem } from './units.ts'

const reading = (title: string, body: string) =>
  readArticle(unitsOfItem({ kind: 'article', title, body }), 'en')
const counted = (...readings: ReturnType<typeof reading>[]) => {
  const counts = new ArticleCounts()
  readings.forEach((each) => counts.add(each))
  return counts
}

describe('what a library counts', () => {
  const refunds = reading('Refunds', 'Money back within fourteen days. Keep the receipt.')
  const hours = reading('Opening hours', 'Open on weekdays.\n\n## Holidays\n\nClosed on holidays.')
  const parking = reading('Parking', 'Cars stand behind the building.')

  it('is the same whether an article never came or came and went', () => {
    const never = new LibraryCounts([counted(refunds, parking)], [])
    const gone = new LibraryCounts([counted(refunds, hours), counted(parking)], [counted(hours)])
    expect(gone.articles).to.equal(2)
    expect(gone.lengths).to.eql(never.lengths)
    for (const key of ['refund', 'hour', 'holiday', 'build', 'zebra'])
      expect(gone.frequency(key), key).to.equal(never.frequency(key))
    expect(gone.hasWord('holidays')).to.equal(false)
    expect([...gone.words()].sort()).to.eql([...never.words()].sort())
    expect(gone.lengthOf(parking.wholeLetters)).to.equal(never.lengthOf(parking.wholeLetters))
  })
  it('finds a word rarer the fewer articles have it', () => {
    const counts = new LibraryCounts([counted(refunds, hours, parking)], [])
    expect(counts.rarity(0)).to.be.greaterThan(counts.rarity(1))
    expect(counts.rarity(1)).to.be.greaterThan(counts.rarity(3))
  })
  it('is empty for an empty library', () => {
    const counts = new LibraryCounts([], [])
    expect(counts.articles).to.equal(0)
    expect(counts.lengths).to.eql({ whole: 1, section: 1, unit: 1 })
  })
})

describe('signals that are not known', () => {
  it('become the mean of those that are, and tell nothing where none is', () => {
    expect(
      filled([
        [1, NaN],
        [NaN, NaN],
        [3, NaN],
      ]),
    ).to.eql([
      [1, 0],
      [2, 0],
      [3, 0],
    ])
    expect(standardised([[5], [5]]).map(([value]) => value)).to.eql([0, 0])
  })
})
