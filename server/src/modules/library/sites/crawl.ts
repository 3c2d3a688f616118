import * as cheerio from 'cheerio'
import robotsParser from 'robots-parser'
import type { DocumentContent, SiteLook } from '@janua/contracts'
import { decode, Unreadable } from '../readers/text.ts'
import { fetchPage, type Outside } from './fetching.ts'
import { ROBOTS_SAY_NO } from './leftAlone.ts'
import { PageReader } from './pageReader.ts'

export interface CrawlOrder {
  address: string
  collection: string
  pageLimit: number
  allowed: ReadonlySet<string>
  outside: Outside
  signal: AbortSignal
}
interface CrawledPage {
  address: string
  content: DocumentContent
}
export interface Crawled {
  pages: CrawledPage[]
  failed: { address: string; because: string }[]
  /** Pages that are not there any more, by the site's own word. */
  gone: string[]
  /** More pages were found than the limit allows. */
  more: boolean
}
export type CrawlProgress = (at: { read: number; found: number; current: string }) => void

type Robots = ReturnType<typeof robotsParser>
type Place = Pick<CrawlOrder, 'address' | 'allowed' | 'outside'>

const US = 'Janua'
const MOST_SITEMAPS = 20
const LONGEST_PACE_MS = 10_000
const NOT_PAGES = /\.(pdf|docx?|xlsx?|zip|png|jpe?g|gif|webp|svg|css|js|mp4|mp3|ics|xml|json)$/i

/** Looks at how a site's pages would be found, and how many there are, without reading them. */
export async function lookAt(place: Place): Promise<SiteLook> {
  const robots = await robotsOf(place)
  const listed = await sitemapPages(place, robots)
  return listed ? { by: 'sitemap', pages: listed.length } : { by: 'links', pages: null }
}

/**
 * Reads the pages of a site below an address: those its sitemap names, else those its links lead to, in a polite pace and as its
 * robots.txt allows. A page that fails is listed, and the others come in.
 * @throws {Unreadable} when the site as a whole cannot be read
 */
export async function crawl(order: CrawlOrder, progress: CrawlProgress): Promise<Crawled> {
  const robots = await robotsOf(order)
  const listed = await sitemapPages(order, robots)
  const follow = listed === null
  const queue = [...new Set((listed ?? [order.address]).map(plainAddress))]
  const seen = new Set(queue)
  const result: Crawled = { pages: [], failed: [], gone: [], more: false }
  const taken = new Set<string>()
  const reader = new PageReader()
  try {
    await readAll()
  } finally {
    await reader.close()
  }
  if (result.pages.length === 0 && !order.signal.aborted)
    throw new Unreadable(
      result.failed[0]
        ? `no page could be read: ${result.failed[0].because}`
        : 'no page was found below this address',
    )
  return result

  async function readAll(): Promise<void> {
    for (let at = 0; at < queue.length && !order.signal.aborted; at++) {
      if (at >= order.pageLimit) {
        result.more = true
        break
      }
      const current = queue[at]!
      progress({ read: at, found: Math.min(queue.length, order.pageLimit), current })
      if (at > 0) await pause(paceOf(order.outside, robots), order.signal)
      const links = await readOne(current, { order, robots, result, taken, reader })
      for (const link of follow ? links.map(plainAddress) : []) {
        if (
          seen.has(link) ||
          !isBelow(link, order.address) ||
          NOT_PAGES.test(new URL(link).pathname)
        )
          continue
        seen.add(link)
        queue.push(link)
      }
    }
  }
}

async function readOne(
  address: string,
  {
    order,
    robots,
    result,
    taken,
    reader,
  }: {
    order: CrawlOrder
    robots: Robots
    result: Crawled
    taken: Set<string>
    reader: PageReader
  },
): Promise<string[]> {
  try {
    if (robots.isAllowed(address, US) === false) throw new Unreadable(ROBOTS_SAY_NO)
    const {
      status,
      type,
      bytes,
      robots: robotsTag,
      address: answered,
    } = await fetchPage(address, order.allowed, order.outside)
    if (status === 404 || status === 410) result.gone.push(address)
    if (status >= 400) throw new Unreadable(`it answered with status ${status}`)
    if (!/html|^$/.test(type)) throw new Unreadable(`it is no page but ${type.split(';')[0]}`)
    const real = plainAddress(answered)
    if (taken.has(real)) return []
    taken.add(real)
    if (!isBelow(real, order.address))
      throw new Unreadable(`it leads away, to ${real.slice(0, 120)}`)
    const read = await reader.read({
      address: real,
      bytes,
      collection: order.collection,
      robots: robotsTag,
    })
    if (read.type === 'unreadable') result.failed.push({ address, because: read.because })
    else result.pages.push({ address: real, content: read.content })
    return read.links
  } catch (cause) {
    result.failed.push({
      address,
      because: cause instanceof Unreadable ? cause.message : 'it could not be understood',
    })
    return []
  }
}

async function robotsOf({ address, allowed, outside }: Place): Promise<Robots> {
  const at = new URL('/robots.txt', address).href
  const { status, bytes } = await fetchPage(at, allowed, outside)
  if (status >= 500)
    throw new Unreadable(
      `its robots.txt answered with status ${status}, so nothing is read for now`,
    )
  return robotsParser(at, status < 300 ? decode(bytes) : '')
}

/** The pages that the sitemap names below the address; null when there is no sitemap. */
async function sitemapPages(place: Place, robots: Robots): Promise<string[] | null> {
  const named = robots.getSitemaps()
  const queue = named.length > 0 ? [...named] : [new URL('/sitemap.xml', place.address).href]
  const pages = new Set<string>()
  let any = false
  for (let at = 0; at < queue.length && at < MOST_SITEMAPS; at++) {
    const xml = await sitemapText(queue[at]!, place)
    if (xml === null) continue
    any = true
    const $ = cheerio.load(xml, { xml: true })
    queue.push(
      ...$('sitemap > loc')
        .toArray()
        .map((loc) => $(loc).text().trim())
        .filter((each) => URL.canParse(each)),
    )
    for (const loc of $('url > loc').toArray()) {
      const page = $(loc).text().trim()
      if (
        URL.canParse(page) &&
        isBelow(page, place.address) &&
        !NOT_PAGES.test(new URL(page).pathname)
      )
        pages.add(plainAddress(page))
    }
  }
  return any && pages.size > 0 ? [...pages] : null
}

async function sitemapText(address: string, { allowed, outside }: Place): Promise<string | null> {
  const answer = await fetchPage(address, allowed, outside).catch(() => null)
  if (!answer || answer.status >= 300) return null
  const text = decode(answer.bytes)
  return /<(urlset|sitemapindex)\b/.test(text) ? text : null
}

/** Whether an address lies on the same host, below the folder of the other. */
function isBelow(address: string, top: string): boolean {
  if (!URL.canParse(address)) return false
  const [a, b] = [new URL(address), new URL(top)]
  const folder = b.pathname.endsWith('/')
    ? b.pathname
    : /\.[a-z]+$/i.test(b.pathname)
      ? b.pathname.replace(/[^/]*$/, '')
      : `${b.pathname}/`
  return a.host === b.host && (a.pathname === b.pathname || `${a.pathname}/`.startsWith(folder))
}

function plainAddress(address: string): string {
  const url = new URL(address)
  url.hash = ''
  return url.href
}

function paceOf(outside: Outside, robots: Robots): number {
  return Math.min(LONGEST_PACE_MS, Math.max(outside.paceMs, (robots.getCrawlDelay(US) ?? 0) * 1000))
}

function pause(ms: number, signal: AbortSignal): Promise<void> {
  return new Promise((done) => {
    const timer = setTimeout(done, ms)
    signal.addEventListener('abort', () => (clearTimeout(timer), done()), { once: true })
  })
}
