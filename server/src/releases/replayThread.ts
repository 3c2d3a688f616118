import { type AnswerSettings, type IndexBlocks, openIndex, replayAnswer, type ReplaySide, type Turn } from '@janua/core'
import { parentPort, workerData } from 'node:worker_threads'

/** One release as a replay asks it: its index, shared with whoever holds it, and how each door answers. */
export interface ReplayRelease {
  blocks: IndexBlocks
  doors: Record<number, AnswerSettings>
}
export interface ReplayOrder {
  releases: ReplayRelease[]
}
export interface ReplayTask {
  cases: { text: string; before?: Turn; door: number; day: string }[]
}
/** For each case what each release says; null where a release has no such door. */
export type ReplayDone = (ReplaySide | null)[][]

const { releases } = (workerData as { order: ReplayOrder }).order
const opened = releases.map(({ blocks, doors }) => ({ index: openIndex(blocks), doors }))

parentPort!.on('message', ({ cases }: ReplayTask) => {
  const done: ReplayDone = cases.map(({ text, before, door, day }) =>
    opened.map(({ index, doors }) => {
      const settings = doors[door]
      return settings ? replayAnswer(index, text, before, { ...settings, day }) : null
    }),
  )
  parentPort!.postMessage(done)
})
