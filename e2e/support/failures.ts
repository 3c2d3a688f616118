import { writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Browser } from './browser.ts'

const WORDS_SHOWN = 400
const WHAT_IT_SAYS = `return [...document.querySelectorAll('[role=dialog], .p-toast-message, .failure')].map((one) => one.innerText.replace(/\\s+/g, ' ')).join(' | ')`

/** After a failed step, what each browser shows: its dialogs and messages, for who has the log alone, and the place of its picture. */
export async function pictureFailures(
  test: Mocha.Test | undefined,
  browsers: Record<string, Browser | undefined>,
): Promise<void> {
  if (test?.state !== 'failed') return
  for (const [name, browser] of Object.entries(browsers)) {
    const path = join(tmpdir(), `janua-failed-${name}.png`)
    const picture = await browser?.driver.takeScreenshot().catch(() => undefined)
    if (!picture) continue
    writeFileSync(path, picture, 'base64')
    const [url, words] = await Promise.all([
      browser!.driver.getCurrentUrl(),
      browser!.driver.executeScript<string>(WHAT_IT_SAYS),
    ]).catch(() => ['', ''])
    process.stdout.write(
      `      ${name} showed ${url}: ${words.slice(0, WORDS_SHOWN) || 'no message'} (${path})\n`,
    )
  }
}
