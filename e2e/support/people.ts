import { DEMO_PASSWORD } from '../../demo/people.ts'
import { type Browser, openBrowser } from './browser.ts'

/** A server that has just started opens its release first; on a busy machine that takes its time. */
const FIRST_MS = 60_000

/** A person of the demo's team, signed in at a browser of their own. */
export async function signedIn(url: string, who: string, size = {}): Promise<Browser> {
  const browser = await openBrowser(size)
  await browser.goes(`${url}/sign-in`)
  await browser.types('mail', `${who}@merrowline.example`)
  await browser.types('password', DEMO_PASSWORD)
  await browser.presses('sign-in')
  await browser.sees('account', undefined, FIRST_MS).catch(async (cause: unknown) => {
    const page = await browser.driver.findElement({ css: 'body' }).getText()
    throw new Error(`${who} is not signed in; the page says: ${page}`, { cause })
  })
  return browser
}

/** A visitor who opens the arch on the demo company's page; the browser is left inside the frame. */
export async function visitorAt(page: string, size = {}): Promise<Browser> {
  const browser = await openBrowser(size)
  await browser.goes(page)
  await (await browser.element({ css: '[data-janua="arch"]' })).click()
  await intoFrame(browser)
  return browser
}

export async function intoFrame(browser: Browser): Promise<void> {
  await browser.driver.switchTo().defaultContent()
  await browser.driver.switchTo().frame(await browser.element({ css: 'iframe[data-janua="door"]' }))
  await browser.sees('question')
}

export async function asks(browser: Browser, question: string): Promise<void> {
  const before = (await browser.all('answer')).length
  await browser.types('question', question)
  await browser.presses('send')
  await browser.driver.wait(
    async () => (await browser.all('answer')).length > before,
    10_000,
    `no answer to “${question}”`,
  )
}
