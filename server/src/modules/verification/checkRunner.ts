import { type Names, problemsOf } from '@janua/core'
import { Turns } from '../../platform/jobs/turns.ts'
import { play, routed } from './playing.ts'
import type { CheckFailure, CheckRow } from './tables.ts'
import { type CompiledRelease, type EngineHost, understood } from '../answering/index.ts'
import type { Choice, Choices } from '../releases/index.ts'

/** Finds of a list of checks those that fail. */
export async function failing(
  release: CompiledRelease,
  checks: readonly CheckRow[],
  at: Date,
  names: Names,
): Promise<Map<number, string[]>> {
  const failed = new Map<number, string[]>()
  const turns = new Turns()
  for (const check of checks) {
    const problems = await checked(release, check, at, names)
    if (problems.length > 0) failed.set(check.id, problems)
    await turns.give()
  }
  return failed
}

async function checked(
  release: CompiledRelease,
  { messages, language, comes, itemId, contains, lacks, queueId, doorId }: CheckRow,
  at: Date,
  names: Names,
): Promise<string[]> {
  const door = doorId === null ? release.doors[0] : release.doors.find(({ id }) => id === doorId)
  if (!door) return ['its door is not there']
  const played = { messages, language, at }
  const replies = await understood(release.index, () => play(release, door, played))
  const queue = queueId === null ? undefined : routed(release, door, replies, played)?.queue
  return problemsOf(
    {
      comes,
      contains,
      lacks,
      ...(itemId !== null && { item: itemId }),
      ...(queueId !== null && { queue: queueId }),
    },
    { reply: replies.at(-1), queue },
    names,
  )
}

/** More changes than these are not taken back one by one to find the one that broke a check. */
const MOST_BLAMED = 40

interface Blaming {
  choices: Choices
  engine: Pick<EngineHost, 'of'>
  live: CompiledRelease | null
  at: Date
  names: Names
}

/** Runs checks on a choice of changes; of those that pass under the live release and fail here, the changes are found without which they pass. */
export async function runChecks(
  choice: Choice,
  checks: readonly CheckRow[],
  { choices, engine, live, at, names }: Blaming,
): Promise<CheckFailure[]> {
  const failed = await failing(await engine.of(choice.pins), checks, at, names)
  if (failed.size === 0) return []
  const broken = checks.filter(({ id }) => failed.has(id))
  const before = live ? await failing(live, broken, at, names) : new Map<number, string[]>()
  const fresh = broken.filter(({ id }) => !before.has(id))
  const blamed = new Map<number, number[]>()
  const without = fresh.length > 0 && live ? await choices.withoutEach(choice) : []
  for (const { item, without: rest } of without.slice(0, MOST_BLAMED)) {
    const still = await failing(await engine.of(rest.pins), fresh, at, names)
    for (const { id } of fresh)
      if (!still.has(id)) blamed.set(id, [...(blamed.get(id) ?? []), item])
  }
  return broken.map(({ id }) => ({
    check: id,
    problems: failed.get(id)!,
    brokenBy: (blamed.get(id) ?? []).map((item) => ({ item, title: names.item(item) })),
    before: before.has(id),
  }))
}
