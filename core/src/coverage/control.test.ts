import { expect } from 'chai'
import { seeded } from '../maths/random.ts'
import { fallsIn } from './control.ts'

/** Days with a true share each, as chance shows them. */
function days(shares: readonly number[], n = 80, seed = 3) {
  const random = seeded(seed)
  return shares.map((share, i) => ({
    day: new Date(Date.UTC(2026, 0, 1 + i)).toISOString().slice(0, 10),
    n,
    share:
      Array.from({ length: n }, () => (random() < share ? 1 : 0)).reduce<number>(
        (a, b) => a + b,
        0,
      ) / n,
  }))
}
const steady = (count: number, share: number) => Array.from({ length: count }, () => share)

describe('fallsIn', () => {
  it('tells of a fall once, within a few days of it', () => {
    const falls = fallsIn(days([...steady(40, 0.7), ...steady(20, 0.5)]))
    expect(falls).to.have.length(1)
    expect(falls[0]!.day >= '2026-02-10' && falls[0]!.day <= '2026-02-15', falls[0]!.day).to.equal(
      true,
    )
    expect(falls[0]!.before).to.be.closeTo(0.7, 0.04)
    expect(falls[0]!.since).to.be.lessThan(0.6)
  })
  it('tells of nothing where nothing falls, in nearly all of 100 half-years', () => {
    let told = 0
    for (let seed = 1; seed <= 100; seed++) told += fallsIn(days(steady(180, 0.6), 60, seed)).length
    expect(told).to.be.at.most(25)
  })
  it('says nothing of a rise', () =>
    expect(fallsIn(days([...steady(40, 0.5), ...steady(20, 0.75)]))).to.eql([]))
  it('passes over days on which nobody asked, and knows nothing of a fortnight', () => {
    const some = days(steady(60, 0.6)).map((each, i) =>
      i % 7 === 6 ? { ...each, n: 0, share: 0 } : each,
    )
    expect(fallsIn(some)).to.eql([])
    expect(fallsIn(days(steady(10, 0.1)))).to.eql([])
  })
  it('tells of two falls apart', () =>
    expect(
      fallsIn(days([...steady(40, 0.8), ...steady(40, 0.55), ...steady(20, 0.3)])),
    ).to.have.length(2))
})
