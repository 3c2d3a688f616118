import type { Browser } from '../../e2e/support/browser.ts'
import { signedIn } from '../../e2e/support/people.ts'
import { serveDemo } from '../../e2e/support/served.ts'
import { type Figure, quantile, withLimit } from '../figure.ts'

const DAY = '2026-11-23'
const PAGES = [
  '/today',
  '/gaps',
  '/proposals',
  '/coverage',
  '/questions',
  '/audit-sample',
  '/library',
  '/library/1',
  '/fixed',
  '/glossary',
  '/health',
  '/doors',
  '/models',
  '/rehearsal',
  '/checks',
  '/replay',
  '/threshold',
  '/releases',
  '/desk',
  '/queues',
  '/routing',
  '/team',
  '/audit',
  '/system',
  '/guide',
]
/** Each page is opened so often; the middle time counts. */
const TIMES = 3
/** What comes later than this after a page was opened is no longer its main content. */
const SETTLE_MS = 2_500
const CONTENT_LIMIT_MS = 1_000
const CLICK_LIMIT_MS = 100
const LIST_LIMIT_MS = 300

interface Opened {
  /** When the largest piece of content was drawn, in ms after the page was asked for. */
  content: number
  /** How long the page took to draw its answer to a click, in ms. */
  click: number
  /** What was read of the server: addresses without their query, with what each took in ms. */
  asked: { path: string; ms: number }[]
}

/**
 * How fast screens are on this machine, with the demo's data, by the browser's own timings: when the main content of each page is
 * drawn after it is opened anew, how soon it answers a click, and what the server's lists take meanwhile.
 * @param url of a demo that runs already; without one a demo is loaded first, which takes minutes
 * @see https://www.w3.org/TR/largest-contentful-paint/ and https://www.w3.org/TR/event-timing/
 */
export async function screensSuite(url?: string): Promise<Figure[]> {
  const served = url ? undefined : await serveDemo(DAY)
  const base = url ?? served!.url
  const browser = await signedIn(base, 'ines')
  try {
    const figures: Figure[] = []
    const asked: Opened['asked'] = []
    // The first page is opened once more than it counts, so that the server is warm.
    await opened(browser, `${base}${PAGES[0]}`)
    for (const page of PAGES) {
      const times: Opened[] = []
      for (let i = 0; i < TIMES; i++) times.push(await opened(browser, `${base}${page}`))
      asked.push(...times.flatMap((each) => each.asked))
      figures.push(...figuresOf(page, times))
    }
    return [...figures, ...figuresOfLists(asked)]
  } finally {
    await browser.close()
    await served?.stop()
  }
}

const middle = (values: readonly number[]) =>
  quantile(
    values.toSorted((a, b) => a - b),
    0.5,
  )
const figureOf = (about: string, measure: string, value: number, n: number): Figure => ({
  suite: 'screens',
  case: about,
  subject: 'janua',
  measure,
  value,
  unit: 'ms',
  n,
})

function figuresOf(page: string, times: readonly Opened[]): Figure[] {
  const content = middle(times.map((each) => each.content))
  const click = middle(times.map((each) => each.click))
  return [
    withLimit(figureOf(page, 'main content drawn', content, times.length), {
      atMost: CONTENT_LIMIT_MS,
    }),
    withLimit(figureOf(page, 'click answered', click, times.length), { atMost: CLICK_LIMIT_MS }),
  ]
}

/** All that pages read, and the slowest of it. */
function figuresOfLists(asked: readonly Opened['asked'][number][]): Figure[] {
  const p95 = (some: readonly { ms: number }[]) =>
    quantile(
      some.map(({ ms }) => ms).sort((a, b) => a - b),
      0.95,
    )
  const paths = [...new Set(asked.map(({ path }) => path))]
  const byPath = paths
    .map((path) => ({ path, some: asked.filter((each) => each.path === path) }))
    .map(({ path, some }) => ({ path, some, p95: p95(some) }))
    .sort((a, b) => b.p95 - a.p95)
  return [
    withLimit(figureOf('all that pages read', 'answered, p95', p95(asked), asked.length), {
      atMost: LIST_LIMIT_MS,
    }),
    ...byPath.slice(0, 5).map(({ path, some, p95 }) =>
      withLimit(figureOf(`GET ${path}`, 'answered, p95', p95, some.length), {
        atMost: LIST_LIMIT_MS,
      }),
    ),
  ]
}

async function opened(browser: Browser, url: string): Promise<Opened> {
  await browser.driver.get('about:blank')
  await browser.goes(url)
  await pause(SETTLE_MS)
  const { content, asked } = await browser.driver.executeAsyncScript<Omit<Opened, 'click'>>(`
    const done = arguments[0]
    const asked = performance.getEntriesByType('resource')
      .filter(({ name, initiatorType }) => initiatorType === 'fetch' && name.includes('/api/'))
      .map(({ name, requestStart, responseEnd, startTime }) => ({
        path: new URL(name).pathname.replace(/\\/\\d+/g, '/:id'),
        ms: responseEnd - (requestStart || startTime),
      }))
    new PerformanceObserver((list) =>
      done({ content: list.getEntries().at(-1).startTime, asked }),
    ).observe({ type: 'largest-contentful-paint', buffered: true })`)
  return { content, asked, click: await clickOf(browser) }
}

/** Presses the help of the page, and waits for what the browser says that took. Nothing shorter than 16 ms is told. */
async function clickOf(browser: Browser): Promise<number> {
  await browser.driver.executeScript(`
    window.clicks = []
    new PerformanceObserver((list) => window.clicks.push(...list.getEntries()))
      .observe({ type: 'event', durationThreshold: 16 })`)
  await browser.presses('help')
  await pause(500)
  return browser.driver.executeScript<number>(
    `return Math.max(16, ...window.clicks.filter(({ name }) => /^(click|pointerup|mouseup)$/.test(name)).map(({ duration }) => duration))`,
  )
}

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))
