import { expect } from 'chai'
import { binomial, binomialTest, logFactorial, normalBelow, significantAmong } from './binomial.ts'

describe('logFactorial', () => {
  it('is that of the product, in the table and beyond it', () => {
    expect(Math.exp(logFactorial(5))).to.be.closeTo(120, 1e-9)
    let sum = 0
    for (let n = 1; n <= 200; n++) {
      sum += Math.log(n)
      expect(logFactorial(n)).to.be.closeTo(sum, 1e-9 * Math.max(1, sum))
    }
  })
})

describe('binomial', () => {
  it('is 3/8 for two heads of four', () => expect(binomial(2, 4, 0.5)).to.be.closeTo(0.375, 1e-12))
  it('adds up to 1', () =>
    expect(
      Array.from({ length: 31 }, (_, k) => binomial(k, 30, 0.2)).reduce((a, b) => a + b),
    ).to.be.closeTo(1, 1e-9))
  it('is certain where chance is 0 or 1', () =>
    expect([binomial(0, 3, 0), binomial(1, 3, 0), binomial(3, 3, 1)]).to.eql([1, 0, 1]))
})

describe('binomialTest', () => {
  const worked = [
    { k: 9, n: 10, p: 0.5, chance: 22 / 1024 }, // 9, 10, 0 and 1 heads: 2 · (10 + 1) of 1024
    { k: 5, n: 10, p: 0.5, chance: 1 },
    { k: 0, n: 0, p: 0.3, chance: 1 },
    { k: 3, n: 3, p: 0.2, chance: 0.008 },
  ]
  for (const { k, n, p, chance } of worked)
    it(`is ${chance.toFixed(4)} for ${k} of ${n} at ${p}`, () =>
      expect(binomialTest(k, n, p)).to.be.closeTo(chance, 1e-9))
})

describe('normalBelow', () => {
  it('is the table’s', () => {
    expect(normalBelow(0)).to.be.closeTo(0.5, 1e-7)
    expect(normalBelow(1.959964)).to.be.closeTo(0.975, 1e-6)
    expect(normalBelow(-1)).to.be.closeTo(0.158655, 1e-6)
  })
})

describe('significantAmong', () => {
  it('keeps those below their step of the rate', () =>
    expect(significantAmong([0.001, 0.2, 0.03], 0.1)).to.eql([true, false, true]))
  it('keeps one above its own step when a greater one stands', () =>
    expect(significantAmong([0.03, 0.04, 0.05], 0.05)).to.eql([true, true, true]))
  it('keeps none where all are chance', () =>
    expect(significantAmong([0.5, 0.9], 0.1)).to.eql([false, false]))
})
