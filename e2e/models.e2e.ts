import { expect } from 'chai'
import { type Browser, test } from './support/browser.ts'
import { pictureFailures } from './support/failures.ts'
import { demoHouse } from './support/house.ts'
import { asks, signedIn, visitorAt } from './support/people.ts'

const QUESTION = 'can i bring my own food'
/** What the article says, and how the stand-in for a language model words it. */
const SAID = 'You may bring your own food.'
const WORDED = 'You can bring your own food.'

describe('a language model, connected, tried, switched on for answers, and stopped', () => {
  let house: Awaited<ReturnType<typeof demoHouse>>
  let lead: Browser
  let visitor: Browser
  before(async function () {
    this.timeout(900_000)
    house = await demoHouse()
    ;[lead, visitor] = await Promise.all([
      signedIn(house.url, 'ines'),
      visitorAt(`${house.url}/demo/help`),
    ])
  })
  afterEach(function () {
    return pictureFailures(this.currentTest, { lead, visitor })
  })
  after(async () => {
    await Promise.all([lead, visitor].map((browser) => browser?.close()))
    await house?.stop()
  })
  const visitorGets = async () => {
    await asks(visitor, QUESTION)
    return (await visitor.all('answer')).at(-1) ?? ''
  }
  const switches = async (name: string) =>
    (
      await lead.element({
        xpath: `//li[@data-test="model-use"][.//h3[text()="${name}"]]//input[@role="switch"]`,
      })
    ).click()

  it('the lead tries the connection, gives its prices, and switches two uses on', async () => {
    await lead.goes(`${house.url}/models`)
    await lead.sees('models-head', 'was asked nothing yet')
    await lead.presses('connect-model')
    await lead.presses('test-model')
    await lead.sees('model-tested', 'It said “ready”')
    await lead.types('model-url', 'http://127.0.0.1:9/v1')
    await lead.presses('test-model')
    await lead.sees('model-fault', 'Nothing answers at 127.0.0.1:9')
    await lead.goes(`${house.url}/models`)
    await switches('Word answers')
    await switches('Propose phrasings')
  })
  it('phrasings come as proposals, and one that is taken says who wrote it', async () => {
    await lead.goes(`${house.url}/library/1`)
    await lead.presses('propose-phrasings')
    await lead.sees('way', 'language model')
    await lead.presses('take-way')
    await lead.sees('machine-written', 'Written by the language model')
  })
  it('visitors read the article’s words until the door allows another wording', async () => {
    expect(await visitorGets()).to.include(SAID)
    await lead.goes(`${house.url}/doors`)
    await (await lead.element({ xpath: '//a[contains(., "Ask Merrow Line")]' })).click()
    const wording = await lead.sees('answer-rules')
    await (await wording.findElement({ css: 'input[role="switch"]' })).click()
    await lead.presses('save-ready')
    await lead.goes(`${house.url}/releases`)
    await lead.types('note', 'Worded answers')
    await lead.presses('publish')
    await lead.sees('published', 'Release 7 is live')
    expect(await visitorGets())
      .to.include(WORDED)
      .and.not.include(SAID)
  })
  it('what was sent can be read, with what came back', async () => {
    await lead.goes(`${house.url}/models`)
    await lead.sees('models-head', 'asked 2 times')
    const call = await lead.sees('model-call', 'Word answers')
    await (await call.findElement({ css: 'summary' })).click()
    expect(await call.getText())
      .to.include(QUESTION)
      .and.include(WORDED)
  })
  it('stopped, nothing is asked of it, and visitors read the article’s words again', async () => {
    await lead.presses('stop-model')
    await lead.sees('models-head', 'is stopped')
    expect(await visitorGets()).to.include(SAID)
    await lead.goes(`${house.url}/models`)
    expect((await lead.driver.findElements(test('model-call'))).length).to.be.lessThan(3)
  })
})
