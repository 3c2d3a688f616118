import { startSite } from './site.mjs'

// The simulator as a process of its own: started beside the server, and ended when that ends.
const site = await startSite()
process.send?.({ type: 'ready', place: site.place })
for (const signal of ['SIGTERM', 'SIGINT', 'disconnect'])
  process.on(signal, () => void site.close().then(() => process.exit(0)))
