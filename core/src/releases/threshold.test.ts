import { expect } from 'chai'
import { seeded } from '../maths/random.ts'
import {
  adviseOn,
  cheapest,
  chooseToReview,
  costOf,
  thresholdCurve,
  type ThresholdInput,
  weighted,
} from './threshold.ts'

const random = seeded(3)
/** Confidences that hold what they promise, and reviews of a part of them. */
const volume = Array.from({ length: 4_000 }, () => ({ p: random(), weight: 0.25 }))
const reviewed = volume
  .slice(0, 3_000)
  .map(({ p }) => ({ p, right: random() < p ? 1 : 0, chance: null }))
const input: ThresholdInput = { volume, reviewed, askedBack: 0, handsOver: 0, present: 0 }

describe('thresholdCurve', () => {
  const points = thresholdCurve(input, seeded(1))
  it('answers fewer and rightlier as the threshold rises', () => {
    expect(points[20]!.answered).to.be.greaterThan(points[60]!.answered)
    expect(points[60]!.accuracy).to.be.greaterThan(points[20]!.accuracy!)
    expect(points[50]!.accuracy).to.be.closeTo(0.75, 0.03)
    expect(points[50]!.band!.low).to.be.below(points[50]!.accuracy!)
    expect(points[50]!.band!.high).to.be.above(points[50]!.accuracy!)
  })
  // A question costs (1 − p)·w answered and u unanswered: it pays to answer from p = 1 − u/w on.
  for (const { wrong, unhelped } of [
    { wrong: 10, unhelped: 2 },
    { wrong: 10, unhelped: 5 },
    { wrong: 4, unhelped: 3 },
  ])
    it(`is cheapest at 1 − ${unhelped}/${wrong} when only wrong answers and silence cost`, () => {
      const best = cheapest(points, 0, { wrong, unhelped, askedBack: 0, handedOver: 0 })
      expect(best!.threshold).to.be.closeTo(1 - unhelped / wrong, 0.035)
    })
  it('counts every question once: right, wrong, handed over or left', () => {
    const some = thresholdCurve({ ...input, handsOver: 0.4, askedBack: 7 }, seeded(1))
    for (const { right, wrong, handedOver, unhelped } of some)
      expect(right + wrong + handedOver + unhelped).to.be.closeTo(1_000, 1e-6)
    expect(costOf(some[0]!, 7, { wrong: 0, askedBack: 3, handedOver: 0, unhelped: 0 })).to.equal(21)
  })
  it('lets those who take an offer be neither handed over nor left, at the cost of a tap', () => {
    const offered = volume.map((each) => ({ ...each, offered: each.p > 0.2 }))
    const some = thresholdCurve(
      { ...input, volume: offered, handsOver: 0.4, offersTaken: 0.5 },
      seeded(1),
    )
    for (const { right, wrong, taken, handedOver, unhelped } of some)
      expect(right + wrong + taken + handedOver + unhelped).to.be.closeTo(1_000, 1e-6)
    const within = offered.filter(({ p }) => p > 0.2 && p < 0.6).length * 0.25
    expect(some[60]!.taken).to.be.closeTo(within / 2, 1e-6)
    const free = { wrong: 0, askedBack: 3, handedOver: 0, unhelped: 0 }
    expect(costOf(some[60]!, 7, free)).to.be.closeTo(3 * (7 + within / 2), 1e-6)
  })
  it('is cheapest higher up where offers settle what is not answered', () => {
    const costs = { wrong: 10, unhelped: 5, askedBack: 1, handedOver: 0 }
    const offered = volume.map((each) => ({ ...each, offered: true }))
    const settling = thresholdCurve({ ...input, volume: offered, offersTaken: 0.5 }, seeded(1))
    // Unanswered costs half of 5 and half of 1: it pays to answer from 1 − 3/10 on.
    expect(cheapest(settling, 0, costs)!.threshold).to.be.closeTo(0.7, 0.035)
  })
  it('does not know what lies below the present threshold until it was reviewed there', () => {
    const above = { ...input, reviewed: reviewed.filter(({ p }) => p >= 0.5), present: 0.5 }
    expect(
      thresholdCurve(above, seeded(1))
        .filter(({ known }) => !known)
        .map(({ threshold }) => threshold),
    )
      .to.include(0.2)
      .and.not.include(0.5)
    const audited = {
      ...above,
      reviewed: [...above.reviewed, ...reviewed.filter(({ p }) => p >= 0.4 && p < 0.5).slice(0, 5)],
    }
    const known = thresholdCurve(audited, seeded(1)).filter((point) => point.known)
    expect(known[0]!.threshold).to.be.closeTo(0.4, 0.021)
  })
  it('answers nothing for which nothing was found', () => {
    const half = thresholdCurve(
      { ...input, volume: volume.map((each, i) => (i % 2 ? each : { ...each, p: 0 })) },
      seeded(1),
    )
    expect(half[0]!.answered).to.be.closeTo(0.5, 1e-9)
  })
  it('refuses too few reviews, and says how many are needed', () =>
    expect(() => thresholdCurve({ ...input, reviewed: reviewed.slice(0, 12) }, seeded(1))).to.throw(
      RangeError,
      '12 reviewed answers are too few; 30',
    ))
})

describe('weighted', () => {
  it('lets an answer stand for as many as its chance of being reviewed says', () => {
    const [often, seldom] = weighted(
      [
        { p: 0.5, right: 1, chance: 0.5 },
        { p: 0.5, right: 1, chance: 0.125 },
      ],
      volume,
    )
    expect(seldom!.weight / often!.weight).to.be.closeTo(4, 1e-9)
  })
})

describe('visitors’ votes', () => {
  it('count little beside the team’s word', () => {
    const [team, vote] = weighted(
      [
        { p: 0.5, right: 1, chance: null },
        { p: 0.5, right: 0, chance: null, word: 0.1 },
      ],
      volume,
    )
    expect(vote!.weight / team!.weight).to.be.closeTo(0.1, 1e-9)
  })
  it('alone draw no curve', () =>
    expect(() =>
      thresholdCurve(
        { ...input, reviewed: reviewed.map((each) => ({ ...each, word: 0.1 })) },
        seeded(1),
      ),
    ).to.throw('0 reviewed answers are too few'))
})

describe('chooseToReview', () => {
  const from = Array.from({ length: 400 }, (_, i) => ({
    p: (i % 100) / 100,
    collection: ['Fares', 'Pets', 'Luggage', 'Refunds'][i % 4]!,
    i,
  }))
  it('takes those nearest to the threshold, of every collection', () => {
    const chosen = chooseToReview(from, 0.4, 20, seeded(8))
    expect(chosen).to.have.length(20)
    expect(new Set(chosen.map(({ one }) => one.collection)).size).to.equal(4)
    expect(chosen.filter(({ one }) => Math.abs(one.p - 0.4) < 0.2).length).to.be.at.least(12)
  })
  it('chooses each as often as it says', () => {
    const times = new Array<number>(from.length).fill(0)
    for (let seed = 0; seed < 3_000; seed++)
      for (const { one } of chooseToReview(from, 0.4, 20, seeded(seed))) times[one.i]! += 1
    for (const { one, chance } of chooseToReview(from, 0.4, 20, seeded(1)))
      expect(times[one.i]! / 3_000).to.be.closeTo(chance, 0.04)
  })
  it('takes all when there are no more', () =>
    expect(chooseToReview(from.slice(0, 5), 0.4, 20, seeded(1)).map(({ chance }) => chance)).to.eql(
      [1, 1, 1, 1, 1],
    ))
})

describe('adviseOn', () => {
  const points = thresholdCurve(input, seeded(1))
  const costs = { wrong: 10, unhelped: 5, askedBack: 1, handedOver: 0 }
  it('raises a threshold that lets too much through, and says what changes', () => {
    const advice = adviseOn(points, 0.1, 0, costs)!
    expect(advice.says).to.equal('raise')
    expect(advice.threshold).to.be.closeTo(0.5, 0.035)
    expect(advice.wrong).to.be.below(0)
    expect(advice.unhelped).to.be.above(0)
    const { wrong, right, unhelped, saves } = advice
    expect(wrong + right + unhelped).to.be.closeTo(0, 1e-6)
    expect(saves).to.be.closeTo(-(wrong * 10 + unhelped * 5), 1e-6)
  })
  it('lowers one that keeps too much back', () => {
    const advice = adviseOn(points, 0.9, 0, costs)!
    expect(advice.says).to.equal('lower')
    expect(advice.right).to.be.above(0)
  })
  it('leaves one that costs hardly more than the cheapest', () => {
    expect(adviseOn(points, 0.51, 0, costs)).to.include({ says: 'keep', threshold: 0.51, saves: 0 })
  })
  it('says nothing of what is not known', () => {
    const unknown = points.map((point) => ({ ...point, known: point.threshold > 0.3 }))
    expect(adviseOn(unknown, 0.1, 0, costs)).to.equal(undefined)
    expect(adviseOn([], 0.5, 0, costs)).to.equal(undefined)
  })
})
