import { startLanguageModel } from './languageModel.mjs'

// The simulator as a process of its own: started beside the server, and ended when that ends.
const service = await startLanguageModel()
process.send?.({ type: 'ready', place: service.url })
for (const signal of ['SIGTERM', 'SIGINT', 'disconnect'])
  process.on(signal, () => void service.stop().then(() => process.exit(0)))
