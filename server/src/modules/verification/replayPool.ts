import type { AnswerSettings } from '@janua/core'
import type { MessagePort, Worker } from 'node:worker_threads'
import { askThread, startThread } from '../../platform/jobs/startThread.ts'
import type { ReplayDone, ReplayOrder, ReplayTask } from './replayThread.ts'
import { type CompiledRelease, settingsAt } from '../answering/index.ts'

/** How each door of a release answers, whatever the day. */
export function doorsOf(release: CompiledRelease): Record<number, AnswerSettings> {
  return Object.fromEntries(
    release.doors.map((door) => [
      door.id,
      { ...settingsAt(release, door, new Date(0)), day: undefined },
    ]),
  )
}

/** Threads that ask releases questions, each one task at a time. */
export class ReplayPool {
  private readonly workers: Worker[]

  /** @param port makes a line to an encoder of the team's, one for each thread */
  constructor(releases: ReplayOrder['releases'], threads: number, port: () => MessagePort) {
    this.workers = Array.from({ length: threads }, () => {
      const encoder = port()
      return startThread<ReplayOrder>(
        new URL('./replayThread.ts', import.meta.url),
        { releases, encoder },
        {},
        [encoder],
      )
    })
  }

  /**
   * Does all tasks, and gives each result on as it comes; the next task of a thread waits until that has been dealt with.
   * @param stop is asked before each task; when it says so, the rest is left
   */
  async all(
    tasks: readonly ReplayTask[],
    keep: (result: ReplayDone, place: number) => Promise<void>,
    stop: () => boolean,
  ): Promise<void> {
    let next = 0
    await Promise.all(
      this.workers.map(async (worker) => {
        while (next < tasks.length && !stop()) {
          const place = next++
          await keep(await askThread<ReplayTask, ReplayDone>(worker, tasks[place]!), place)
        }
      }),
    )
  }

  async close(): Promise<void> {
    await Promise.all(this.workers.map((worker) => worker.terminate()))
  }
}
