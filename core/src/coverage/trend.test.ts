import { expect } from 'chai'
import { trendOf, trendsStanding } from './trend.ts'

describe('trendOf', () => {
  const even = [100, 100, 100, 100, 100]
  it('sees nothing where nothing changed', () => {
    const { ratio, chance } = trendOf({ counts: [10, 10, 10, 10, 10], totals: even })
    expect(ratio).to.equal(1)
    expect(chance).to.equal(1)
  })
  it('is the exact conditional test: 10 of 10 in a week that has a fifth of the volume', () => {
    expect(trendOf({ counts: [0, 0, 0, 0, 10], totals: even })).to.deep.include({
      ratio: null,
      isNew: true,
    })
    expect(trendOf({ counts: [0, 0, 0, 0, 10], totals: even }).chance).to.be.closeTo(
      0.2 ** 10,
      1e-12,
    )
  })
  it('does not take a busy week for a trend of each topic', () =>
    expect(
      trendOf({ counts: [10, 10, 10, 10, 40], totals: [100, 100, 100, 100, 400] }).chance,
    ).to.be.greaterThan(0.9))
  it('is more careful with a topic that scatters', () => {
    const calm = trendOf({ counts: [10, 10, 10, 10, 22], totals: even }).chance
    const wild = trendOf({ counts: [0, 22, 1, 17, 22], totals: even }).chance
    expect(wild).to.be.greaterThan(10 * calm)
  })
  it('knows nothing without weeks before', () =>
    expect(trendOf({ counts: [5], totals: [50] })).to.eql({ ratio: null, chance: 1, isNew: false }))
  it('refuses weeks that do not go together', () =>
    expect(() => trendOf({ counts: [1, 2], totals: [3] })).to.throw(
      RangeError,
      '2 weeks of counts but 1 of totals',
    ))
  it('lets one of many stand only where chance would not bring it', () => {
    const trends = [
      { ratio: 3, chance: 0.0004, isNew: false },
      ...Array.from({ length: 99 }, (_, i) => ({ ratio: 1, chance: 0.05 + i / 110, isNew: false })),
    ]
    expect(trendsStanding(trends).filter(Boolean)).to.have.length(1)
  })
})
