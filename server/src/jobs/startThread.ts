import { type ResourceLimits, Worker } from 'node:worker_threads'

/**
 * Starts a job in a thread of its own.
 * @param module address of the TypeScript file that is the job; it finds `order` in workerData
 */
export function startThread<T>(module: URL, order: T, resourceLimits: ResourceLimits): Worker {
  return new Worker(new URL('./thread.mjs', import.meta.url), { workerData: { module: module.href, order }, resourceLimits, execArgv: [] })
}
