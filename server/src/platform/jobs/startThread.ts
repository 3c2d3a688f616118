import { type ResourceLimits, type Transferable, Worker } from 'node:worker_threads'

/**
 * Starts a job in a thread of its own.
 * @param module address of the TypeScript file that is the job; it finds `order` in workerData
 * @param transfer what of the order goes over to it and is no longer here
 */
export function startThread<T>(
  module: URL,
  order: T,
  resourceLimits: ResourceLimits,
  transfer: readonly Transferable[] = [],
): Worker {
  return new Worker(IS_COMPILED ? compiled(module) : new URL('./thread.mjs', import.meta.url), {
    workerData: { module: module.href, order },
    resourceLimits,
    // Conditions by which packages are found are inherited; a loader is not, `thread.mjs` registers it.
    execArgv: IS_COMPILED ? process.execArgv : [],
    transferList: [...transfer],
  })
}

/** Whether this runs as JavaScript, or as TypeScript while it is worked on. */
const IS_COMPILED = !import.meta.url.endsWith('.ts')

const compiled = ({ href }: URL) => new URL(href.replace(/\.ts$/, '.js'))

/** Does a job in a thread of its own and gives what it reports; the thread ends with its first report. */
export function inThread<T, R>(
  module: URL,
  order: T,
  resourceLimits: ResourceLimits = {},
  transfer: readonly Transferable[] = [],
): Promise<R> {
  return new Promise((done, failed) => {
    const worker = startThread(module, order, resourceLimits, transfer)
    worker.once('message', (report: R) => {
      done(report)
      void worker.terminate()
    })
    worker.once('error', failed)
    worker.once('exit', () => failed(new Error('a job in a thread ended without a report')))
  })
}

/**
 * Gives a thread that goes on running a task, and waits for its report; one task at a time.
 * @throws when the thread fails or ends before it has reported: it can be asked nothing more
 */
export function askThread<T, R>(worker: Worker, task: T): Promise<R> {
  return new Promise((done, failed) => {
    const end = (then: () => void) => {
      worker.off('message', take).off('error', fail).off('exit', leave)
      then()
    }
    const take = (report: R) => end(() => done(report))
    const fail = (cause: Error) => end(() => failed(cause))
    const leave = () => fail(new Error('a thread ended without a report'))
    worker.on('message', take).on('error', fail).on('exit', leave)
    worker.postMessage(task)
  })
}
