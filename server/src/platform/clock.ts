/** Where the time comes from. */
export interface Clock {
  now(): Date
}

export const systemClock: Clock = { now: () => new Date() }

/**
 * A clock that starts at ten in the morning (UTC) of the given day and runs on from there.
 * @param last what was stored last: after a restart the clock never goes back behind it
 */
export function clockFrom(day: string, last?: Date | null): Clock {
  const start = Math.max(Date.parse(`${day}T10:00:00Z`), last ? +last + 1 : 0)
  const began = Date.now()
  return { now: () => new Date(start + Date.now() - began) }
}
