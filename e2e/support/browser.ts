import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import {
  Builder,
  By,
  type Locator,
  until,
  type WebDriver,
  type WebElement,
} from 'selenium-webdriver'
import chrome from 'selenium-webdriver/chrome.js'

const FLAGS = [
  '--headless=new',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--disable-dev-shm-usage',
  '--window-size=1280,800',
]
const WAIT_MS = 20_000
/** Whether an element is at the same place two frames later. */
const STANDS_STILL = `
  const [element, done] = arguments
  const place = () => JSON.stringify(element.getBoundingClientRect())
  const before = place()
  requestAnimationFrame(() => requestAnimationFrame(() => done(place() === before)))`

/** Opens a browser with a profile of its own: one person at one machine. */
export async function openBrowser({
  width = 1280,
  height = 800,
  language = 'en-GB',
} = {}): Promise<Browser> {
  const options = new chrome.Options()
  options.setChromeBinaryPath('/usr/bin/chromium')
  options.addArguments(
    ...FLAGS,
    `--lang=${language}`,
    `--user-data-dir=${mkdtempSync(join(tmpdir(), 'janua-browser-'))}`,
  )
  options.setUserPreferences({ 'intl.accept_languages': language })
  const service = new chrome.ServiceBuilder('/usr/bin/chromedriver')
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(service)
    .build()
  const browser = new Browser(driver)
  await browser.resize(width, height)
  return browser
}

/** A small vocabulary of what a person does and sees. Elements are named by their `data-test`. */
export class Browser {
  constructor(readonly driver: WebDriver) {}

  async resize(width: number, height: number): Promise<void> {
    await this.tells('Emulation.setDeviceMetricsOverride', {
      width,
      height,
      deviceScaleFactor: 1,
      mobile: false,
    })
  }

  /** The colour scheme that the person has chosen for all their programs. */
  async prefers(scheme: 'light' | 'dark'): Promise<void> {
    await this.tells('Emulation.setEmulatedMedia', {
      features: [{ name: 'prefers-color-scheme', value: scheme }],
    })
  }

  /** From now on requests to these addresses fail, as on a bad line; to none when none is named. */
  async loses(...urls: string[]): Promise<void> {
    await this.tells('Network.enable', {})
    await this.tells('Network.setBlockedURLs', { urls })
  }

  private async tells(command: string, detail: object): Promise<void> {
    await (
      this.driver as WebDriver & {
        sendDevToolsCommand(name: string, detail: object): Promise<void>
      }
    ).sendDevToolsCommand(command, detail)
  }

  async goes(url: string): Promise<void> {
    await this.driver.get(url)
  }

  /** Waits until the named element can be seen; what it missed is in the message. */
  async sees(name: string, withText?: string, waitMs = WAIT_MS): Promise<WebElement> {
    const missed = `no "${name}"${withText ? ` with “${withText}”` : ''} to be seen`
    const found = await this.driver.wait(
      async () => {
        for (const element of await this.driver.findElements(test(name))) {
          const shown = await element.isDisplayed().catch(() => false)
          if (
            shown &&
            (withText === undefined || (await element.getText().catch(() => '')).includes(withText))
          )
            return element
        }
        return null
      },
      waitMs,
      missed,
    )
    return found!
  }

  /** Presses what stands still, as a person would: what moves while the page fills is missed. */
  async presses(name: string, withText?: string): Promise<void> {
    const pressed = async () => {
      const element = await this.sees(name, withText)
      return (
        (await this.driver.executeAsyncScript<boolean>(STANDS_STILL, element)) &&
        // What is not yet enabled would be clicked in vain.
        (await element.isEnabled()) &&
        element.click().then(() => true)
      )
    }
    await this.driver.wait(
      () => pressed().catch(() => false),
      WAIT_MS,
      `"${name}" could not be pressed`,
    )
  }

  async types(name: string, text: string): Promise<void> {
    const field = await this.sees(name)
    await this.driver.wait(until.elementIsEnabled(field), WAIT_MS, `"${name}" cannot be typed into`)
    await field.clear()
    await field.sendKeys(text)
  }

  /** Waits until the named element has the keyboard, as the first field of a dialog has once it is open. */
  async focuses(name: string): Promise<void> {
    await this.driver.wait(
      async () => (await this.driver.switchTo().activeElement().getAttribute('data-test')) === name,
      WAIT_MS,
      `the keyboard is not at "${name}"`,
    )
  }

  async all(name: string): Promise<string[]> {
    return Promise.all(
      (await this.driver.findElements(test(name))).map((element) =>
        element.getText().catch(() => ''),
      ),
    )
  }

  async seesNo(name: string): Promise<void> {
    await this.driver.wait(
      async () => {
        const shown = await Promise.all(
          (await this.driver.findElements(test(name))).map((element) =>
            element.isDisplayed().catch(() => false),
          ),
        )
        return !shown.some(Boolean)
      },
      WAIT_MS,
      `"${name}" is still to be seen`,
    )
  }

  async element(locator: Locator): Promise<WebElement> {
    return this.driver.wait(until.elementLocated(locator), WAIT_MS)
  }

  async close(): Promise<void> {
    await this.driver.quit()
  }
}

export function test(name: string): By {
  return By.css(`[data-test="${name}"]`)
}
