import type { Random } from '../maths/random.ts'

/** A queue as somebody finds it who enters now. */
export interface QueueNow {
  /** Conversations that are taken before. */
  ahead: number
  /** Slots of agents at their desks in which one could be taken at once; a slot is one of an agent's conversations at once. */
  free: number
  /** For each slot that is in use: how many seconds its conversation has gone on. */
  busySeconds: readonly number[]
  /** What conversations of this queue took lately, and how long it took somebody who was free to take one; in seconds. */
  handleSeconds: readonly number[]
  pickUpSeconds: readonly number[]
}

const ROUNDS = 400
/** A little above the 0.8 that is promised: what is known of handle times is a sample. `npm run bench -- wait` measures what comes of it. */
const BOUND = 0.83
/** With fewer conversations known these stand in: what a chat of a support team takes, roughly. */
const LEAST_KNOWN = 10
const SHIPPED_HANDLE = [180, 300, 420, 600, 900]
const SHIPPED_PICK_UP = [10, 20, 40]

/**
 * How long a visitor will wait at the most, 4 times out of 5: the queue is played forward many times with handle times drawn from its own.
 * A conversation under way ends by a draw of those that took longer than it has taken so far.
 *
 * @returns seconds, an upper 80 % bound of the wait; null when nobody is at their desk
 * @throws {RangeError} when `ahead` or `free` is below 0
 * @see M. Nakibly, "Predicting waiting times in telephone service systems" (2002), on prediction by the state of the queue
 * @example expectedWait({ ahead: 0, free: 1, busySeconds: [], handleSeconds: [], pickUpSeconds: [] }, seeded(1)) // 40
 */
export function expectedWait(
  { ahead, free, busySeconds, handleSeconds, pickUpSeconds }: QueueNow,
  random: Random,
  rounds = ROUNDS,
): number | null {
  if (ahead < 0 || free < 0)
    throw new RangeError(`ahead and free must be 0 or more, got ${ahead} and ${free}`)
  if (free + busySeconds.length === 0) return null
  const handles =
    handleSeconds.length < LEAST_KNOWN ? [...handleSeconds, ...SHIPPED_HANDLE] : handleSeconds
  const pickUps =
    pickUpSeconds.length < LEAST_KNOWN ? [...pickUpSeconds, ...SHIPPED_PICK_UP] : pickUpSeconds
  const drawn = (from: readonly number[]) => from[Math.floor(random() * from.length)]!
  const longer = busySeconds.map((so) => handles.filter((handle) => handle > so))
  const mean = handles.reduce((sum, handle) => sum + handle, 0) / handles.length
  const waits = Array.from({ length: rounds }, () => {
    // Longer than any known one: it ends as if it had no memory.
    const freeAt = [
      ...new Array<number>(free).fill(0),
      ...busySeconds.map((so, i) =>
        longer[i]!.length > 0 ? drawn(longer[i]!) - so : -mean * Math.log(1 - random()),
      ),
    ]
    for (let before = 0; before < ahead; before++) {
      const next = firstFree(freeAt)
      freeAt[next]! += drawn(pickUps) + drawn(handles)
    }
    return freeAt[firstFree(freeAt)]! + drawn(pickUps)
  })
  return waits.sort((a, b) => a - b)[Math.min(rounds - 1, Math.floor(rounds * BOUND))]!
}

function firstFree(freeAt: readonly number[]): number {
  let first = 0
  for (let i = 1; i < freeAt.length; i++) if (freeAt[i]! < freeAt[first]!) first = i
  return first
}
