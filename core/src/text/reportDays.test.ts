import { expect } from 'chai'
import { boundsOfDay, mondayOf, wallClock } from './reportDays.ts'

describe('days of reports', () => {
  const hours = (day: string, zone: string) => {
    const { from, to } = boundsOfDay(day, zone)
    return (+to - +from) / 3_600_000
  }
  it('last 23 or 25 hours where the clock changes', () => {
    expect(hours('2026-03-29', 'Europe/London')).to.equal(23)
    expect(hours('2026-10-25', 'Europe/London')).to.equal(25)
    expect(hours('2026-10-25', 'UTC')).to.equal(24)
  })
  it('follow on each other without a gap', () =>
    expect(boundsOfDay('2026-10-25', 'Europe/Berlin').to).to.eql(
      boundsOfDay('2026-10-26', 'Europe/Berlin').from,
    ))
  it('belong to the week of their Monday', () =>
    expect(['2026-11-23', '2026-11-29', '2026-11-30'].map(mondayOf)).to.eql([
      '2026-11-23',
      '2026-11-23',
      '2026-11-30',
    ]))
  it('are what the wall shows', () => {
    const london = wallClock('Europe/London')
    expect(london(new Date('2026-07-01T23:30:00Z'))).to.eql({ day: '2026-07-02', hour: 0 })
    expect(london(new Date('2026-11-23T00:10:00Z'))).to.eql({ day: '2026-11-23', hour: 0 })
    expect(wallClock('Asia/Tokyo')(new Date('2026-11-22T15:00:00Z'))).to.eql({
      day: '2026-11-23',
      hour: 0,
    })
  })
  it('are refused where they are none', () =>
    expect(() => boundsOfDay('2026-02-31', 'UTC')).to.throw(RangeError, '2026-02-31'))
})
