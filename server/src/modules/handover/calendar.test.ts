import { expect } from 'chai'
import { calendarOf, closedDaysIn } from './calendar.ts'

const now = new Date('2026-11-23T10:00:00Z')
const event = (...lines: string[]) =>
  [
    'BEGIN:VEVENT',
    `UID:${lines.join().length}${Math.random()}@mail.example`,
    'DTSTAMP:20261101T000000Z',
    ...lines,
    'END:VEVENT',
  ].join('\r\n')
const file = (...events: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//made up//EN', ...events, 'END:VCALENDAR', ''].join(
    '\r\n',
  )
const days = (...events: string[]) => closedDaysIn(file(...events), now).days

describe('closed days in a calendar file', () => {
  it('are single days, and several in a row with the end left out', () => {
    expect(days(event('DTSTART;VALUE=DATE:20261225', 'SUMMARY:Christmas Day'))).to.eql([
      { day: '2026-12-25', name: 'Christmas Day', yearly: false },
    ])
    expect(
      days(event('DTSTART;VALUE=DATE:20261224', 'DTEND;VALUE=DATE:20261227', 'SUMMARY:Closed')).map(
        ({ day }) => day,
      ),
    ).to.eql(['2026-12-24', '2026-12-25', '2026-12-26'])
  })
  it('are yearly where the rule says no more than that', () => {
    expect(
      days(event('DTSTART;VALUE=DATE:20200501', 'RRULE:FREQ=YEARLY', 'SUMMARY:May Day')),
    ).to.eql([{ day: '2020-05-01', name: 'May Day', yearly: true }])
  })
  it('are written out for other rules, without those left out', () => {
    const lastMondays = event(
      'DTSTART;VALUE=DATE:20200831',
      'RRULE:FREQ=YEARLY;BYMONTH=8;BYDAY=-1MO',
      'SUMMARY:Late August',
    )
    expect(days(lastMondays).map(({ day }) => day)).to.eql(['2027-08-30', '2028-08-28'])
    const monthly = days(
      event(
        'DTSTART;VALUE=DATE:20261201',
        'RRULE:FREQ=MONTHLY;COUNT=3',
        'EXDATE;VALUE=DATE:20270101',
        'SUMMARY:Stock-taking',
      ),
    ).map(({ day }) => day)
    expect(monthly).to.eql(['2026-12-01', '2027-02-01'])
  })
  it('are not made of entries with a time of day, which are counted', () => {
    expect(
      closedDaysIn(
        file(event('DTSTART:20261125T090000Z', 'DTEND:20261125T100000Z', 'SUMMARY:Meeting')),
        now,
      ),
    ).to.eql({ days: [], skipped: 1 })
  })
  it('come back as they were written', () => {
    const closed = [
      { day: '2026-12-25', name: 'Christmas; Day, again', yearly: true },
      { day: '2027-01-02', name: 'Stock-taking', yearly: false },
    ]
    expect(closedDaysIn(calendarOf('Refunds', closed), now)).to.eql({ days: closed, skipped: 0 })
  })
  it('are refused in plain words when the file is no calendar', () => {
    expect(() => closedDaysIn('name;day\nx;y', now)).to.throw('This is no iCalendar file')
    expect(
      closedDaysIn(
        'BEGIN:VCALENDAR\nBEGIN:VEVENT\nDTSTART;VALUE=DATE:2026\nRRULE:FREQ=NONSENSE\n',
        now,
      ).days,
    ).to.be.an('array')
  })
})
