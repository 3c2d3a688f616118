import { readFile } from 'node:fs/promises'
import { join, normalize } from 'node:path'
import { served } from '../serving.mjs'

const PAGES = join(import.meta.dirname, 'pages')
const TYPES = {
  html: 'text/html; charset=utf-8',
  xml: 'application/xml',
  txt: 'text/plain; charset=utf-8',
}

/** The web site of Merrow Line, for Janua to read from: plain pages on loopback, under whatever name they are asked for. */
export async function startSite(port = 0) {
  const { origin, stop } = await served(async (req, res) => {
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
    return res
      .writeHead(404, { 'content-type': TYPES.html })
      .end('<!doctype html><title>Not here</title><h1>This page is not here</h1>')
  }, port)
  return { place: new URL(origin).host, close: stop }
}

/** Host under which the site is known to Janua; the configuration says where it stands. */
export const SITE_HOST = 'www.merrowline.example'
