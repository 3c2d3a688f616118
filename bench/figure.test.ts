import { expect } from 'chai'
import { type Figure, quantile, wilson, withLimit } from './figure.ts'
import { largeLibrary } from './library.ts'
import { indexRelease } from '@janua/core'

describe('bench figures', () => {
  const figure: Figure = {
    suite: 's',
    case: 'c',
    subject: 'janua',
    measure: 'm',
    value: 5,
    unit: 'ms',
    n: 1,
  }
  it('say whether a limit holds', () => {
    expect(withLimit(figure, { atMost: 5 }).holds).to.equal(true)
    expect(withLimit(figure, { atMost: 4 }).holds).to.equal(false)
    expect(withLimit(figure, { atLeast: 6 }).holds).to.equal(false)
  })
  it('have Wilson’s interval: worked value for 8 of 10', () => {
    const { low, high } = wilson(8, 10)
    expect(low).to.be.closeTo(0.4902, 0.001)
    expect(high).to.be.closeTo(0.9433, 0.001)
  })
  it('take quantiles from a sorted list', () =>
    expect([0, 0.5, 0.95, 1].map((share) => quantile([1, 2, 3, 4], share))).to.eql([1, 3, 4, 4]))
  it('are taken on a library of the size asked for, the same each time', () => {
    const passages = indexRelease(largeLibrary(1_000)).size
    expect(passages).to.be.within(850, 1_150)
    expect(largeLibrary(200)).to.eql(largeLibrary(200))
  })
})
