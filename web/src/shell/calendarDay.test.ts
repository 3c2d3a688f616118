import { expect } from 'chai'
import { calendarDay, isoDay, shownDay } from './calendarDay.ts'

describe('a day of the calendar', () => {
  for (const [typed, is] of [
    ['2027-03-01', '2027-03-01'],
    ['1/3/2027', '2027-03-01'],
    ['01.03.2027', '2027-03-01'],
    ['1.3.27', '2027-03-01'],
    ['1.3.', '2026-03-01'],
    ['29/2/2028', '2028-02-29'],
    [' 31-12-2026 ', '2026-12-31'],
  ] as const)
    it(`“${typed}” is ${is}`, () => expect(calendarDay(typed, '2026-12-02')).to.equal(is))
  for (const typed of ['', 'tomorrow', '30/2/2027', '2027-13-01', '0/1/2027', '1/3/0999'])
    it(`“${typed}” is none`, () => expect(calendarDay(typed, '2026-12-02')).to.equal(null))
  it('is shown in the language’s way, and nothing as nothing', () => {
    expect(shownDay('2027-03-01')).to.equal('01/03/2027')
    expect(shownDay(null)).to.equal('')
    expect(shownDay('')).to.equal('')
  })
  it('is that of the browser’s own clock', () =>
    expect(isoDay(new Date(2027, 2, 1, 23, 59))).to.equal('2027-03-01'))
})
