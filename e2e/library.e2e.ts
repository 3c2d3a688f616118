import { expect } from 'chai'
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openZip } from '../server/src/modules/library/readers/zip.ts'
import { type Browser, test } from './support/browser.ts'
import { demoApp } from './support/testApp.ts'
import { pictureFailures } from './support/failures.ts'
import { asks, signedIn, visitorAt } from './support/people.ts'

const FIXTURES = join(import.meta.dirname, '../server/src/modules/library/readers/fixtures')

/** One story: knowledge comes in as sheets and documents, is cared for on the health page, reaches visitors, and goes out again. */
describe('from a spreadsheet to a healthy library and out again', () => {
  let app: Awaited<ReturnType<typeof demoApp>>
  let lead: Browser
  let downloads: string
  before(async function () {
    this.timeout(900_000)
    app = await demoApp()
    lead = await signedIn(app.url, 'ines')
    downloads = mkdtempSync(join(tmpdir(), 'janua-downloads-'))
    await (
      lead.driver as unknown as { sendDevToolsCommand(name: string, detail: object): Promise<void> }
    ).sendDevToolsCommand('Browser.setDownloadBehavior', {
      behavior: 'allow',
      downloadPath: downloads,
    })
  })
  afterEach(function () {
    return pictureFailures(this.currentTest, { lead })
  })
  after(async () => {
    await lead?.close()
    await app?.stop()
  })

  it('the lead drops a sheet and a document; the document comes in, a scanned one says why not', async () => {
    await lead.goes(`${app.url}/library`)
    await lead.presses('import')
    await (
      await lead.element(test('files'))
    ).sendKeys(
      [`${FIXTURES}/questions.xlsx`, `${FIXTURES}/letter.docx`, `${FIXTURES}/scanned.pdf`].join(
        '\n',
      ),
    )
    expect(await (await lead.sees('import-tally')).getText()).to.equal(
      '1 imported · 0 updated · 0 unchanged · 1 refused',
    )
    expect(await (await lead.sees('import-results')).getText()).to.include(
      'scanned.pdf: its pages are pictures without text',
    )
  })

  it('the lead corrects what the columns are; faulty rows are listed by number, and the rest comes in', async () => {
    expect(await (await lead.sees('trial')).getText()).to.equal(
      '3 entries would be imported, 3 rows would not:',
    )
    await choose('column-3', '– not used –')
    await lead.sees('trial', '0 entries would be imported')
    await choose('column-3', 'Answer')
    await lead.sees('trial', '3 entries would be imported')
    expect(await (await lead.sees('faults')).getText()).to.equal(
      'row 4: it has no question\nrow 6: it has a formula that ended in an error (#DIV/0!)\nrow 7: it asks the same as row 2',
    )
    await choose('rows-become', 'Fixed answers, given word for word')
    await lead.sees('trial', '3 entries would be imported')
    await lead.presses('take-sheet')
    await lead.sees('import-results', '3 new, 0 updated, 0 unchanged')
  })

  it('the lead leaves a part of the document out', async () => {
    await lead.types('search', 'Hiring a boat')
    await lead.driver.wait(
      async () => (await lead.all('article')).join() === 'Hiring a boat',
      10_000,
      'the search did not narrow the list',
    )
    await lead.presses('article')
    const parts = await lead.driver.wait(
      async () => {
        const found = await lead.all('part')
        return found.length === 5 ? found : null
      },
      10_000,
      'the parts did not show',
    )
    expect(parts![3]).to.include('Large 20.00')
    await (await lead.driver.findElements(test('leave-out')))[4]!.click()
    await lead.sees('part', 'Excluded: ')
    await lead.presses('save-ready')
    await lead.sees('saved', 'ready to publish')
  })

  it('the lead settles a conflict, an overdue review and a broken link on the spot', async () => {
    await lead.goes(`${app.url}/health`)
    await lead.driver.wait(
      async () => (await lead.all('kind-conflict')).join().startsWith('2'),
      20_000,
      'the two planted conflicts were not found',
    )
    expect((await lead.all('finding')).join('\n'))
      .to.include('60 days')
      .and.include('30 days')
      .and.include('20 minutes')
    await lead.presses('meant')
    await lead.driver.wait(
      async () => (await lead.all('kind-conflict')).join().startsWith('1'),
      10_000,
      'the conflict is still listed',
    )
    await lead.presses('kind-overdue')
    const overdue = (await lead.all('finding')).length
    await lead.presses('reviewed')
    await lead.driver.wait(
      async () => (await lead.all('finding')).length === overdue - 1,
      10_000,
      'the review is still overdue',
    )
    await lead.presses('kind-link')
    await lead.sees('finding', 'there is no such page (404)')
    await lead.presses('unlink')
    await lead.driver.wait(
      async () => (await lead.all('kind-link')).join().startsWith('0'),
      10_000,
      'the link is still broken',
    )
  })

  it('the lead takes another way to ask with one key', async () => {
    await lead.goes(`${app.url}/library`)
    await lead.types('search', 'Bicycles')
    await lead.driver.wait(
      async () => {
        const found = await lead.all('article')
        return found.includes('Bicycles') && found.length < 12
      },
      10_000,
      'Bicycles did not come up',
    )
    await lead.presses('article', 'Bicycles')
    const before = await lead.driver.wait(
      async () => (await lead.driver.findElements(test('phrasing'))).length,
      10_000,
    )
    await lead.presses('suggest')
    await lead.sees('way')
    const offered = (await lead.all('way')).length
    expect(offered).to.equal(6)
    await lead.driver.actions().sendKeys('y').perform()
    await lead.driver.wait(
      async () => (await lead.driver.findElements(test('phrasing'))).length === before! + 1,
      10_000,
      'the way was not taken',
    )
    await lead.presses('save-ready')
    await lead.sees('saved', 'ready to publish')
  })

  it('visitors get the row of the sheet word for word, and a document with its page, once they are published', async () => {
    await lead.goes(`${app.url}/releases`)
    // The new document speaks of deposits as well: where a check says so, publishing wants to know why all the same.
    const proof = await lead.driver.wait(async () => {
      const text = await (await lead.sees('proof')).getText()
      return /should come from|checks pass/.test(text) && text
    }, 30_000)
    if ((proof as string).includes('should come from'))
      await lead.types('because', 'Both have deposits; visitors are asked which they mean.')
    await lead.presses('publish')
    await lead.sees('published')
    const visitor = await visitorAt(`${app.url}/demo/help`)
    try {
      await asks(visitor, 'Can I bring a kite?')
      expect((await visitor.all('answer')).at(-1)).to.include(
        'Kites may be brought but not flown on deck.',
      )
      await asks(visitor, 'What are the limits of weight?')
      expect((await visitor.all('answer')).at(-1))
        .to.include('44 t')
        .and.include('p. 2')
      await visitor.presses('source', '4.1 Limits of weight')
      await visitor.sees('source-text', 'Page 2')
      expect(await (await visitor.sees('original')).getAttribute('href')).to.match(
        /\/files\/[0-9a-f]{64}\?until=\d+&key=[\w-]+#page=2$/,
      )
    } finally {
      await visitor.close()
    }
  })

  it('the library goes out as one ZIP that can be read without Janua', async () => {
    await lead.goes(`${app.url}/library`)
    await lead.presses('export')
    const file = await lead.driver.wait(
      () => readdirSync(downloads).find((name) => name.endsWith('.zip')) ?? null,
      15_000,
      'nothing was downloaded',
    )
    const zip = await openZip(readFileSync(join(downloads, file!)))
    expect(zip.names.filter((name) => name.startsWith('articles/')).length).to.be.greaterThan(55)
    expect(zip.names).to.include.members([
      'janua.json',
      'fixed-answers.csv',
      'glossary.csv',
      'small-talk.csv',
      'faq.jsonld',
      'documents/conditions-of-carriage.json',
    ])
    expect((await zip.read('fixed-answers.csv')).toString()).to.include('Kites may be brought')
  })

  /** Opens a list and chooses an option by its words. */
  async function choose(select: string, option: string): Promise<void> {
    await lead.presses(select)
    const found = await lead.driver.wait(
      async () => {
        for (const element of await lead.driver.findElements({ css: '.p-select-option' }))
          if ((await element.getText().catch(() => '')) === option) return element
        return null
      },
      10_000,
      `no option “${option}”`,
    )
    await found!.click()
  }
})
