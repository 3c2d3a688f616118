import { createServer } from 'node:http'

/** Serves on loopback; what cannot be understood is answered with 400 and ends nothing. @returns where, and how to end it at once */
export async function served(handler, port = 0) {
  const server = createServer((request, response) =>
    Promise.resolve(handler(request, response)).catch(() =>
      response.headersSent ? response.destroy() : response.writeHead(400).end(),
    ),
  )
  await new Promise((done) => server.listen(port, '127.0.0.1', done))
  return {
    origin: `http://127.0.0.1:${server.address().port}`,
    async stop() {
      server.closeAllConnections()
      await new Promise((done) => server.close(done))
    },
  }
}

/** The text that was sent along. */
export async function bodyOf(request) {
  let text = ''
  for await (const piece of request) text += piece
  return text
}

/** A fault of the next replies, until it is used up. */
export function faults() {
  let fault = null
  let left = 0
  return {
    fail(wanted, times = Infinity) {
      fault = wanted
      left = times
    },
    /** The fault of this reply; null for none. */
    next: () => (left-- > 0 ? fault : null),
  }
}
