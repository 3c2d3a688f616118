import { expect } from 'chai'
import { seeded } from '../maths/random.ts'
import { forecastOf, studentAt } from './forecast.ts'

describe('forecastOf', () => {
  it('goes on along a straight line, with hardly a margin where nothing scatters', () => {
    const weeks = [0, 1, 2, 3, 4].map((week) => ({ week, share: 0.4 + 0.02 * week, n: 100 }))
    const forecast = forecastOf(weeks, 9)!
    expect(forecast.share).to.be.closeTo(0.58, 1e-9)
    expect(forecast.slope).to.be.closeTo(0.02, 1e-9)
    expect(forecast.interval.high - forecast.interval.low).to.be.lessThan(1e-6)
  })
  it('is the textbook’s prediction interval where all weeks count the same', () => {
    // By hand: x 0 … 4, y below; slope 0.02, s² = 0.0012 / 3, x̄ = 2, Sxx = 10; at 5: s · √(1 + 1/5 + 9/10) · 3.182
    const weeks = [0.5, 0.54, 0.52, 0.56, 0.58].map((share, week) => ({ week, share, n: 50 }))
    const forecast = forecastOf(weeks, 5)!
    const fitted = weeks.map(
      ({ week, share }) => share - (forecast.share + forecast.slope * (week - 5)),
    )
    const s = Math.sqrt(fitted.reduce((sum, each) => sum + each ** 2, 0) / 3)
    expect(forecast.interval.high - forecast.share).to.be.closeTo(
      3.182 * s * Math.sqrt(1 + 1 / 5 + 9 / 10),
      1e-6,
    )
  })
  it('holds the next week 19 times of 20', () => {
    const random = seeded(7)
    const noise = () => (random() + random() + random() + random() - 2) * 0.05
    let held = 0
    for (let round = 0; round < 600; round++) {
      const weeks = Array.from({ length: 9 }, (_, week) => ({
        week,
        share: 0.5 + 0.01 * week + noise(),
        n: 100,
      }))
      const { interval } = forecastOf(weeks, 9)!
      const next = 0.59 + noise()
      if (next >= interval.low && next <= interval.high) held++
    }
    expect(held / 600).to.be.within(0.92, 0.98)
  })
  it('says nothing of three weeks, and never leaves 0 to 1', () => {
    expect(
      forecastOf(
        [1, 2, 3].map((week) => ({ week, share: 0.5, n: 10 })),
        9,
      ),
    ).to.equal(null)
    const far = forecastOf(
      [0, 1, 2, 3].map((week) => ({ week, share: 0.6 + 0.1 * week, n: 10 })),
      90,
    )!
    expect(far.share).to.equal(1)
  })
  it('takes Student’s points from the table and nears the normal', () => {
    expect(studentAt(3)).to.equal(3.182)
    expect(studentAt(10)).to.be.closeTo(2.228, 0.005)
    expect(studentAt(1_000)).to.be.closeTo(1.962, 0.001)
  })
})
