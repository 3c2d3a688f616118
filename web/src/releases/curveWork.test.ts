import { expect } from 'chai'
import { curveOf } from './curveWork.ts'

const volume = Array.from({ length: 1_000 }, (_, i) => ({ p: i / 1_000, weight: 1 }))
const reviewed = Array.from({ length: 90 }, (_, i) => ({
  p: (i + 0.5) / 90,
  right: i % 3 === 0 && i < 60 ? 0 : 1,
  chance: null,
}))

describe('curveOf', () => {
  it('says how many reviews are missing instead of drawing a curve from few', () => {
    expect(
      curveOf({
        number: 1,
        volume,
        reviewed: reviewed.slice(0, 11),
        askedBack: 0,
        handsOver: 0,
        present: 0.4,
      }),
    ).to.include({ reviewed: 11, missing: 19 })
  })
  it('counts every question, however finely they are put together', () => {
    const { points } = curveOf({
      number: 1,
      volume: volume.map((each, i) => ({ ...each, offered: i % 2 === 0 })),
      reviewed,
      askedBack: 0,
      offersTaken: 0.4,
      handsOver: 0.5,
      present: 0,
    })
    for (const { right, wrong, taken, handedOver, unhelped } of points)
      expect(right + wrong + taken + handedOver + unhelped).to.be.closeTo(1_000, 1e-6)
    expect(points[50]!.taken).to.be.closeTo(0.4 * 250, 1)
    expect(points[50]!.answered).to.be.closeTo(0.5, 0.011)
    // The only one for which nothing was found.
    const { unhelped, handedOver, taken } = points[0]!
    expect(unhelped + handedOver + taken).to.be.closeTo(1, 1e-9)
  })
})
