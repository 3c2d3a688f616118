import { expect } from 'chai'
import { clockTime } from './clockTime.ts'

describe('a time of day', () => {
  for (const [typed, is] of [
    ['9', '09:00'],
    ['9:30', '09:30'],
    ['0930', '09:30'],
    ['930', '09:30'],
    ['17.30', '17:30'],
    ['17:05 Uhr', '17:05'],
    ['5 pm', '17:00'],
    ['12 am', '00:00'],
    ['12:15 p.m.', '12:15'],
    [' 00:00 ', '00:00'],
  ] as const)
    it(`“${typed}” is ${is}`, () => expect(clockTime(typed)).to.equal(is))
  for (const typed of ['', 'noon', '24:00', '25', '9:75', '13 pm', '0 am', '9-17', '12345'])
    it(`“${typed}” is none`, () => expect(clockTime(typed)).to.equal(null))
})
