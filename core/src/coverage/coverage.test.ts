import { expect } from 'chai'
import { seeded } from '../maths/random.ts'
import {
  coverageOfVisitors,
  expectedWorth,
  type VisitorShare,
  worthAt,
  worthFrom,
} from './coverage.ts'

const plain = worthFrom({ cases: [], audited: [] })

describe('coverageOfVisitors', () => {
  it('takes reviews where there are any, else confidence, else nothing', () => {
    // 4 questions: reviewed right, reviewed half, unreviewed at 0.8, unanswered.
    const { share, n } = coverageOfVisitors([{ n: 4, reviewed: 1.5, unreviewed: [0.805] }], plain)
    expect(n).to.equal(4)
    expect(share).to.be.closeTo((1.5 + 0.805) / 4, 0.005)
  })
  it('knows nothing of nothing', () =>
    expect(coverageOfVisitors([], plain)).to.eql({
      share: null,
      interval: { low: 0, high: 1 },
      few: true,
      n: 0,
    }))
  it('is Wilson’s on the effective number below thirty visitors, and says so', () => {
    const ten = Array.from({ length: 10 }, (_, i): VisitorShare => ({
      n: 1,
      reviewed: i < 8 ? 1 : 0,
      unreviewed: [],
    }))
    const { interval, few } = coverageOfVisitors(ten, plain)
    expect(few).to.equal(true)
    expect(interval.low).to.be.closeTo(0.49, 0.001)
    expect(interval.high).to.be.closeTo(0.943, 0.001)
  })
  it('counts what one visitor asks as hanging together', () => {
    const apart = Array.from({ length: 200 }, (_, i): VisitorShare => ({
      n: 1,
      reviewed: i % 2,
      unreviewed: [],
    }))
    const together = Array.from({ length: 40 }, (_, i): VisitorShare => ({
      n: 5,
      reviewed: i % 2 ? 5 : 0,
      unreviewed: [],
    }))
    const width = (visitors: VisitorShare[]) => {
      const { low, high } = coverageOfVisitors(visitors, plain).interval
      return high - low
    }
    expect(width(together)).to.be.greaterThan(1.8 * width(apart))
  })
  it('has the interval that theory gives for a plain share', () => {
    const visitors = Array.from({ length: 400 }, (_, i): VisitorShare => ({
      n: 1,
      reviewed: i % 4 === 0 ? 1 : 0,
      unreviewed: [],
    }))
    const { interval } = coverageOfVisitors(visitors, plain)
    const half = 1.96 * Math.sqrt((0.25 * 0.75) / 400)
    expect(interval.low).to.be.closeTo(0.25 - half, 0.012)
    expect(interval.high).to.be.closeTo(0.25 + half, 0.012)
  })
  it('is the same for the same input', () => {
    const random = seeded(1)
    const visitors = Array.from({ length: 90 }, (): VisitorShare => ({
      n: 1,
      reviewed: 0,
      unreviewed: [random()],
    }))
    expect(coverageOfVisitors(visitors, plain)).to.eql(coverageOfVisitors(visitors, plain))
  })
})

describe('worthFrom', () => {
  it('leaves confidence nearly as it is without reviews', () =>
    expect(worthAt(plain, 0.7)).to.be.closeTo(0.7, 0.02))
  it('corrects by the audit’s mean of review less confidence, once twenty are reviewed', () => {
    const audited = (n: number) =>
      Array.from({ length: n }, (_, i) => ({ p: 0.8, right: i % 2, weight: 1 }))
    expect(worthAt(worthFrom({ cases: [], audited: audited(19) }), 0.8)).to.be.closeTo(0.8, 0.02)
    expect(worthAt(worthFrom({ cases: [], audited: audited(20) }), 0.8)).to.be.closeTo(0.5, 0.02)
  })
  it('calibrates on what was reviewed: answers promised at 0.9 that are right half the time are worth less', () => {
    const cases = Array.from({ length: 100 }, (_, i) => ({ p: 0.9, right: i % 2, weight: 1 }))
    expect(worthAt(worthFrom({ cases, audited: [] }), 0.9)).to.be.closeTo(0.5, 0.06)
  })
  it('is what is expected where no interval is asked for', () => {
    const reviewed = {
      cases: Array.from({ length: 60 }, (_, i) => ({
        p: (i % 10) / 10,
        right: i % 3 ? 1 : 0,
        weight: 1,
      })),
      audited: Array.from({ length: 30 }, (_, i) => ({ p: 0.7, right: i % 2, weight: 1 })),
    }
    const [worth, expected] = [worthFrom(reviewed), expectedWorth(reviewed)]
    for (const p of [0, 0.25, 0.5, 0.75, 0.999, 1]) expect(expected(p)).to.equal(worthAt(worth, p))
  })
  it('doubts more, the fewer were reviewed', () => {
    const cases = (n: number) =>
      Array.from({ length: n }, (_, i) => ({ p: 0.8, right: i % 5 === 0 ? 0 : 1, weight: 1 }))
    const spread = (n: number) => {
      const some = worthFrom({ cases: cases(n), audited: [] }).resamples.map((worth) => worth[80]!)
      const mean = some.reduce((a, b) => a + b) / some.length
      return Math.sqrt(some.reduce((sum, each) => sum + (each - mean) ** 2, 0) / some.length)
    }
    expect(spread(20)).to.be.greaterThan(1.5 * spread(500))
  })
})
