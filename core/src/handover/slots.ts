import { groupedBy } from '../maths/grouped.ts'

/** A conversation that an agent had, in any unit of time. */
export interface Had {
  agent: number
  from: number
  to: number
}

/** The share of an agent's conversations that must have begun beside so many others before these count as their habit: once is an accident. */
const HABIT = 0.05

/**
 * How many conversations at once each agent was used to have: the most, of which at least one in twenty began with so many others open.
 * What somebody could take is a setting; what they do take tells when the next one is free.
 *
 * @returns by agent, 1 or more; agents without a conversation are not in it
 * @example slotsInUse([{ agent: 1, from: 0, to: 9 }, { agent: 1, from: 5, to: 9 }]).get(1) // 2
 */
export function slotsInUse(conversations: readonly Had[]): Map<number, number> {
  return new Map(
    [...groupedBy(conversations, ({ agent }) => agent)].map(([agent, own]) => [
      agent,
      habitOf(own),
    ]),
  )
}

function habitOf(own: readonly Had[]): number {
  const beside = own.map((one, i) =>
    own.reduce(
      (n, other, k) =>
        k !== i && isOpenAt(other, one.from) && (other.from < one.from || k < i) ? n + 1 : n,
      1,
    ),
  )
  const most = Math.max(...beside)
  for (let slots = most; slots > 1; slots--)
    if (beside.filter((n) => n >= slots).length >= HABIT * own.length) return slots
  return 1
}

function isOpenAt({ from, to }: Had, moment: number): boolean {
  return from <= moment && moment < to
}
