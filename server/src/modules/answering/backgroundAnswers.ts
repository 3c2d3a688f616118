import { answerQuestion, blocksOf, type ReleaseIndex } from '@janua/core'
import type { MessagePort, Worker } from 'node:worker_threads'
import { askThread, startThread } from '../../platform/jobs/startThread.ts'
import { Turns } from '../../platform/jobs/turns.ts'
import type { AskDone, AskOrder, AskTask } from './askThread.ts'

/** So many questions go to the thread at once. */
const AT_ONCE = 40

/** Asks many questions for what Janua does by itself, in a thread of its own: visitors and pages wait for none of them. */
export class BackgroundAnswers {
  private worker: Worker | null = null
  /** The index that the thread holds. */
  private held: ReleaseIndex | null = null
  private last: Promise<unknown> = Promise.resolve()

  /** @param port a line by which the thread asks an encoder of the team's */
  constructor(private readonly port?: () => MessagePort) {}

  /** What an index says to questions, in their order; one list after the other. */
  of(index: ReleaseIndex, questions: AskTask['questions']): Promise<AskDone> {
    const asked = this.last.then(() =>
      index.meaning ? this.inThread(index, questions) : this.here(index, questions),
    )
    this.last = asked.catch(() => undefined)
    return asked
  }

  async close(): Promise<void> {
    await this.worker?.terminate()
    this.lose()
  }

  /** By words alone a question takes less time than a thread would to begin. */
  private async here(index: ReleaseIndex, questions: AskTask['questions']): Promise<AskDone> {
    const turns = new Turns()
    const done: AskDone = []
    for (const { text, settings } of questions) {
      done.push(answerQuestion(index, text, settings))
      await turns.give()
    }
    return done
  }

  private async inThread(index: ReleaseIndex, questions: AskTask['questions']): Promise<AskDone> {
    const done: AskDone = []
    for (let from = 0; from < questions.length; from += AT_ONCE)
      done.push(...(await this.some(index, questions.slice(from, from + AT_ONCE))))
    return done
  }

  private async some(index: ReleaseIndex, questions: AskTask['questions']): Promise<AskDone> {
    this.worker ??= this.start()
    const task = { questions, ...(this.held !== index && { blocks: blocksOf(index) }) }
    this.held = index
    try {
      return await askThread<AskTask, AskDone>(this.worker, task)
    } catch (cause) {
      // The next question finds a fresh thread.
      this.lose()
      throw cause
    }
  }

  private start(): Worker {
    const encoder = this.port?.()
    return startThread<AskOrder>(
      new URL('./askThread.ts', import.meta.url),
      { ...(encoder && { encoder }) },
      {},
      encoder ? [encoder] : [],
    )
  }

  private lose(): void {
    this.worker = null
    this.held = null
  }
}
