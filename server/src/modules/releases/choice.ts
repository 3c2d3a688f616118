import type { DraftChange } from '@janua/contracts'
import { changesBetween, type Pinned } from '@janua/core'
import type { Transaction } from 'sequelize'
import { problem } from '../../platform/http/problems.ts'
import { type Draft, hashOf } from './draft.ts'
import type { LivePointer } from './livePointer.ts'

/** What the next release would hold, if these changes of the draft were taken. */
export interface Choice {
  pins: Pinned[]
  /** The same for the same revisions: proofs are kept by it. */
  key: string
}

/** Chooses from the draft's changes; everything else is as visitors have it. */
export class Choices {
  constructor(private readonly dependencies: { draft: Draft; live: LivePointer }) {}

  /** @param items changes that are taken; null for all of the draft */
  async of(items: readonly number[] | null, transaction?: Transaction): Promise<Choice> {
    const { draft, live } = this.dependencies
    const whole = await draft.pinned(transaction)
    return choiceOf(
      items === null ? whole : merged(await live.pinned(transaction), whole, new Set(items)),
    )
  }

  /** The choice without one of its changes, for each of them. */
  async withoutEach({ pins }: Choice): Promise<{ item: number; without: Choice }[]> {
    const live = await this.dependencies.live.pinned()
    const before = new Map(live.map((pin) => [pin.item, pin]))
    return changesBetween(live, pins).map(({ item }) => {
      const others = pins.filter((pin) => pin.item !== item)
      const old = before.get(item)
      return { item, without: choiceOf(old ? [...others, old] : others) }
    })
  }
}

export function choiceOf(pins: readonly Pinned[]): Choice {
  const sorted = [...pins].sort((a, b) => a.item - b.item)
  return { pins: sorted, key: hashOf(sorted) }
}

/** The chosen ones of the draft's changes. @throws NOTHING_TO_PUBLISH, CHANGE_NOT_READY */
export function readyAmong(
  changes: readonly DraftChange[],
  chosen: ReadonlySet<number>,
): DraftChange[] {
  const taken = changes.filter(({ item }) => chosen.has(item))
  if (taken.length === 0) throw problem('NOTHING_TO_PUBLISH')
  const unready = taken.find(({ ready }) => !ready)
  if (unready) throw problem('CHANGE_NOT_READY', unready.title)
  return taken
}

/** What is live, with the chosen items as the draft has them. */
export function merged(
  before: readonly Pinned[],
  draft: readonly Pinned[],
  chosen: ReadonlySet<number>,
): Pinned[] {
  return [
    ...before.filter(({ item }) => !chosen.has(item)),
    ...draft.filter(({ item }) => chosen.has(item)),
  ]
}
