import { startRewriter } from './rewriter.mjs'

// The stand-in as a process of its own: started beside the server, and ended when that ends.
const rewriter = await startRewriter({ latencyMs: 250 })
process.send?.({ type: 'ready', place: rewriter.address })
for (const signal of ['SIGTERM', 'SIGINT', 'disconnect'])
  process.on(signal, () => void rewriter.stop().then(() => process.exit(0)))
