import { expect } from 'chai'
import { seeded, type Random } from '../maths/random.ts'
import { type ClockSpan, openAt, type WeeklyHours } from './hours.ts'

const ZONES = [
  'Europe/London',
  'Europe/Berlin',
  'America/New_York',
  'America/Santiago',
  'Australia/Lord_Howe',
  'Asia/Kolkata',
  'Pacific/Apia',
  'Atlantic/Azores',
  'Africa/Cairo',
  'UTC',
]
/** Weeks in which some clocks change, and one in which none does. */
const WEEKS = [
  '2026-03-04',
  '2026-03-26',
  '2026-04-02',
  '2026-04-22',
  '2026-10-01',
  '2026-10-22',
  '2026-10-29',
  '2026-09-03',
  '2026-07-08',
]
const MINUTE = 60_000
const DAYS = 9

/** What the clock on the wall shows, minute by minute: weekday from Monday (0), and "HH:MM". */
function wall(zone: string) {
  const format = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    weekday: 'short',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  })
  return (at: Date) => {
    const parts = Object.fromEntries(
      format.formatToParts(at).map(({ type, value }) => [type, value]),
    )
    return {
      weekday: ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'].indexOf(parts.weekday!),
      clock: `${parts.hour}:${parts.minute}`,
    }
  }
}

/** Spans that begin and end outside the hours in which clocks are changed, some touching, some overlapping, some over the whole day. */
function someHours(random: Random): WeeklyHours {
  const clock = (hour: number) => `${String(hour).padStart(2, '0')}:${random() < 0.3 ? '30' : '00'}`
  const span = (): ClockSpan => {
    const from = random() < 0.2 ? '00:00' : clock(4 + Math.floor(random() * 16))
    const to =
      random() < 0.3
        ? '24:00'
        : clock(Math.max(5, Number(from.slice(0, 2)) + 1 + Math.floor(random() * 3)))
    return { from, to: to > from && to < '24:00' ? to : '24:00' }
  }
  return Array.from({ length: 7 }, () => Array.from({ length: Math.floor(random() * 3) }, span))
}

describe('openAt, against the clock on the wall', () => {
  for (const zone of ZONES)
    it(`says the same in ${zone}, through the weeks in which clocks change`, function () {
      this.timeout(60_000)
      const random = seeded(zone.length * 7919)
      const shown = wall(zone)
      for (const week of WEEKS) {
        const hours = someHours(random)
        const begins = Date.parse(`${week}T00:00:00Z`)
        const minutes = Array.from({ length: DAYS * 48 }, (_, i) => {
          const { weekday, clock } = shown(new Date(begins + i * 30 * MINUTE))
          return hours[weekday]!.some(({ from, to }) => from <= clock && clock < to)
        })
        for (let i = 0; i < minutes.length - 96; i += 1 + Math.floor(random() * 5)) {
          const now = new Date(begins + i * 30 * MINUTE)
          const { open, changesAt } = openAt(hours, zone, now)
          const what = `${zone} ${now.toISOString()} ${JSON.stringify(hours)}`
          expect(open, what).to.equal(minutes[i])
          const next = minutes.findIndex((each, at) => at > i && each !== minutes[i])
          if (next >= 0)
            expect(changesAt?.toISOString(), what).to.equal(
              new Date(begins + next * 30 * MINUTE).toISOString(),
            )
        }
      }
    })
})
