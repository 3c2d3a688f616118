import { expect } from 'chai'
import { Key } from 'selenium-webdriver'
import { type Browser, openBrowser, test } from './support/browser.ts'
import { pictureFailures } from './support/failures.ts'
import { demoApp } from './support/testApp.ts'
import { asks, signedIn, visitorAt } from './support/people.ts'

describe('two agents, two visitors and the lead at the desks', () => {
  let app: Awaited<ReturnType<typeof demoApp>>
  let anton: Browser
  let nell: Browser
  let lead: Browser
  let ann: Browser
  let ben: Browser
  before(async function () {
    this.timeout(900_000)
    app = await demoApp()
    anton = await signedIn(app.url, 'anton')
    nell = await signedIn(app.url, 'nell')
    lead = await signedIn(app.url, 'ines')
    ann = await visitorAt(`${app.url}/demo/help`, { width: 390, height: 800 })
    ben = await visitorAt(`${app.url}/demo/help`, { width: 390, height: 800 })
  })
  afterEach(function () {
    return pictureFailures(this.currentTest, { anton, nell, lead, ann, ben })
  })
  after(async () => {
    await Promise.all([anton, nell, lead, ann, ben].map((browser) => browser?.close()))
    await app?.stop()
  })

  const REFUND = 'refund for the zeppelin taxi from the harbour'
  const tells = async (visitor: Browser, name: string) => {
    const [nameField, mailField] = await Promise.all(
      ['name', 'email'].map((field) =>
        visitor.element({ css: `[data-test="contact"] [name="${field}"]` }),
      ),
    )
    await nameField!.sendKeys(name)
    await mailField!.sendKeys(`${name.toLowerCase()}@mail.example`)
    await (await visitor.element({ css: '[data-test="contact"] button' })).click()
  }
  /** Of two agents who have it before them: the one who got it, and the other. */
  let owner: Browser
  let other: Browser
  let ownerName: string

  it('both see the visitor wait; both take at once; one gets it, the other reads by whom', async () => {
    await asks(ann, REFUND)
    await ann.presses('person')
    await tells(ann, 'Ann')
    await ann.sees('waiting')
    for (const agent of [anton, nell]) {
      await agent.goes(`${app.url}/desk`)
      await agent.presses('waiting', REFUND)
      await agent.sees('take')
    }
    await Promise.all([anton, nell].map(async (agent) => (await agent.sees('take')).click()))
    await Promise.race([anton, nell].map((agent) => agent.sees('close')))
    const mine = await Promise.all(
      [anton, nell].map(async (agent) => (await agent.all('close')).length > 0),
    )
    expect(mine.filter(Boolean)).to.have.length(1)
    ;[owner, other, ownerName] = mine[0]
      ? [anton, nell, 'Anton Reeve']
      : [nell, anton, 'Nell Harrow']
    const told = await other.element({ css: '.p-toast-detail' })
    expect(await told.getText()).to.include(
      `${ownerName} took this conversation a moment before you.`,
    )
  })

  it('the reply is read by the visitor, and marked so; a note stays with the team', async () => {
    await owner.types('reply', 'Hello Ann, which boat was it?')
    await owner.presses('send')
    await ann.sees('agent', 'which boat was it?')
    await owner.sees('mark', 'read')
    await owner.presses('write-note')
    await owner.types('reply', 'She seems upset.')
    await owner.presses('send')
    await owner.sees('note', 'She seems upset.')
    expect((await ann.all('agent')).join()).not.to.include('upset')
  })

  it('a half-written reply is still there after a reload', async () => {
    await (await owner.element({ css: '[aria-pressed]' })).click()
    await owner.types('reply', 'I am looking it')
    await owner.driver.navigate().refresh()
    expect(await (await owner.sees('reply')).getAttribute('value')).to.equal('I am looking it')
  })

  it('what is open stays open, with the reply, while the line is bad, and goes on once it is good', async () => {
    await owner.sees('close')
    await owner.loses('*/api/desk/*')
    await ann.types('question', 'are you still there?')
    await ann.presses('send')
    await owner.element({ css: '.failure' })
    expect(await (await owner.sees('reply')).getAttribute('value')).to.equal('I am looking it')
    await owner.loses()
    await ann.types('question', 'hello?')
    await ann.presses('send')
    await owner.sees('from-visitor', 'hello?')
    expect(await owner.driver.findElements({ css: '.failure' })).to.have.length(0)
    await owner.types('reply', '')
  })

  it('moves to the colleague with a reason, by keyboard, and the colleague has it at once', async () => {
    await owner.driver.executeScript('document.activeElement.blur()')
    await owner.driver.actions().sendKeys('m').perform()
    await owner.presses('move-to')
    await owner.driver.wait(
      async () => (await owner.driver.findElements({ css: '.p-select-option' })).length > 3,
      10_000,
      'nowhere to move to',
    )
    const otherName = ownerName === 'Anton Reeve' ? 'Nell Harrow' : 'Anton Reeve'
    // The list goes with the choice: nothing is asked of it afterwards.
    for (const option of await owner.driver.findElements({ css: '.p-select-option' }))
      if ((await option.getText()).startsWith(otherName)) {
        await option.click()
        break
      }
    await owner.types('move-reason', 'knows the taxis')
    await owner.presses('move-yes')
    await other.sees('close')
    await other.sees('event', 'knows the taxis')
    expect(await (await other.sees('brief')).getText()).to.include('knows the taxis')
  })

  it('who goes off duty gives back what the visitor still waits for; it is first in line again', async () => {
    await ann.types('question', 'it was the blue one')
    await ann.presses('send')
    await other.sees('from-visitor', 'it was the blue one')
    await other.presses('presence')
    await (await other.element({ css: '.p-select-option:nth-child(3)' })).click()
    await owner.presses('waiting', REFUND)
    await owner.sees('event', 'went off duty')
    await owner.presses('take')
    await owner.sees('close')
  })

  it('the agent teaches the assistant from the reply, closes with one key for the right queue, and the lead takes it', async () => {
    await owner.types('reply', 'Zeppelin taxis are refunded at the mole, on the same day.')
    await owner.presses('send')
    await owner.sees('from-agent', 'Zeppelin taxis')
    await owner.presses('teach')
    await owner.focuses('teach-question')
    await owner.types('teach-question', 'Who refunds the zeppelin taxi?')
    await owner.presses('teach-yes')
    await owner.seesNo('teach-words')
    await owner.driver.executeScript('document.activeElement.blur()')
    await owner.driver.actions().sendKeys('c').perform()
    await owner.sees('right-queue')
    await owner.driver.actions().sendKeys('y').perform()
    expect(await (await owner.sees('right-queue')).getAttribute('aria-pressed')).to.equal('true')
    await owner.driver.actions().sendKeys(Key.ENTER).perform()
    await owner.sees('reopen')
    await ann.sees('rating')
    await ann.presses('star-5')
    await ann.presses('send-rating')
    await ann.seesNo('rating')
    await lead.goes(`${app.url}/proposals`)
    await lead.sees('proposal')
    await lead.presses('accept-proposal')
    await lead.driver.wait(
      async () => (await lead.all('proposal')).length === 2,
      10_000,
      'it was not taken',
    )
  })

  it('the other visitor comes when nobody is there, leaves a case, and goes on by mail in the same thread', async () => {
    const closed = {
      timeZone: 'Europe/London',
      weekly: [[], [], [], [], [], [], []],
      closed: [],
      extra: [],
    }
    const settings = {
      assignment: 'list',
      targets: { high: 2, normal: 5, low: 20 },
      overflow: null,
      hours: closed,
    }
    const status = await lead.driver.executeAsyncScript(
      `const [settings, done] = arguments
       fetch('/api/session').then((r) => r.json()).then(async ({ csrf }) => {
         const queue = (await (await fetch('/api/queues')).json()).find(({ name }) => name.startsWith('Refunds'))
         const body = JSON.stringify({ name: queue.name, members: queue.members.map(({ id }) => id), settings })
         done((await fetch('/api/queues/' + queue.id, { method: 'PUT', headers: { 'x-janua-token': csrf, 'content-type': 'application/json' }, body })).status)
       })`,
      settings,
    )
    expect(status).to.equal(200)
    await asks(ben, 'refund for the broken zeppelin')
    await ben.presses('person')
    await tells(ben, 'Ben')
    await ben.presses('way-case')
    const line = await (await ben.sees('event', 'Kept under the number')).getText()
    const number = /\d{4}-\d{5}/.exec(line)![0]

    const mail = await openBrowser()
    try {
      await mail.driver.wait(
        async () => {
          await mail.goes(app.mailPage)
          return (await (await mail.element({ css: 'body' })).getText()).includes(number)
        },
        10_000,
        'no confirmation by mail',
      )
      await (await mail.element({ css: 'textarea' })).sendKeys('It was on Sunday, by the way.')
      await (await mail.element({ css: 'button' })).click()
      await ben.sees('mine', 'It was on Sunday, by the way.')
    } finally {
      await mail.close()
    }
    await owner.goes(`${app.url}/desk`)
    await owner.presses('case', 'broken zeppelin')
    await owner.sees('from-visitor', 'It was on Sunday')
    expect(await owner.driver.findElements(test('take'))).to.have.length(1)
  })
})
