import {
  type AnswerSettings,
  type IndexBlocks,
  type ReplayedDays,
  replayOverDays,
  type Turn,
} from '@janua/core'
import { type MessagePort, parentPort, workerData } from 'node:worker_threads'
import { openShared } from '../answering/meaningModels.ts'

/** One release as a replay asks it: its index, shared with whoever holds it, and how each door answers. */
export interface ReplayRelease {
  blocks: IndexBlocks
  doors: Record<number, AnswerSettings>
}
export interface ReplayOrder {
  releases: ReplayRelease[]
  /** By which an encoder of the team's is asked. */
  encoder: MessagePort
}
export interface ReplayTask {
  cases: { text: string; before?: Turn; door: number; days: string[] }[]
}
/** For each case what the releases say, by groups of days. */
export type ReplayDone = ReplayedDays[][]

const { releases, encoder } = (workerData as { order: ReplayOrder }).order
const indices = new Map(
  [...new Set(releases.map(({ blocks }) => blocks))].map((blocks) => [
    blocks,
    openShared(blocks, encoder),
  ]),
)
const opened = releases.map(({ blocks, doors }) => ({ index: indices.get(blocks)!, doors }))

parentPort!.on('message', ({ cases }: ReplayTask) => {
  const done: ReplayDone = cases.map(({ text, before, door, days }) =>
    replayOverDays(
      opened.map(({ index, doors }) => ({ index, settings: doors[door] })),
      text,
      before,
      days,
    ),
  )
  parentPort!.postMessage(done)
})
