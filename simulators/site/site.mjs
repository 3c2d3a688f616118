import { readFile } from 'node:fs/promises'
import { createServer } from 'node:http'
import { join, normalize } from 'node:path'

const PAGES = join(import.meta.dirname, 'pages')
const TYPES = {
  html: 'text/html; charset=utf-8',
  xml: 'application/xml',
  txt: 'text/plain; charset=utf-8',
}

/** The web site of Merrow Line, for Janua to read from: plain pages on loopback, under whatever name they are asked for. */
export function startSite(port = 0) {
  const server = createServer(async (req, res) => {
    const path = normalize(decodeURIComponent(new URL(req.url ?? '/', 'http://site').pathname))
    for (const file of path.endsWith('/')
      ? [`${path}index.html`]
      : [path, `${path}.html`, `${path}/index.html`]) {
      const body = /\.\w+$/.test(file) ? await readFile(join(PAGES, file)).catch(() => null) : null
      if (body)
        return res
          .writeHead(200, {
            'content-type': TYPES[file.split('.').at(-1)] ?? 'application/octet-stream',
          })
          .end(body)
    }
    res
      .writeHead(404, { 'content-type': TYPES.html })
      .end('<!doctype html><title>Not here</title><h1>This page is not here</h1>')
  })
  return new Promise((done, failed) => {
    server.once('error', failed)
    server.listen(port, '127.0.0.1', () => {
      const { port: own } = server.address()
      done({
        place: `127.0.0.1:${own}`,
        close: () =>
          new Promise((closed) => {
            server.close(() => closed())
            server.closeAllConnections()
          }),
      })
    })
  })
}

/** Host under which the site is known to Janua; the configuration says where it stands. */
export const SITE_HOST = 'www.merrowline.example'
