import { expect } from 'chai'
import { isClosedDay, type QueueHours, queueOpenAt } from './queueHours.ts'

const DAY = [{ from: '09:00', to: '17:00' }]
const hours = (more: Partial<QueueHours> = {}): QueueHours => ({
  timeZone: 'Europe/London',
  weekly: [DAY, DAY, DAY, DAY, DAY, [], []],
  closed: [],
  extra: [],
  ...more,
})
const at = (iso: string, more?: Partial<QueueHours>) => {
  const { open, changesAt } = queueOpenAt(hours(more), new Date(iso))
  return `${open ? 'open until' : 'closed until'} ${changesAt?.toISOString().slice(0, 16) ?? 'ever'}`
}

describe('queueOpenAt', () => {
  it('is open within the weekly hours, and says until when', () =>
    expect(at('2026-11-23T10:00:00Z')).to.equal('open until 2026-11-23T17:00'))
  it('says when it opens next, over the week-end', () =>
    expect(at('2026-11-27T18:00:00Z')).to.equal('closed until 2026-11-30T09:00'))
  it('leaves closed days out', () =>
    expect(
      at('2026-12-24T18:00:00Z', {
        closed: [{ day: '2026-12-25', name: 'Christmas Day', yearly: false }],
      }),
    ).to.equal('closed until 2026-12-28T09:00'))
  it('knows yearly ones in later years, not in earlier', () => {
    const closed = [{ day: '2024-12-25', name: 'Christmas Day', yearly: true }]
    expect(isClosedDay(closed, '2030-12-25')).to.equal(true)
    expect(isClosedDay(closed, '2023-12-25')).to.equal(false)
  })
  it('has extra hours on a closed day', () => {
    const more = {
      closed: [{ day: '2026-11-28', name: 'Fair', yearly: false }],
      extra: [{ day: '2026-11-28', from: '10:00', to: '12:00' }],
    }
    expect(at('2026-11-28T11:00:00Z', more)).to.equal('open until 2026-11-28T12:00')
  })
  it('joins extra hours that touch', () =>
    expect(
      at('2026-11-23T16:30:00Z', { extra: [{ day: '2026-11-23', from: '17:00', to: '19:00' }] }),
    ).to.equal('open until 2026-11-23T19:00'))
  it('goes by the clock on the wall when that changes', () => {
    expect(at('2026-03-28T20:00:00Z', { weekly: [DAY, DAY, DAY, DAY, DAY, DAY, DAY] })).to.equal(
      'closed until 2026-03-29T08:00',
    )
    expect(at('2026-10-24T20:00:00Z', { weekly: [DAY, DAY, DAY, DAY, DAY, DAY, DAY] })).to.equal(
      'closed until 2026-10-25T09:00',
    )
    const night = [{ from: '00:00', to: '24:00' }]
    expect(at('2026-03-29T00:30:00Z', { weekly: [[], [], [], [], [], [], night] })).to.equal(
      'open until 2026-03-29T23:00',
    )
  })
  it('is closed for ever without hours, and open for ever without an end', () => {
    expect(at('2026-11-23T10:00:00Z', { weekly: [[], [], [], [], [], [], []] })).to.equal(
      'closed until ever',
    )
    const all = [{ from: '00:00', to: '24:00' }]
    expect(at('2026-11-23T10:00:00Z', { weekly: [all, all, all, all, all, all, all] })).to.equal(
      'open until ever',
    )
  })
  it('refuses a zone that is not known', () =>
    expect(() => queueOpenAt(hours({ timeZone: 'Mars/Base' }), new Date())).to.throw(
      RangeError,
      'Mars/Base',
    ))
})
