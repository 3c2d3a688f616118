import { expect } from 'chai'
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type Browser, test } from './support/browser.ts'
import { demoApp, appAgain } from './support/testApp.ts'
import { pictureFailures } from './support/failures.ts'
import { asks, intoFrame, signedIn, visitorAt } from './support/people.ts'

/** Nothing in the demo's content settles this, and the first rule sends complaints to Refunds. */
const UNKNOWN = 'I have a complaint about the periscope of your submarine'

/** One story with three people, each at a browser of their own. The steps build on one another. */
describe('from a folder of help pages to a fixed gap and a settled conversation', () => {
  let app: Awaited<ReturnType<typeof demoApp>>
  let lead: Browser
  let agent: Browser
  let visitor: Browser
  before(async function () {
    this.timeout(900_000)
    app = await demoApp()
    ;[lead, agent, visitor] = await Promise.all([
      signedIn(app.url, 'ines'),
      signedIn(app.url, 'callum'),
      visitorAt(`${app.url}/demo/help`),
    ])
  })
  afterEach(function () {
    return pictureFailures(this.currentTest, { lead, agent, visitor })
  })
  after(async () => {
    await Promise.all([lead, agent, visitor].map((browser) => browser?.close()))
    await app?.stop()
  })

  it('the lead brings in a folder: each file has its result, and a bad one stops no other', async () => {
    const folder = join(mkdtempSync(join(tmpdir(), 'janua-pages-')), 'rentals')
    mkdirSync(folder)
    writeFileSync(
      join(folder, 'trampolines.html'),
      '<html><body><nav>Menu</nav><main><h1>Renting a trampoline</h1><p>A trampoline costs 19.00 a day. You must be 21 years old.</p></main></body></html>',
    )
    writeFileSync(
      join(folder, 'helmets.md'),
      '---\ntitle: Helmets\nquestions:\n  - Do I need a helmet?\n---\nHelmets are lent free of charge.\n',
    )
    writeFileSync(join(folder, 'broken.md'), '---\ntitle: [\n---\ntext')
    await lead.goes(`${app.url}/library`)
    await lead.presses('import')
    await (await lead.element(test('folder'))).sendKeys(folder)
    expect(await (await lead.sees('import-tally')).getText()).to.equal(
      '2 imported · 0 updated · 0 unchanged · 1 refused',
    )
    expect(await (await lead.sees('import-results')).getText()).to.include(
      'refused rentals/broken.md: the front matter is not valid YAML',
    )
  })

  it('the lead edits an article beside its passages; what is typed survives a reload; saved, it is ready', async () => {
    await lead.types('search', 'Renting a trampoline')
    await lead.driver.wait(
      async () => (await lead.all('article')).join() === 'Renting a trampoline',
      10_000,
      'the search did not narrow the list',
    )
    await lead.presses('article')
    await lead.types('new-phrasing', 'What does a trampoline cost?')
    await lead.presses('add-phrasing')
    await lead.sees('unsaved')
    await lead.driver.navigate().refresh()
    await lead.sees('restored')
    expect(await lead.all('passage')).to.have.length(1)
    await lead.presses('save-ready')
    await lead.sees('saved', 'ready to publish')
  })

  it('visitors do not know it yet; after Publish their next question is answered from it', async () => {
    await asks(visitor, 'what does a trampoline cost')
    expect(await lastOutcome()).not.to.equal('answered')
    await lead.goes(`${app.url}/releases`)
    await lead.types('note', 'Trampolines and helmets')
    await lead.presses('publish')
    await lead.sees('published', 'Release 7 is live')
    await asks(visitor, 'what does a trampoline cost')
    expect(await lastOutcome()).to.equal('answered')
    expect((await visitor.all('answer')).at(-1)).to.include('19.00 a day')
    await lead.sees('live-release', 'Release 7')
  })

  it('the source opens at the passage, and what has no answer gets none', async () => {
    await visitor.presses('source')
    expect(await (await visitor.sees('source-text')).getText())
      .to.include('Renting a trampoline')
      .and.include('21 years old')
    await visitor.presses('close-source')
    await asks(visitor, UNKNOWN)
    expect(await lastOutcome()).not.to.equal('answered')
  })

  it('the visitor asks for a person, tells name and mail once, and appears on the right desk without a reload', async () => {
    const before = (await agent.all('waiting')).length
    await visitor.presses('ask-person')
    await visitor.sees('contact')
    await (await visitor.element({ name: 'name' })).sendKeys('Mira Tolland')
    await (await visitor.element({ name: 'email' })).sendKeys('mira@mail.example')
    await (await visitor.element({ css: '[data-test="contact"] button' })).click()
    await visitor.sees('event', 'passed this on to the team')
    await agent.driver.wait(
      async () => (await agent.all('waiting')).length > before,
      10_000,
      'the conversation did not come to the desk',
    )
    await agent.presses('waiting', 'submarine')
    const brief = await (await agent.sees('brief')).getText()
    expect(brief)
      .to.include(`“${UNKNOWN}”`)
      .and.include('Mira Tolland')
      .and.include('mira@mail.example')
  })

  it('nothing is lost when the server is killed in the middle of the hand-over', async () => {
    process.kill(app.pid, 'SIGKILL')
    await visitor.sees('offline')
    await visitor.types('question', 'are you still there?')
    await visitor.presses('send')
    await visitor.sees('unsent', 'are you still there?')
    app = await appAgain(app.url)
    await visitor.seesNo('unsent')
    expect(
      (await visitor.all('mine')).filter((text) => text === 'are you still there?'),
    ).to.have.length(1)
    await agent.presses('take')
    await agent.sees('thread', 'are you still there?')
  })

  it('agent and visitor talk in one thread; then the assistant has the word again', async () => {
    await agent.types('reply', 'No submarines, I am afraid. Trampolines we have.')
    await agent.presses('send')
    await visitor.sees('agent', 'No submarines, I am afraid.')
    await visitor.types('question', 'fair enough')
    await visitor.presses('send')
    await agent.sees('from-visitor', 'fair enough')
    await agent.presses('hand-back')
    await agent.presses('hand-back-yes')
    await visitor.driver.wait(
      async () =>
        (await visitor.all('event')).some((text) => text.includes('assistant has the word again')),
      10_000,
      'no hand-back in the thread',
    )
    await asks(visitor, 'Do I need a helmet?')
    expect((await visitor.all('answer')).at(-1)).to.include('Helmets are lent free of charge')
  })

  it('a reload and a second visit keep the thread', async () => {
    const before = await visitor.all('mine')
    await visitor.driver.switchTo().defaultContent()
    await visitor.driver.navigate().refresh()
    await (await visitor.element({ css: '[data-janua="arch"]' })).click()
    await intoFrame(visitor)
    await visitor.driver.wait(
      async () => (await visitor.all('mine')).length === before.length,
      10_000,
      'the thread is not whole after the reload',
    )
    expect(await visitor.all('mine')).to.eql(before)
  })

  it('the lead fixes the unanswered question by a fixed answer, publishes, and sees it proved', async () => {
    await lead.goes(`${app.url}/unsettled`)
    await lead.types('search', 'submarine')
    await lead.presses('unsettled', 'submarine')
    await lead.presses('fix-kind', 'Fixed answer').catch(() => undefined)
    await (
      await lead.element({ xpath: '//*[@data-test="fix-kind"]//*[text()="Fixed answer"]' })
    ).click()
    await lead.types('fix-title', 'Submarines')
    await lead.types('fix-body', 'We have no submarines to rent.')
    await lead.presses('fix')
    await lead.goes(`${app.url}/releases`)
    await lead.presses('publish')
    await lead.sees('published', 'asked again and answered')
    await lead.goes(`${app.url}/unsettled?state=fixed`)
    await lead.types('search', 'submarine')
    await lead.presses('unsettled', 'submarine')
    expect(await (await lead.sees('proof')).getText())
      .to.include('Fixed in release 8')
      .and.include('We have no submarines to rent.')
    await asks(visitor, UNKNOWN)
    expect((await visitor.all('answer')).at(-1)).to.include('We have no submarines to rent.')
  })

  it('a roll-back is one click', async () => {
    await lead.goes(`${app.url}/releases`)
    await lead.presses('roll-back', 'Roll back to 7')
    await lead.sees('live-release', 'Release 7')
    await asks(visitor, UNKNOWN)
    expect(await lastOutcome()).not.to.equal('answered')
  })

  it('the visitor is forgotten when they wish it', async () => {
    await visitor.presses('forget')
    await visitor.presses('forget-yes')
    await visitor.sees('first-question')
    expect(await visitor.all('mine')).to.eql([])
  })

  async function lastOutcome(): Promise<string | null> {
    return (await visitor.driver.findElements(test('answer'))).at(-1)!.getAttribute('data-outcome')
  }
})
