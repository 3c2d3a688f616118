import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { DEMO_PASSWORD } from '../demo/people.ts'
import { type Browser, openBrowser } from './support/browser.ts'
import { serveDemo } from './support/served.ts'

/**
 * Takes a picture of each main view from the demo's data.
 * `npm run screenshots [-- --only NAME] [-- --to DIR] [-- --url http://127.0.0.1:4400]`
 */
const SETTLE_MS = 900
const DAY = '2026-11-23'

interface View {
  name: string
  as: 'ines' | 'anton' | null
  path: string
  width?: number
  /** Of the browser; British English when not given. */
  language?: string
  before?: (browser: Browser) => Promise<void>
}

const VIEWS: View[] = [
  {
    name: 'today',
    as: 'ines',
    path: '/today',
    before: async (browser) => void (await browser.sees('sentence')),
  },
  {
    name: 'gaps',
    as: 'ines',
    path: '/gaps',
    before: async (browser) => void (await browser.sees('gap')),
  },
  { name: 'gap', as: 'ines', path: '/gaps?state=open', before: openGap },
  {
    name: 'coverage',
    as: 'ines',
    path: '/coverage',
    before: async (browser) => void (await browser.sees('funnel')),
  },
  {
    name: 'questions',
    as: 'ines',
    path: '/questions?outcome=suggested',
    before: async (browser) => void (await browser.sees('question-sheet')),
  },
  { name: 'library', as: 'ines', path: '/library' },
  {
    name: 'article',
    as: 'ines',
    path: '/library',
    before: async (browser) => {
      await openItem(browser, 'Changing a booking')
      await browser.sees('passage')
    },
  },
  {
    name: 'health',
    as: 'ines',
    path: '/health',
    before: async (browser) => void (await browser.sees('finding', 'They state different')),
  },
  {
    name: 'door',
    as: 'ines',
    path: '/doors',
    before: (browser) => browser.presses('door', 'Ask Merrow Line'),
  },
  { name: 'rehearsal', as: 'ines', path: '/rehearsal', before: rehearse },
  {
    name: 'replay',
    as: 'ines',
    path: '/replay',
    before: async (browser) => void (await browser.sees('replayed')),
  },
  {
    name: 'threshold',
    as: 'ines',
    path: '/threshold',
    before: async (browser) => void (await browser.sees('week')),
  },
  {
    name: 'releases',
    as: 'ines',
    path: '/releases',
    before: async (browser) => void (await browser.sees('proof', 'pass')),
  },
  {
    name: 'routing',
    as: 'ines',
    path: '/routing',
    before: async (browser) => void (await browser.sees('learned-share')),
  },
  {
    name: 'queues',
    as: 'ines',
    path: '/queues',
    before: async (browser) => void (await browser.sees('queue-sums')),
  },
  { name: 'desk', as: 'anton', path: '/desk', before: (browser) => browser.presses('waiting') },
  { name: 'visitor', as: null, path: '/demo/help', before: visit },
  { name: 'visitor-narrow', as: null, path: '/door/booking', width: 390, before: askForPerson },
  {
    name: 'today-german',
    as: 'ines',
    path: '/today',
    language: 'de-DE',
    before: async (browser) => void (await browser.sees('sentence')),
  },
]

async function openItem(browser: Browser, title: string): Promise<void> {
  await browser.types('search', title)
  await browser.presses('article', title)
}

async function openGap(browser: Browser): Promise<void> {
  await browser.types('search', 'e-bike')
  await browser.sees('gap', 'ike')
  await browser.driver.sleep(SETTLE_MS)
  await (await (await browser.sees('gap')).findElement({ css: 'a' })).click()
  await browser.sees('gap-title')
}

async function rehearse(browser: Browser): Promise<void> {
  await browser.types('rehearse', 'how much does charging cost\n')
  await browser.sees('ladder')
}
async function visit(browser: Browser): Promise<void> {
  const arch = await browser.element({ css: '[data-janua="arch"]' })
  await arch.click()
  await browser.driver.switchTo().frame(await browser.element({ css: 'iframe[data-janua="door"]' }))
  await ask(browser)
}
async function ask(browser: Browser): Promise<void> {
  await browser.types('question', 'can I bring my dog\n')
  await browser.sees('answer')
  await browser.types('question', 'is there a helicopter to Oddsay\n')
  await browser.sees('ask-person')
}
async function askForPerson(browser: Browser): Promise<void> {
  await browser.types('question', 'is there a helicopter to Oddsay\n')
  await browser.sees('ask-person')
  await browser.presses('person')
  await browser.sees('contact')
}
async function signIn(browser: Browser, url: string, who: string): Promise<void> {
  await browser.goes(`${url}/sign-in`)
  await browser.types('mail', `${who}@merrowline.example`)
  await browser.types('password', DEMO_PASSWORD)
  await browser.presses('sign-in')
  await browser.sees('account')
}

const option = (name: string) => process.argv[process.argv.indexOf(`--${name}`) + 1]
const given = (name: string) => (process.argv.includes(`--${name}`) ? option(name) : undefined)
const folder = given('to') ?? join(import.meta.dirname, '../docs/screenshots')
const only = given('only')?.split(',')
mkdirSync(folder, { recursive: true })
const served = given('url')
  ? { url: given('url')!, stop: async () => undefined }
  : await serveDemo(DAY)
try {
  for (const { name, as, path, width = 1280, language = 'en-GB', before } of VIEWS.filter(
    (view) => !only || only.includes(view.name),
  )) {
    const browser = await openBrowser({ width, height: 800, language })
    try {
      if (as) await signIn(browser, served.url, as)
      await browser.goes(`${served.url}${path}`)
      await before?.(browser)
      await browser.driver.sleep(SETTLE_MS)
      await browser.driver.switchTo().defaultContent()
      writeFileSync(join(folder, `${name}.png`), await browser.driver.takeScreenshot(), 'base64')
      process.stdout.write(`${name}.png\n`)
    } finally {
      await browser.close()
    }
  }
} finally {
  await served.stop()
}
