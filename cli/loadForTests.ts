import { loadedDemo } from './loadedDemo.ts'

/** A step of `npm test`: loads the demo beside the steps that do not need it yet. */
await loadedDemo()
process.exit(0)
