/** A source of numbers in [0, 1). */
export type Random = () => number

/**
 * A seeded source of chance (mulberry32): the same seed gives the same numbers on every machine.
 * @param seed a whole number
 * @returns numbers from 0 to just below 1
 */
export function seeded(seed: number): Random {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** One of the given things, each as likely as the others. @throws {RangeError} when there is nothing to pick */
export function pick<T>(things: readonly T[], random: Random): T {
  if (things.length === 0) throw new RangeError('nothing to pick from')
  return things[Math.floor(random() * things.length)]!
}
