import { parentPort } from 'node:worker_threads'
import { Unreadable } from '../readers/text.ts'
import { PAGE_SAYS_NO } from './leftAlone.ts'
import { readPage } from './page.ts'
import type { PageOrder, PageRead } from './pageReader.ts'

parentPort!.on('message', ({ address, bytes, collection, robots }: PageOrder) => {
  parentPort!.postMessage(read(address, Buffer.from(bytes), collection, robots))
})

function read(address: string, bytes: Buffer, collection: string, robots: string): PageRead {
  try {
    const { content, links, asksNotTo } = readPage(address, bytes, collection, robots)
    if (!asksNotTo) return { type: 'read', content, links }
    return { type: 'unreadable', because: PAGE_SAYS_NO, links }
  } catch (cause) {
    return {
      type: 'unreadable',
      because: cause instanceof Unreadable ? cause.message : 'it could not be understood',
      links: [],
    }
  }
}
