import { expect } from 'chai'
import { fitLogistic, sigmoid } from './logistic.ts'
import { pick, seeded } from './random.ts'

describe('seeded', () => {
  it('gives the same numbers for the same seed, and others for another', () => {
    const draw = (seed: number) => Array.from({ length: 5 }, seeded(seed))
    expect(draw(7)).to.eql(draw(7))
    expect(draw(7)).not.to.eql(draw(8))
  })
  it('stays in [0, 1) with a mean near one half', () => {
    const random = seeded(1)
    const drawn = Array.from({ length: 20_000 }, random)
    expect(Math.min(...drawn)).to.be.at.least(0)
    expect(Math.max(...drawn)).to.be.below(1)
    expect(drawn.reduce((a, b) => a + b) / drawn.length).to.be.closeTo(0.5, 0.01)
  })
  it('cannot pick from nothing, and says so', () =>
    expect(() => pick([], seeded(1))).to.throw(RangeError, 'nothing to pick from'))
})

describe('fitLogistic', () => {
  it('finds the weights that made the labels', () => {
    const random = seeded(3)
    const rows = Array.from({ length: 6_000 }, () => [1, random() * 4 - 2, random() * 4 - 2])
    const labels = rows.map(([one, a, b]) =>
      random() < sigmoid(0.5 * one! + 2 * a! - 1 * b!) ? 1 : 0,
    )
    const [w0, w1, w2] = fitLogistic(rows, labels, 0.01)
    expect(w0).to.be.closeTo(0.5, 0.15)
    expect(w1).to.be.closeTo(2, 0.2)
    expect(w2).to.be.closeTo(-1, 0.15)
  })
  it('stays finite on rows that a line separates', () => {
    const weights = fitLogistic(
      [
        [1, -1],
        [1, 1],
      ],
      [0, 1],
      0.1,
    )
    expect(weights.every(Number.isFinite)).to.equal(true)
  })
  it('says what is missing', () => {
    expect(() => fitLogistic([], [], 1)).to.throw(RangeError, 'no rows')
    expect(() => fitLogistic([[1]], [], 1)).to.throw(RangeError, '1 rows but 0 labels')
  })
})
