/** Where the time comes from. */
export interface Clock {
  now(): Date
}

export const systemClock: Clock = { now: () => new Date() }

/** A clock that starts at ten in the morning (UTC) of the given day and runs on from there. */
export function clockFrom(day: string): Clock {
  const start = Date.parse(`${day}T10:00:00Z`)
  const began = Date.now()
  return { now: () => new Date(start + Date.now() - began) }
}
