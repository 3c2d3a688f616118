import type { Job } from './runner.ts'

/** Counting takes at most a ninth of the time, however large the log is: visitors' answers and people's pages go before it. */
const REST = 8

/** @param title what it is for, as the page System says it */
export function job(name: string, title: string, everySeconds: number, run: Job['run']): Job {
  return { name, title, everySeconds, run }
}

/** Rests after each run for a multiple of the time that it took. */
export function rested(run: Job['run']): Job['run'] {
  let until = 0
  return async () => {
    if (performance.now() < until) return
    const began = performance.now()
    try {
      await run()
    } finally {
      until = performance.now() + REST * (performance.now() - began)
    }
  }
}
