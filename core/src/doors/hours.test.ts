import { expect } from 'chai'
import { openAt, type WeeklyHours } from './hours.ts'

const office: WeeklyHours = [
  ...Array.from({ length: 5 }, () => [{ from: '09:00', to: '17:00' }]),
  [],
  [],
]
const at = (iso: string, hours = office, zone = 'Europe/London') => {
  const { open, changesAt } = openAt(hours, zone, new Date(iso))
  return { open, changesAt: changesAt?.toISOString() ?? null }
}

describe('openAt', () => {
  it('is open within the hours, until they end', () =>
    expect(at('2026-11-23T10:00:00Z')).to.eql({
      open: true,
      changesAt: '2026-11-23T17:00:00.000Z',
    }))
  it('is closed at the very end', () => expect(at('2026-11-23T17:00:00Z').open).to.equal(false))
  it('opens again on Monday after a Friday', () =>
    expect(at('2026-11-27T18:00:00Z')).to.eql({
      open: false,
      changesAt: '2026-11-30T09:00:00.000Z',
    }))
  it('keeps local time over the change to summer time', () => {
    expect(at('2027-03-26T18:00:00Z').changesAt).to.equal('2027-03-29T08:00:00.000Z')
    expect(at('2027-03-29T08:30:00Z').open).to.equal(true)
  })
  it('joins spans that meet at midnight', () => {
    const always = Array.from({ length: 7 }, () => [{ from: '00:00', to: '24:00' }])
    expect(at('2026-11-23T10:00:00Z', always).open).to.equal(true)
    const late: WeeklyHours = [
      [{ from: '20:00', to: '24:00' }],
      [{ from: '00:00', to: '02:00' }],
      [],
      [],
      [],
      [],
      [],
    ]
    expect(at('2026-11-23T21:00:00Z', late)).to.eql({
      open: true,
      changesAt: '2026-11-24T02:00:00.000Z',
    })
  })
  it('never opens without hours', () =>
    expect(
      at(
        '2026-11-23T10:00:00Z',
        Array.from({ length: 7 }, () => []),
      ),
    ).to.eql({ open: false, changesAt: null }))
  it('refuses a zone that does not exist, and says so', () =>
    expect(() => openAt(office, 'Mars/Base', new Date())).to.throw(
      RangeError,
      'no such time zone: Mars/Base',
    ))
})
