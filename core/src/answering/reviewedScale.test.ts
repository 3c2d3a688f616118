import { expect } from 'chai'
import { seeded } from '../maths/random.ts'
import { fitReviewedScale, rescaled, type ReviewedCase } from './reviewedScale.ts'

/** Reviews of answers that come right with a chance of their own. */
function reviews(count: number, chanceOf: (sure: number) => number): ReviewedCase[] {
  const random = seeded(3)
  return Array.from({ length: count }, () => {
    const sure = 0.05 + 0.9 * random()
    return { sure, right: random() < chanceOf(sure), weight: 1 }
  })
}

describe('the scale that reviews tell', () => {
  it('is the one that ships while there are no reviews', () => {
    expect(fitReviewedScale([])).to.eql({ slope: 1, constant: 0 })
    expect(rescaled(0.3, { slope: 1, constant: 0 })).to.be.closeTo(0.3, 1e-12)
  })
  it('hardly moves by a handful of reviews', () => {
    const wrong = Array.from({ length: 3 }, () => ({ sure: 0.8, right: false, weight: 1 }))
    expect(rescaled(0.8, fitReviewedScale(wrong))).to.be.within(0.7, 0.79)
  })
  it('stays where it was right', () => {
    const scale = fitReviewedScale(reviews(400, (sure) => sure))
    for (const sure of [0.2, 0.5, 0.8]) expect(rescaled(sure, scale)).to.be.closeTo(sure, 0.06)
  })
  it('comes to promise what comes of it', () => {
    const scale = fitReviewedScale(reviews(1_000, (sure) => 0.6 * sure))
    for (const sure of [0.3, 0.5, 0.8])
      expect(rescaled(sure, scale)).to.be.closeTo(0.6 * sure, 0.07)
  })
  it('keeps what is surer the surer', () => {
    const scale = fitReviewedScale(reviews(300, (sure) => 1 - sure))
    expect(scale.slope).to.be.greaterThan(0)
  })
  it('holds at the edges', () => {
    const scale = fitReviewedScale([
      { sure: 0, right: true, weight: 1 },
      { sure: 1, right: false, weight: 1 },
    ])
    expect(rescaled(0, scale)).to.be.within(0, 0.1)
    expect(rescaled(1, scale)).to.be.within(0.9, 1)
  })
})
