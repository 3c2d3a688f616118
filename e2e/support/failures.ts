import { writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Browser } from './browser.ts'

/** After a failed step, what each browser shows: the place of the pictures is printed. */
export async function pictureFailures(test: Mocha.Test | undefined, browsers: Record<string, Browser | undefined>): Promise<void> {
  if (test?.state !== 'failed') return
  for (const [name, browser] of Object.entries(browsers)) {
    const path = join(tmpdir(), `janua-failed-${name}.png`)
    const picture = await browser?.driver.takeScreenshot().catch(() => undefined)
    if (!picture) continue
    writeFileSync(path, picture, 'base64')
    process.stdout.write(`      ${name} showed: ${path}\n`)
  }
}
