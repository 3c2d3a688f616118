import type { Worker } from 'node:worker_threads'
import { askThread, startThread } from '../jobs/startThread.ts'
import type { ReplayDone, ReplayOrder, ReplayTask } from './replayThread.ts'

/** Threads that ask releases questions, each one task at a time. */
export class ReplayPool {
  private readonly workers: Worker[]

  constructor(order: ReplayOrder, threads: number) {
    this.workers = Array.from({ length: threads }, () =>
      startThread<ReplayOrder>(new URL('./replayThread.ts', import.meta.url), order, {}),
    )
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
