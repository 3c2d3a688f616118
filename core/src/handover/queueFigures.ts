/** One entry of a conversation into a queue, and what came of it; moments in milliseconds. */
export interface QueueEntry {
  queue: number
  enteredAt: number
  /** Null when nobody took it. */
  takenAt: number | null
  /** When the visitor left without having been taken; null when not. */
  leftAt: number | null
  firstReplyAt: number | null
  agent: number | null
  /** Take to hand-back, move or close, idle stretches removed; null while it goes on. */
  handleSeconds: number | null
  moves: number
  /** 1 to 5; null when not rated. */
  rating: number | null
  /** How it was closed; null when it was not. */
  outcome: string | null
  /** Seconds within which it was to be taken. */
  targetSeconds: number
}

export interface EntryFigures {
  entered: number
  taken: number
  abandoned: number
  /** Taken within the target ÷ (taken + abandoned after the target); null for none. */
  serviceLevel: number | null
  medianWaitSeconds: number | null
  medianFirstReplySeconds: number | null
  medianHandleSeconds: number | null
  moves: number
  /** Mean of the ratings; null for none. */
  rating: number | null
  rated: number
  outcomes: Record<string, number>
}

/** Who leaves sooner has not been waiting, but changed their mind. */
const LEAST_WAIT_SECONDS = 10

/**
 * The figures of some entries, by the definitions of needs.md. Entries that still wait count as entered alone.
 * @param entries stays in a queue; times in milliseconds, targets in seconds
 * @returns waits in seconds; shares 0 to 1, null with nothing to count
 */
export function entryFigures(entries: readonly QueueEntry[]): EntryFigures {
  const taken = entries.filter(({ takenAt }) => takenAt !== null)
  const waitOf = ({ enteredAt, takenAt, leftAt }: QueueEntry) =>
    ((takenAt ?? leftAt ?? enteredAt) - enteredAt) / 1000
  const abandoned = entries.filter(
    (entry) =>
      entry.takenAt === null && entry.leftAt !== null && waitOf(entry) >= LEAST_WAIT_SECONDS,
  )
  const inTime = taken.filter((entry) => waitOf(entry) <= entry.targetSeconds).length
  const counted =
    taken.length + abandoned.filter((entry) => waitOf(entry) > entry.targetSeconds).length
  const ratings = entries.flatMap(({ rating }) => rating ?? [])
  const outcomes: Record<string, number> = {}
  for (const { outcome } of entries) if (outcome) outcomes[outcome] = (outcomes[outcome] ?? 0) + 1
  return {
    entered: entries.length,
    taken: taken.length,
    abandoned: abandoned.length,
    serviceLevel: counted === 0 ? null : inTime / counted,
    medianWaitSeconds: median(taken.map(waitOf)),
    medianFirstReplySeconds: median(
      entries.flatMap(({ enteredAt, firstReplyAt }) =>
        firstReplyAt === null ? [] : [(firstReplyAt - enteredAt) / 1000],
      ),
    ),
    medianHandleSeconds: median(entries.flatMap(({ handleSeconds }) => handleSeconds ?? [])),
    moves: entries.reduce((sum, { moves }) => sum + moves, 0),
    rating:
      ratings.length === 0 ? null : ratings.reduce((sum, stars) => sum + stars, 0) / ratings.length,
    rated: ratings.length,
    outcomes,
  }
}

/** The middle value, or the mean of the two in the middle; null for none. */
export function median(values: readonly number[]): number | null {
  if (values.length === 0) return null
  const sorted = [...values].sort((a, b) => a - b)
  const middle = sorted.length >> 1
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2
}
