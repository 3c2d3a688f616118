import { startMail } from './mail.mjs'

// The simulator as a process of its own: started beside the server, told where its inbox is, and ended when that ends.
const mail = await startMail()
process.send?.({ type: 'ready', place: mail.smtp, page: mail.address })
process.on('message', ({ inbox }) => mail.sendTo(inbox))
for (const signal of ['SIGTERM', 'SIGINT', 'disconnect'])
  process.on(signal, () => void mail.stop().then(() => process.exit(0)))
