import { expect } from 'chai'
import { counted, fromTo, span, whole } from './format.ts'

describe('how figures are written', () => {
  const spans = [
    [7, '0:07'],
    [430, '7:10'],
    [3_725, '1 h 02'],
    [200_000, '2 d 7 h'],
    [-5, '0:00'],
  ] as const
  for (const [seconds, text] of spans)
    it(`${seconds} s are ${text}`, () => expect(span(seconds)).to.equal(text))
  it('tells two shares apart that are the same in whole per cent', () => {
    expect(fromTo(0.456, 0.463)).to.equal('45.6 % → 46.3 %')
    expect(fromTo(0.41, 0.463)).to.equal('41 % → 46 %')
    expect(fromTo(0.45601, 0.45602)).to.equal('46 %')
  })
  it('counts in words', () =>
    expect([
      counted('units.article', 1),
      counted('units.article', 3),
      counted('units.entry', 2),
    ]).to.eql(['1 article', '3 articles', '2 entries']))
  it('parts thousands as the language does', () => expect(whole(1284)).to.equal('1,284'))
})
