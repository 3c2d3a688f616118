import { setImmediate } from 'node:timers/promises'

const AT_A_STRETCH_MS = 12

/** Long work on the thread that answers visitors: it lets whoever waits in between, so that nobody's answer waits for all of it. */
export class Turns {
  private began = performance.now()

  /** To be called between small pieces of work; gives the next in line its turn once this one took long enough. */
  async give(): Promise<void> {
    if (performance.now() - this.began < AT_A_STRETCH_MS) return
    await setImmediate()
    this.began = performance.now()
  }
}
