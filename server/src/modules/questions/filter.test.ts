import { hourIn, seeded } from '@janua/core'
import type { LogFilter } from '@janua/contracts'
import { expect } from 'chai'
import { filterSql } from './filter.ts'

const NONE: LogFilter = {
  search: '',
  from: null,
  to: null,
  outcome: null,
  door: null,
  release: null,
  language: null,
  channel: null,
  topic: null,
  item: null,
  collection: null,
  hour: null,
  vote: null,
  reviewed: null,
  wantsPerson: null,
  sureFrom: null,
  sureTo: null,
}

/** What the database makes of a moment, by the condition's own list of changes. */
function hourBy(sql: string, at: Date): number {
  const stored = at.toISOString().slice(0, 19).replace('T', ' ')
  const changes = [...sql.matchAll(/WHEN q\.asked_at < '([^']+)' THEN (-?\d+)/g)].map(
    ([, until, offset]) => ({ until: until!, offset: Number(offset) }),
  )
  const last = Number(/(?:ELSE |INTERVAL \()(-?\d+)/.exec(sql)![1])
  const offset = changes.find(({ until }) => stored < until)?.offset ?? last
  return new Date(+at + offset * 60_000).getUTCHours()
}

describe('the hour of a question', () => {
  for (const zone of [
    'Europe/London',
    'America/New_York',
    'Australia/Lord_Howe',
    'Africa/Casablanca',
    'Asia/Kolkata',
    'UTC',
  ])
    it(`is that of the clock on the wall in ${zone}, through all changes of it`, () => {
      const { where, values } = filterSql({ ...NONE, hour: 9 }, zone)
      expect(values).to.deep.include({ hour: 9 })
      const random = seeded(11)
      const moments = Array.from(
        { length: 3_000 },
        () => new Date(Date.UTC(2016) + random() * (Date.UTC(2036) - Date.UTC(2016))),
      )
      expect(
        moments
          .filter((at) => hourBy(where, at) !== hourIn(zone, at))
          .map((at) => at.toISOString()),
      ).to.eql([])
    })
})
