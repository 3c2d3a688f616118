import { DateTime } from 'luxon'

/**
 * When a day of a time zone begins and ends; it lasts 23 or 25 hours where the clock changes.
 * @param day as "2026-11-23"
 * @param zone an IANA name such as "Europe/London"
 * @throws {RangeError} when day or zone is not known
 */
export function boundsOfDay(day: string, zone: string): { from: Date; to: Date } {
  const start = DateTime.fromISO(day, { zone })
  if (!start.isValid) throw new RangeError(`no such day or time zone: ${day}, ${zone}`)
  return {
    from: start.startOf('day').toJSDate(),
    to: start.plus({ days: 1 }).startOf('day').toJSDate(),
  }
}

/** The Monday of the week that a day belongs to. @example mondayOf('2026-11-29') // '2026-11-23' */
export function mondayOf(day: string): string {
  return DateTime.fromISO(day, { zone: 'utc' }).startOf('week').toISODate()!
}

/**
 * Day and hour that a clock on the wall shows somewhere; one formatter a zone, as logs are long.
 * @param zone an IANA name, as Europe/London
 * @returns the day as 2026-11-30, the hour 0 to 23
 */
export function wallClock(zone: string): (at: Date) => { day: string; hour: number } {
  const format = new Intl.DateTimeFormat('en-CA', {
    timeZone: zone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    hourCycle: 'h23',
  })
  return (at) => {
    const part = Object.fromEntries(
      format.formatToParts(at).map(({ type, value }) => [type, value]),
    )
    return { day: `${part.year}-${part.month}-${part.day}`, hour: Number(part.hour) }
  }
}
