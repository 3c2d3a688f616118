import type { Worker } from 'node:worker_threads'
import { startThread } from '../../../platform/jobs/startThread.ts'
import type { ArrivedFile, ReadingOrder, Said } from './protocol.ts'

/** A file that takes longer than this is given up, and the next one is read. */
const MOST_SECONDS = 60
const MOST_HEAP_MB = 400

export interface FileReading {
  /** Ends when every file was said something of, or after `stop`. */
  ended: Promise<void>
  stop(): Promise<void>
}

/**
 * Reads files in a thread of their own, with bounded memory and time. A file that bursts the thread or never ends is refused,
 * and a new thread goes on behind it.
 */
export function readInThread(
  files: readonly ArrivedFile[],
  tell: (said: Said) => void,
): FileReading {
  let stopped = false
  let current: Worker | undefined
  const ended = (async () => {
    let left = [...files]
    while (left.length > 0 && !stopped)
      left = await oneThread(left, tell, (worker) => (current = worker))
  })()
  return {
    ended,
    async stop() {
      stopped = true
      await current?.terminate()
      await ended
    },
  }
}

/** @returns the files that this thread did not come to */
function oneThread(
  files: readonly ArrivedFile[],
  tell: (said: Said) => void,
  hold: (worker: Worker) => void,
): Promise<ArrivedFile[]> {
  return new Promise((done) => {
    const order: ReadingOrder = { files: [...files] }
    const worker = startThread(new URL('./worker.ts', import.meta.url), order, {
      maxOldGenerationSizeMb: MOST_HEAP_MB,
      maxYoungGenerationSizeMb: 64,
    })
    hold(worker)
    let shown = files[0]!.name
    let open = true
    let timer: NodeJS.Timeout
    const behind = () => {
      const at = files.findIndex(({ name }) => shown === name || shown.startsWith(`${name} › `))
      return files.slice(at + 1)
    }
    const watch = () => {
      clearTimeout(timer)
      timer = setTimeout(
        () => void end(`reading it took longer than ${MOST_SECONDS} seconds`),
        MOST_SECONDS * 1000,
      )
    }
    const end = async (refusal?: string) => {
      if (!open) return
      open = false
      clearTimeout(timer)
      if (refusal) tell({ type: 'refused', file: shown, reason: refusal })
      await worker.terminate()
      done(refusal ? behind() : [])
    }
    watch()
    worker.on('message', (said: Said) => {
      if (!open) return
      if (said.type === 'begins') {
        shown = said.file
        watch()
      }
      if (said.type === 'done') void end()
      else tell(said)
    })
    worker.once('error', (cause: NodeJS.ErrnoException) => {
      if (process.env.JANUA_DEBUG) process.stderr.write(`${cause.stack}\n`)
      void end(
        cause.code === 'ERR_WORKER_OUT_OF_MEMORY'
          ? 'it needs more memory to read than a file may take'
          : 'it could not be read: something in it is not as this kind of file should be',
      )
    })
    worker.once('exit', () => {
      if (!open) return
      open = false
      clearTimeout(timer)
      done([])
    })
  })
}
