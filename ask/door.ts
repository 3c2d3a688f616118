import { type AnswerSettings, dayIn, type Decline } from '@janua/core'
import { readFileSync } from 'node:fs'

const DEFAULT_THRESHOLD = 0.65

/**
 * How a door answers at a moment.
 * @throws {RangeError} in plain words, when the file or a value is not as it should be
 */
export function readDoor({
  file,
  now,
  threshold: given,
}: {
  file?: string
  now?: string
  threshold?: string
}): AnswerSettings {
  const door = file ? parsed(file) : {}
  const zone = typeof door.timeZone === 'string' ? door.timeZone : 'UTC'
  const at = now === undefined ? new Date() : new Date(now)
  if (Number.isNaN(+at)) throw new RangeError(`“${now}” is not a time like 2026-11-28T09:30:00Z`)
  const threshold = Number(given ?? door.threshold ?? DEFAULT_THRESHOLD)
  if (!(threshold >= 0 && threshold <= 1))
    throw new RangeError(
      `the threshold must lie between 0 and 1, not “${given ?? String(door.threshold)}”`,
    )
  return {
    threshold,
    day: dayIn(zone, at),
    ...(typeof door.key === 'string' && { door: door.key }),
    ...rulesIn(door.rules),
  }
}

/** The rules of a door, as its page in Janua has them: the length of answers, and what is never talked about. */
function rulesIn(rules: unknown): Pick<AnswerSettings, 'length' | 'declines'> {
  if (rules === undefined) return {}
  const { length = 'middle', declines = [] } = (rules ?? {}) as {
    length?: unknown
    declines?: unknown
  }
  if (length !== 'short' && length !== 'middle' && length !== 'whole')
    throw new RangeError(`the length of answers is short, middle or whole, not “${String(length)}”`)
  const isDecline = (each: unknown): each is Decline =>
    typeof (each as Decline)?.about === 'string' &&
    Array.isArray((each as Decline).phrases) &&
    (each as Decline).phrases.every((phrase) => typeof phrase === 'string')
  if (!Array.isArray(declines) || !declines.every(isDecline))
    throw new RangeError('what is never talked about is a list of {"about", "phrases"}')
  return { length, declines }
}

function parsed(file: string): Record<string, unknown> {
  try {
    return JSON.parse(readFileSync(file, 'utf8')) as Record<string, unknown>
  } catch (cause) {
    throw new RangeError(`${file} is not a JSON file that can be read`, { cause })
  }
}
