import AxeBuilder from '@axe-core/webdriverjs'
import { expect } from 'chai'
import { createServer, type Server } from 'node:http'
import { Key, WebElement } from 'selenium-webdriver'
import { demoArticles } from '../demo/content.ts'
import { WRITTEN } from '../demo/learning.ts'
import { type Browser, openBrowser } from './support/browser.ts'
import { demoApp } from './support/testApp.ts'
import { asks, signedIn, visitorAt } from './support/people.ts'

const PAGES = [
  '/today',
  '/week',
  '/gaps',
  '/proposals',
  '/coverage',
  '/questions',
  '/questions/imports',
  '/audit-sample',
  '/unsettled',
  '/library',
  '/library/1',
  '/sites',
  '/fixed',
  '/glossary',
  '/small-talk',
  '/health',
  '/health?show=copy',
  '/doors',
  '/models',
  '/models/encoder',
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
  '/account',
  '/system',
  '/start',
  '/start/people',
  '/help',
  '/guide',
  '/guide/build',
  '/mail',
  '/not-a-page',
]
/** Keys of the catalogue instead of their texts, and labels that are cut off. */
const WRONG_TEXTS = `
  const keys = document.body.innerText.match(/\\b[a-z]+\\.[a-zA-Z0-9]+\\.[a-zA-Z0-9]+\\b/g) ?? []
  const isKey = (text) => /^(accounts|answering|common|coverage|doors|handover|library|models|releases|shell|start|system|terms|units)\\./.test(text)
  const cut = [...document.querySelectorAll('button, label, th, nav a')].filter(
    (each) =>
      each.offsetParent &&
      getComputedStyle(each).overflowX !== 'visible' &&
      each.scrollWidth > each.clientWidth + 1)
  return [
    ...keys.filter(isKey).map((text) => 'key ' + text),
    ...cut.map((each) => 'cut “' + each.innerText + '”')]`
const COLOURS = ['color-contrast', 'link-in-text-block']

describe('pages', () => {
  let app: Awaited<ReturnType<typeof demoApp>>
  let lead: Browser
  before(async function () {
    this.timeout(900_000)
    app = await demoApp()
    lead = await signedIn(app.url, 'ines')
  })
  after(async () => {
    await lead?.close()
    await app?.stop()
  })

  // The editor is held to this for every article in web/src/library/faithful.test.ts; here some go the whole way.
  it('opening and saving an article without a change leaves it byte for byte the same', async function () {
    this.timeout(900_000)
    const stored = async (id: number) =>
      (await lead.driver.executeAsyncScript(
        'fetch("/api/articles/" + arguments[0]).then((r) => r.json()).then(arguments[1])',
        id,
      )) as { body: string; revision: number }
    const all = (await lead.driver.executeAsyncScript(
      'fetch("/api/articles?kind=article&limit=200&state=live").then((r) => r.json()).then((p) => p.rows.map((r) => r.id)).then(arguments[0])',
    )) as number[]
    const ids = all.filter((_, i) => i % 5 === 0)
    const bodies = new Set([...demoArticles(), ...Object.values(WRITTEN)].map(({ body }) => body))
    for (const id of ids) {
      const before = await stored(id)
      expect(bodies.has(before.body), before.body.slice(0, 60)).to.equal(true)
      await lead.goes(`${app.url}/library/${id}`)
      expect(await (await lead.sees('markdown-editor')).getAttribute('data-mode')).to.equal('Text')
      await lead.sees('passage')
      await lead.presses('save-work')
      await lead.sees('saved')
      expect(await stored(id)).to.deep.include({ body: before.body, revision: before.revision })
    }
    expect(ids.length).to.be.at.least(8)
  })

  it('two people who save the same article: the second sees both texts', async () => {
    const editor = await signedIn(app.url, 'edda')
    try {
      for (const browser of [lead, editor]) await browser.goes(`${app.url}/library/1`)
      for (const browser of [lead, editor]) await browser.sees('passage')
      await lead.types('new-phrasing', 'First wording by Ines')
      await lead.presses('add-phrasing')
      await lead.presses('save-ready')
      await lead.sees('saved')
      await editor.types('new-phrasing', 'Second wording by Edda')
      await editor.presses('add-phrasing')
      await editor.presses('save-ready')
      const both = await (await editor.sees('conflict')).getText()
      expect(both)
        .to.include('Ines Marlow saved this after you opened it')
        .and.include('First wording by Ines')
        .and.include('Second wording by Edda')
      await editor.presses('keep-mine')
      await editor.sees('saved')
    } finally {
      await editor.close()
    }
  })

  for (const path of ['/doors', '/routing'])
    it(`${path}: what is changed and not saved is back after another page, until it is dropped`, async () => {
      await lead.goes(`${app.url}${path}`)
      if (path === '/doors') await lead.presses('door', 'Ask Merrow Line')
      const field = () =>
        lead.element({ css: path === '/doors' ? 'textarea' : '[data-test="rule"] input' })
      await (await field()).sendKeys(' Changed.')
      await lead.sees('unsaved')
      const here = await lead.driver.getCurrentUrl()
      await lead.goes(`${app.url}/library`)
      await lead.goes(here)
      await lead.sees('restored')
      expect(await (await field()).getAttribute('value')).to.match(/ Changed\.$/)
      await lead.presses('drop-kept')
      await lead.seesNo('unsaved')
      expect(await (await field()).getAttribute('value')).not.to.include('Changed.')
    })

  it('have nothing for axe in either scheme', async function () {
    this.timeout(900_000)
    const found = await onEveryPage(async (browser, path) => {
      await browser.prefers('light')
      await settledAt(browser, path)
      const whole = await faultsOf(path, new AxeBuilder(browser.driver as never))
      await browser.prefers('dark')
      // Nothing but colours is another in the dark scheme.
      const colours = new AxeBuilder(browser.driver as never).withRules(COLOURS)
      return [...whole, ...(await faultsOf(`${path} in the dark`, colours))]
    })
    await lead.prefers('light')
    expect(found.join('\n')).to.equal('')
  })

  for (const [language, name] of [
    ['en', 'English'],
    ['de', 'German'],
  ] as const)
    it(`in ${name} show texts and no keys, cut no label, and never scroll sideways at 390 px`, async function () {
      this.timeout(600_000)
      const speak = (browser: Browser, spoken: string) =>
        browser.driver.executeScript('localStorage.setItem("janua:language", arguments[0])', spoken)
      const faults = await onEveryPage(async (browser, path) => {
        await speak(browser, language)
        const found: string[] = []
        for (const width of [1280, 390]) {
          await browser.resize(width, 800)
          await settledAt(browser, path)
          const [page, window] = await widthsInTheEnd(browser)
          if (page > window) found.push(`${path}: ${page} px in ${window} px`)
          const wrong = await browser.driver.executeScript<string[]>(WRONG_TEXTS)
          found.push(...wrong.map((each) => `${path} at ${width} px: ${each}`))
        }
        return found
      }).finally(async () => {
        await speak(lead, 'en')
        await lead.resize(1280, 800)
      })
      expect(faults.join('\n')).to.equal('')
    })

  /** What two browsers find on the pages, each on the next that the other has not looked at. */
  async function onEveryPage(
    look: (browser: Browser, path: string) => Promise<string[]>,
  ): Promise<string[]> {
    const left = await everyPage()
    const found: string[] = []
    const colleague = await signedIn(app.url, 'ines')
    const walk = async (browser: Browser) => {
      for (let path = left.shift(); path; path = left.shift())
        found.push(...(await look(browser, path)))
    }
    try {
      await Promise.all([walk(lead), walk(colleague)])
    } finally {
      await colleague.close()
    }
    return found
  }

  async function faultsOf(path: string, axe: AxeBuilder): Promise<string[]> {
    const { violations } = await axe.analyze()
    return violations.map(({ id, nodes }) => {
      const places = nodes.slice(0, 3).map(({ html }) => html.slice(0, 160))
      return `${path}: ${id}: ${places.join(' | ')}`
    })
  }

  /** How wide the page is and how wide the window; what is still being laid out is given a moment. */
  async function widthsInTheEnd(browser: Browser): Promise<[page: number, window: number]> {
    const widths = () =>
      browser.driver.executeScript<[number, number]>(
        'const { scrollWidth, clientWidth } = document.documentElement; return [scrollWidth, clientWidth]',
      )
    await browser.driver
      .wait(async () => {
        const [page, window] = await widths()
        return page <= window
      }, 3_000)
      .catch(() => undefined)
    return widths()
  }

  const DIALOGS: [path: string, button: string][] = [
    ['/queues', 'Add a queue'],
    ['/team', 'Invite someone'],
    ['/doors', 'Add a door'],
    ['/checks', 'Add a check'],
    ['/glossary', 'Add a term'],
    ['/small-talk', 'Add small talk'],
    ['/sites', 'Add a site'],
  ]
  for (const [path, button] of DIALOGS)
    it(`“${button}” is opened, begun, left and come back from by keyboard alone`, async () => {
      await lead.goes(`${app.url}${path}`)
      const opener = await lead.element({ xpath: `//button[normalize-space()="${button}"]` })
      const active = () => lead.driver.switchTo().activeElement()
      await lead.driver.executeScript('arguments[0].focus()', opener)
      await lead.driver.actions().sendKeys(Key.ENTER, 'typed at once', Key.TAB).perform()
      const next = await active()
      await lead.driver.sleep(400)
      expect(
        await WebElement.equals(next, active()),
        'the keyboard is carried away once the dialog has faded in',
      ).to.equal(true)
      expect(
        await (await lead.element({ css: '[role=dialog] [autofocus]' })).getAttribute('value'),
      ).to.equal('typed at once')
      const { violations } = await new AxeBuilder(lead.driver as never)
        .include('[role=dialog]')
        .analyze()
      expect(
        violations
          .filter(({ impact }) => impact === 'serious' || impact === 'critical')
          .map(({ id, nodes }) => `${id}: ${nodes[0]?.html.slice(0, 160)}`),
      ).to.eql([])
      await active().sendKeys(Key.ESCAPE)
      await lead.driver.wait(
        async () => (await lead.driver.findElements({ css: '[role=dialog]' })).length === 0,
        10_000,
        'the dialog stays',
      )
      expect(await active().getText()).to.equal(button)
    })

  it('a door framed by a site that is not allowed stays shut; an allowed one opens it, and keeps the visitor without cookies', async () => {
    const site = await foreignSite(app.url)
    const browser = await openBrowser()
    try {
      await browser.goes(site.url)
      await (await browser.element({ css: '[data-janua="arch"]' })).click()
      const notice = await browser.element({ css: '[data-janua="notice"]' })
      expect(await notice.getText()).to.include('Help isn’t available on this page yet.')
      expect(await browser.driver.findElements({ css: 'iframe' })).to.have.length(0)
      await allow(site.url)
      const visitor = await visitorAt(site.url)
      try {
        await asks(visitor, 'can I bring my dog')
        expect(await visitor.driver.executeScript('return document.cookie')).to.equal('')
      } finally {
        await visitor.close()
      }
    } finally {
      await browser.close()
      site.server.close()
    }
  })

  it('speak German to a visitor whose browser does', async () => {
    const visitor = await visitorAt(`${app.url}/demo/help`, { language: 'de-DE' })
    try {
      expect(await (await visitor.sees('question')).getAttribute('placeholder')).to.equal(
        'Ihre Frage',
      )
      expect(await visitor.driver.findElement({ css: '.assistant' }).getText()).to.match(
        /^Guten Tag/,
      )
    } finally {
      await visitor.close()
    }
  })

  async function settledAt(browser: Browser, path: string): Promise<void> {
    await browser.goes(`${app.url}${path}`)
    await browser.sees('account')
    await browser.driver.wait(
      async () =>
        (await browser.driver.findElements({ css: 'h1, .empty, .p-message, .posts' })).length > 0,
      10_000,
      `${path} stayed empty`,
    )
    await browser.driver.sleep(400)
  }

  async function everyPage(): Promise<string[]> {
    const [documentPath, doorPath, gapPath] = (await paths()) as [string, string, string]
    return [...PAGES, documentPath, doorPath, gapPath]
  }

  /** Where a document, the door and a gap are opened, whatever their numbers are. */
  async function paths(): Promise<string[]> {
    const ids = await lead.driver.executeAsyncScript<number[]>(
      "const done = arguments[0]; Promise.all(['/api/articles?kind=document', '/api/doors', '/api/gaps?limit=1'].map((path) => fetch(path).then((r) => r.json()))).then(([list, doors, gaps]) => done([list.rows[0].id, doors[0].id, gaps.rows[0].topic]))",
    )
    return [`/documents/${ids[0]}`, `/doors/${ids[1]}`, `/gaps/${ids[2]}`]
  }

  /** The lead adds a site to the door and publishes, through the API of the app's own session. */
  async function allow(origin: string): Promise<void> {
    await lead.goes(`${app.url}/doors`)
    await lead.driver.executeAsyncScript(
      `const [origin, done] = arguments;
      (async () => {
        const json = (r) => r.json();
        const { csrf } = await fetch('/api/session').then(json);
        const change = (method, path, body) => fetch('/api' + path, { method, headers: { 'content-type': 'application/json', 'x-janua-token': csrf }, body: JSON.stringify(body) }).then(json);
        const [{ id, revision, state, published, ...door }] = await fetch('/api/doors').then(json);
        await change('PUT', '/doors/' + id, { ...door, allowedSites: [origin], base: revision, ready: true });
        await change('POST', '/releases', { items: [id], note: 'a site more' });
      })().then(done, done)`,
      origin,
    )
  }
})

/** Another company's site: localhost is another site than 127.0.0.1 to a browser. */
async function foreignSite(janua: string): Promise<{ url: string; server: Server }> {
  const server = createServer((_req, res) =>
    res
      .setHeader('content-type', 'text/html')
      .end(
        `<!doctype html><title>Firm</title><h1>Firm</h1><script src="${janua}/door.js" data-door="help"></script>`,
      ),
  )
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  const address = server.address()
  return {
    url: `http://localhost:${typeof address === 'object' && address ? address.port : 0}`,
    server,
  }
}
