import type { ReplayPart, ReplaySummary } from '@janua/contracts'
import {
  changeBetween,
  coverageOf,
  fingerprint,
  flowOf,
  groupedBy,
  pairedBootstrap,
  type PairedGroup,
  REPLAY_CHANGES,
  type ReplaySide,
  seeded,
} from '@janua/core'
import { type ReplayCase, timesOf } from './replayLog.ts'
import type { ReplayResultRow, ReplaySides } from './tables.ts'
import type { LatestReviews } from '../questions/index.ts'

/** The same replay gives the same interval. */
const SEED = 20_261

/** A case with what both releases said to it on some days. */
export interface Replayed {
  asked: ReplayCase
  days: string[]
  sides: ReplaySides
}

/** What is stored of a case: what became of it, and whose collection it is. */
export function resultOf(
  { asked, days, sides }: Replayed,
  replayId: number,
  latest: LatestReviews,
): Omit<ReplayResultRow, 'id' | 'accepted'> {
  const { key, text, norm, before, door } = asked
  const { live, draft } = sides
  return {
    replayId,
    caseKey: key,
    questionKey: fingerprint(`${key} ${days[0]}`),
    text,
    norm,
    carried: before?.subject.slice(0, 2_000) ?? null,
    doorId: door,
    days,
    times: timesOf(asked, days),
    change: changeBetween(live, draft, latest.reviewedAs(norm)),
    fromOutcome: live.outcome,
    toOutcome: draft.outcome,
    collection: collectionOf(sides),
    sides,
  }
}

function collectionOf({ live, draft }: ReplaySides): string {
  const surest = (live.best?.confidence ?? 0) >= (draft.best?.confidence ?? 0) ? live : draft
  return surest.best?.collection ?? ''
}

/** What a replay came to, over the original questions: by visitor, as what one person asks hangs together. */
export function summaryOf(
  all: readonly Replayed[],
  results: readonly Pick<ReplayResultRow, 'change' | 'collection'>[],
  latest: LatestReviews,
  names: { door(id: number): string; sameModel: boolean },
): ReplaySummary {
  const worth = (side: ReplaySide, { norm }: ReplayCase) =>
    coverageOf(side, latest.reviewedAs(norm))
  const compare = (
    some: readonly Replayed[],
    before: keyof ReplaySides,
    after: keyof ReplaySides,
  ) =>
    pairedBootstrap(
      groupsOf(some, (one) => [
        worth(one.sides[before], one.asked),
        worth(one.sides[after], one.asked),
      ]),
      seeded(SEED),
    )
  const parts = (nameOf: (one: Replayed, i: number) => string): ReplayPart[] =>
    [
      ...groupedBy(
        all.map((one, i) => ({ one, name: nameOf(one, i) })),
        ({ name }) => name,
      ),
    ]
      .map(([name, some]) => ({
        name,
        n: some.reduce((sum, { one }) => sum + timesOf(one.asked, one.days), 0),
        ...compare(
          some.map(({ one }) => one),
          'live',
          'draft',
        ),
      }))
      .sort((a, b) => b.n - a.n)
  const changes = REPLAY_CHANGES.map((change) => {
    const some = all.filter((_, i) => results[i]!.change === change)
    return [
      change,
      {
        distinct: some.length,
        times: some.reduce((sum, { asked, days }) => sum + timesOf(asked, days), 0),
      },
    ] as const
  })
  return {
    coverage: compare(all, 'live', 'draft'),
    model: names.sameModel ? null : compare(all, 'own', 'live'),
    flow: flowOf(
      all.map(({ asked, days, sides: { live, draft } }) => ({
        live,
        draft,
        times: timesOf(asked, days),
      })),
    ),
    changes: Object.fromEntries(changes) as ReplaySummary['changes'],
    collections: parts((_, i) => results[i]!.collection || 'no collection'),
    doors: parts(({ asked }) => names.door(asked.door)),
  }
}

function groupsOf(
  all: readonly Replayed[],
  worth: (one: Replayed) => [before: number, after: number],
): PairedGroup[] {
  const groups = new Map<number, PairedGroup>()
  for (const one of all) {
    const [before, after] = worth(one)
    for (const [visitor, times] of one.days.flatMap((day) => [
      ...(one.asked.days.get(day) ?? []),
    ])) {
      const group = groups.get(visitor) ?? { n: 0, before: 0, after: 0 }
      groups.set(visitor, {
        n: group.n + times,
        before: group.before + before * times,
        after: group.after + after * times,
      })
    }
  }
  return [...groups.values()]
}
