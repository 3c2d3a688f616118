import { expect } from 'chai'
import { interval } from './interval.ts'

describe('interval', () => {
  const cases: [number, string][] = [
    [1, '1 s'],
    [90, '90 s'],
    [600, '10 min'],
    [21_600, '6 h'],
  ]
  for (const [seconds, said] of cases)
    it(`says ${seconds} seconds as ${said}`, () => expect(interval(seconds)).to.equal(said))
})
