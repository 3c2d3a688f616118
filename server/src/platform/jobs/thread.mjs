import { register } from 'tsx/esm/api'
import { workerData } from 'node:worker_threads'

// A thread does not inherit the loader that reads TypeScript, so it is registered before the job itself is loaded.
register()
await import(workerData.module)
