import type { DocumentContent } from '@janua/contracts'
import type { Worker } from 'node:worker_threads'
import { startThread } from '../../../platform/jobs/startThread.ts'
import { Unreadable } from '../readers/text.ts'

/** A page that takes longer is given up. */
const PATIENCE_MS = 20_000
const MOST_MEMORY_MB = 256

export interface PageOrder {
  address: string
  bytes: Uint8Array
  collection: string
  /** The X-Robots-Tag header. */
  robots: string
}
export type PageRead =
  | { type: 'read'; content: DocumentContent; links: string[] }
  /** There is nothing to take; its links may still be followed. */
  | { type: 'unreadable'; because: string; links: string[] }

/** Reads pages in a thread of its own, one after the other: a page made to be hard to read holds up nobody but itself. */
export class PageReader {
  private worker: Worker | undefined

  /** @throws {Unreadable} when it takes too long, or more memory than a page may */
  async read(order: PageOrder): Promise<PageRead> {
    const worker = (this.worker ??= startThread(
      new URL('./pageThread.ts', import.meta.url),
      {},
      { maxOldGenerationSizeMb: MOST_MEMORY_MB },
    ))
    try {
      return await answerOf(worker, order)
    } catch (cause) {
      await this.close()
      throw cause instanceof Unreadable ? cause : new Unreadable('it could not be understood')
    }
  }

  async close(): Promise<void> {
    const { worker } = this
    this.worker = undefined
    await worker?.terminate()
  }
}

function answerOf(worker: Worker, order: PageOrder): Promise<PageRead> {
  return new Promise((done, failed) => {
    const end = (settle: () => void) => {
      clearTimeout(timer)
      worker.off('message', onMessage).off('error', onError).off('exit', onExit)
      settle()
    }
    const onMessage = (read: PageRead) => end(() => done(read))
    const onError = (cause: Error) => end(() => failed(cause))
    const onExit = () => end(() => failed(new Error('the thread ended')))
    const timer = setTimeout(
      () => onError(new Unreadable('it takes too long to read')),
      PATIENCE_MS,
    )
    worker.on('message', onMessage).on('error', onError).on('exit', onExit)
    worker.postMessage(order)
  })
}
