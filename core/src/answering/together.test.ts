import { expect } from 'chai'
import { spokenFor, together } from './together.ts'

const none = { byWords: 0.3, fits: 0 }

describe('meaning and words together', () => {
  it('leaves meaning as it is where words tell little', () => {
    const meant = new Map([
      [1, 0.6],
      [2, 0.1],
    ])
    const sure = together(
      meant,
      new Map([
        [1, none],
        [3, none],
      ]),
    )
    expect([...sure]).to.eql([
      [1, { sure: 0.6, spoken: {} }],
      [2, { sure: 0.1, spoken: {} }],
    ])
  })
  it('hears words that are very sure of an item, and against the others', () => {
    const meant = new Map([
      [1, 0.3],
      [2, 0.4],
    ])
    const sure = together(meant, new Map([[1, { byWords: 0.9, fits: 0 }]]))
    expect(sure.get(1)!.sure).to.be.greaterThan(0.8)
    expect(sure.get(2)!.sure).to.be.lessThan(0.1)
    expect(sure.get(1)!.spoken).to.have.all.keys('wordsAlone')
    expect(sure.get(2)!.spoken).to.eql({ forAnother: -sure.get(1)!.spoken.wordsAlone! })
  })
  it('lets words as sure of another one stand against them', () => {
    const meant = new Map([
      [1, 0.5],
      [2, 0.5],
    ])
    const both = new Map([
      [1, { byWords: 0.9, fits: 0 }],
      [2, { byWords: 0.9, fits: 0 }],
    ])
    const sure = together(meant, both)
    expect(sure.get(1)!.sure).to.be.closeTo(0.5, 1e-9)
    expect(sure.get(2)!.sure).to.be.closeTo(0.5, 1e-9)
  })
  it('takes what words are sure of to be meant a little at least', () => {
    const sure = together(new Map([[1, 0]]), new Map([[1, { byWords: 0.95, fits: 0 }]]))
    expect(sure.get(1)!.sure).to.be.within(0.3, 0.9)
  })
  it('hears that an item speaks of the day asked about', () => {
    const sure = together(
      new Map([
        [1, 0.2],
        [2, 0.3],
      ]),
      new Map([[1, { byWords: 0.4, fits: 1 }]]),
    )
    expect(sure.get(1)!.sure).to.be.greaterThan(0.7)
    expect(sure.get(2)!.sure).to.be.lessThan(0.05)
  })
  it('names the items that are to be looked at', () => {
    expect(
      spokenFor(
        new Map([
          [1, { byWords: 0.69, fits: 0 }],
          [2, { byWords: 0.71, fits: 0 }],
          [3, { byWords: 0, fits: 0.2 }],
        ]),
      ),
    ).to.eql([2, 3])
  })
})
