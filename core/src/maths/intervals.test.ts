import { expect } from 'chai'
import { calibrationError, fitCalibration, reliability } from './calibration.ts'
import { pairedBootstrap, wilson } from './intervals.ts'
import { seeded } from './random.ts'

describe('wilson', () => {
  // R. G. Newcombe, "Two-sided confidence intervals for the single proportion", Statistics in Medicine 17 (1998), table I, method 3
  const published = [
    { hits: 81, n: 263, low: 0.2553, high: 0.3662 },
    { hits: 15, n: 148, low: 0.0624, high: 0.1605 },
    { hits: 0, n: 20, low: 0, high: 0.1611 },
    { hits: 1, n: 29, low: 0.0061, high: 0.1718 },
  ]
  for (const { hits, n, low, high } of published)
    it(`is ${low} to ${high} for ${hits} of ${n}`, () => {
      expect(wilson(hits, n).low).to.be.closeTo(low, 5e-5)
      expect(wilson(hits, n).high).to.be.closeTo(high, 5e-5)
    })
  it('knows nothing of no cases', () => expect(wilson(0, 0)).to.eql({ low: 0, high: 1 }))
})

describe('pairedBootstrap', () => {
  const random = seeded(5)
  const visitors = Array.from({ length: 300 }, () => {
    const n = 1 + Math.floor(random() * 4)
    const before = Array.from({ length: n }, () => (random() < 0.6 ? 1 : 0)).reduce<number>(
      (a, b) => a + b,
      0,
    )
    return { n, before, after: Math.min(n, before + (random() < 0.2 ? 1 : 0)) }
  })
  it('says the change of the share itself', () => {
    const { before, after, change } = pairedBootstrap(visitors, seeded(1))
    const n = visitors.reduce((sum, each) => sum + each.n, 0)
    expect(before).to.be.closeTo(visitors.reduce((sum, each) => sum + each.before, 0) / n, 1e-12)
    expect(change).to.be.closeTo(after - before, 1e-12)
  })
  it('has about the width that the linearised ratio estimator gives', () => {
    // Cochran, Sampling Techniques (1977), 6.19: variance of a ratio of totals over clusters
    const n = visitors.reduce((sum, each) => sum + each.n, 0)
    const ratio = visitors.reduce((sum, each) => sum + each.after - each.before, 0) / n
    const spread =
      Math.sqrt(
        visitors.reduce((sum, each) => sum + (each.after - each.before - ratio * each.n) ** 2, 0),
      ) / n
    const { interval } = pairedBootstrap(visitors, seeded(2), 2_000)
    expect(interval.high - interval.low).to.be.closeTo(2 * 1.96 * spread, 0.15 * 2 * 1.96 * spread)
  })
  it('has no width when nothing changes', () => {
    const same = visitors.map(({ n, before }) => ({ n, before, after: before }))
    expect(pairedBootstrap(same, seeded(1)).interval).to.eql({ low: 0, high: 0 })
  })
  it('refuses no questions, and says so', () =>
    expect(() => pairedBootstrap([], seeded(1))).to.throw(RangeError, 'no questions'))
})

describe('calibration', () => {
  const random = seeded(11)
  const drawn = (n: number, truth: (p: number) => number) =>
    Array.from({ length: n }, () => {
      const p = random()
      return { p, right: random() < truth(p) ? 1 : 0, weight: 1 }
    })
  it('puts answers into tenths, with what was promised and what came', () => {
    const bins = reliability([
      { p: 0.91, right: 1, weight: 1 },
      { p: 0.97, right: 0, weight: 3 },
      { p: 0.2, right: 1, weight: 1 },
    ])
    expect(bins).to.have.length(2)
    expect(bins[1]).to.deep.include({ from: 0.9, to: 1, n: 2, right: 0.25 })
    expect(bins[1]!.promised).to.be.closeTo(0.955, 1e-12)
  })
  it('finds next to no error where promises hold, and the whole of it where they do not', () => {
    expect(calibrationError(drawn(20_000, (p) => p))).to.be.below(0.01)
    expect(calibrationError(drawn(20_000, (p) => p / 2))).to.be.closeTo(0.25, 0.02)
  })
  it('leaves a confidence as it is while nothing was reviewed', () =>
    expect(fitCalibration([])(0.37)).to.equal(0.37))
  it('fixes a confidence that promises too much', () => {
    const sigmoid = (x: number) => 1 / (1 + Math.exp(-x))
    const truth = (p: number) => sigmoid(-0.7 + 0.8 * Math.log(p / (1 - p)))
    const fixed = fitCalibration(drawn(8_000, truth))
    for (const p of [0.2, 0.5, 0.8]) expect(fixed(p)).to.be.closeTo(truth(p), 0.03)
  })
  it('never turns round: a surer answer stays at least as sure', () => {
    const fixed = fitCalibration(drawn(200, (p) => 1 - p))
    expect(fixed(0.9)).to.be.at.least(fixed(0.1) - 1e-9)
  })
})
