import { expect } from 'chai'
import { spread } from './spread.ts'

describe('spread', () => {
  it('leaves labels alone that do not touch', () =>
    expect(spread([10, 100, 200], 50)).to.eql([10, 100, 200]))
  it('pushes down what would cover another, in any order given', () =>
    expect(spread([100, 90, 95], 50)).to.eql([190, 90, 140]))
  it('never covers one by another', () => {
    const placed = spread([5, 5, 5, 80, 81, 300], 40).sort((a, b) => a - b)
    for (let i = 1; i < placed.length; i++) expect(placed[i]! - placed[i - 1]!).to.be.at.least(40)
  })
})
