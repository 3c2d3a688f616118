import { expect } from 'chai'
import { curveOf } from './curveWork.ts'

const volume = Array.from({ length: 1_000 }, (_, i) => ({ p: i / 1_000, weight: 1 }))
const judged = Array.from({ length: 90 }, (_, i) => ({
  p: (i + 0.5) / 90,
  right: i % 3 === 0 && i < 60 ? 0 : 1,
  chance: null,
}))

describe('curveOf', () => {
  it('says how many judgements are missing instead of drawing a curve from few', () => {
    expect(
      curveOf({
        number: 1,
        volume,
        judged: judged.slice(0, 11),
        askedBack: 0,
        handsOver: 0,
        present: 0.4,
      }),
    ).to.include({ judged: 11, missing: 19 })
  })
  it('counts every question, however finely they are put together', () => {
    const { points } = curveOf({
      number: 1,
      volume,
      judged,
      askedBack: 0,
      handsOver: 0.5,
      present: 0,
    })
    for (const { right, wrong, handedOver, unhelped } of points)
      expect(right + wrong + handedOver + unhelped).to.be.closeTo(1_000, 1e-6)
    expect(points[50]!.answered).to.be.closeTo(0.5, 0.011)
    expect(points[0]!.unhelped + points[0]!.handedOver).to.be.closeTo(1, 1e-9)
  })
})
