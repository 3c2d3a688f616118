import type { QueueSettings } from '@janua/contracts'
import { expect } from 'chai'
import { FakeServer } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import QueueSettingsForm from './QueueSettingsForm.vue'

const PLAIN: QueueSettings = {
  assignment: 'list',
  targets: { high: 2, normal: 5, low: 30 },
  overflow: null,
  hours: null,
}
const HOURS: QueueSettings['hours'] = {
  timeZone: 'Europe/London',
  weekly: Array.from({ length: 7 }, () => []),
  closed: [{ day: '2026-12-25', name: 'Christmas', yearly: true }],
  extra: [],
}

describe('QueueSettingsForm', () => {
  const server = new FakeServer()
  const QUEUES = [
    { id: 1, name: 'Bookings' },
    { id: 2, name: 'Refunds' },
  ]
  let form: ReturnType<typeof mounted>
  async function opened(settings: QueueSettings, queues = QUEUES): Promise<void> {
    form = mounted(QueueSettingsForm, { props: { modelValue: settings, queues, own: 1 } })
    await settled()
  }
  const changed = () =>
    (form.emitted('update:modelValue') as [QueueSettings][] | undefined)?.at(-1)?.[0]
  const switches = (id: string) => form.get(`#${id}`).trigger('change')
  const presses = (label: string) =>
    form
      .findAll('button')
      .find((button) => button.text() === label || button.attributes('aria-label') === label)!
      .trigger('click')
  beforeEach(() => server.listen())
  afterEach(() => form.unmount())

  it('overflows into the first other queue after ten minutes, to begin with', async () => {
    await opened(PLAIN)
    await switches('overflow')
    expect(changed()).to.eql({ ...PLAIN, overflow: { queue: 2, minutes: 10 } })
  })
  it('overflows nowhere where there is no other queue', async () => {
    await opened(PLAIN, QUEUES.slice(0, 1))
    expect(form.get('#overflow').attributes('disabled')).not.to.equal(undefined)
  })
  it('begins hours of its own with a working week in the zone of who sets them', async () => {
    await opened(PLAIN)
    expect(form.text()).not.to.include('Closed days')
    await switches('own-hours')
    const { weekly, timeZone } = changed()!.hours!
    expect(weekly.map((day) => day.length)).to.eql([1, 1, 1, 1, 1, 0, 0])
    expect(timeZone).to.equal(Intl.DateTimeFormat().resolvedOptions().timeZone)
  })
  it('gives its hours up again', async () => {
    await opened({ ...PLAIN, hours: HOURS })
    await switches('own-hours')
    expect(changed()!.hours).to.equal(null)
  })
  it('adds and removes closed days, and leaves the others alone', async () => {
    await opened({ ...PLAIN, hours: HOURS })
    await presses('Add a closed day')
    expect(changed()!.hours!.closed).to.have.length(2)
    expect(changed()!.hours!.closed[0]).to.eql(HOURS!.closed[0])
    await presses('Remove 2026-12-25')
    expect(changed()!.hours!.closed.map(({ name }) => name)).to.eql([''])
  })
  it('adds the days of a calendar file that are not there yet, in their order', async () => {
    await opened({ ...PLAIN, hours: HOURS })
    server.on('POST', '/calendars', () => ({
      days: [
        { day: '2026-12-26', name: 'Boxing Day', yearly: false },
        { day: '2026-12-25', name: 'Christmas Day', yearly: false },
        { day: '2026-05-01', name: 'May Day', yearly: false },
      ],
      skipped: 2,
    }))
    const input = form.get('[data-test="calendar"]')
    Object.defineProperty(input.element, 'files', {
      value: [{ text: () => Promise.resolve('BEGIN:VCALENDAR') }],
    })
    await input.trigger('change')
    await settled()
    expect(changed()!.hours!.closed.map(({ day, name }) => `${day} ${name}`)).to.eql([
      '2026-05-01 May Day',
      '2026-12-25 Christmas',
      '2026-12-26 Boxing Day',
    ])
    expect(form.get('[data-test="calendar-said"]').text()).to.equal(
      '2 of 3 days of the file are new; 2 entries were not whole days and were skipped.',
    )
  })
  it('keeps its days when the file cannot be read', async () => {
    await opened({ ...PLAIN, hours: HOURS })
    server.on('POST', '/calendars', () => 422)
    const input = form.get('[data-test="calendar"]')
    Object.defineProperty(input.element, 'files', {
      value: [{ text: () => Promise.resolve('no calendar') }],
    })
    await input.trigger('change')
    await settled()
    expect(changed()).to.equal(undefined)
  })
})
