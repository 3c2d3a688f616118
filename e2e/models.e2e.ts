import { expect } from 'chai'
import { test } from './support/browser.ts'
import { LeadAndVisitor } from './support/leadAndVisitor.ts'

const QUESTION = 'can i bring my own food'
/** What the article says, and how the simulator for a language model words it. */
const SAID = 'You may bring your own food.'
const WORDED = 'You can bring your own food.'

describe('a language model, connected, tried, switched on for answers, and stopped', () => {
  const at = new LeadAndVisitor()
  const visitorGets = () => at.visitorGets(QUESTION)
  const switches = async (name: string) =>
    (
      await at.lead.element({
        xpath: `//li[@data-test="model-use"][.//h3[text()="${name}"]]//input[@role="switch"]`,
      })
    ).click()

  it('the lead tries the connection, gives its prices, and switches two uses on', async () => {
    await at.lead.goes(`${at.app.url}/models`)
    await at.lead.sees('models-head', 'was asked nothing yet')
    await at.lead.presses('connect-model')
    await at.lead.presses('test-model')
    await at.lead.sees('model-tested', 'It said “ready”')
    await at.lead.types('model-url', 'http://127.0.0.1:9/v1')
    await at.lead.presses('test-model')
    await at.lead.sees('model-fault', 'Nothing answers at 127.0.0.1:9')
    await at.lead.goes(`${at.app.url}/models`)
    await switches('Word answers')
    await switches('Propose phrasings')
  })
  it('phrasings come as proposals, and one that is taken says who wrote it', async () => {
    await at.lead.goes(`${at.app.url}/library/1`)
    await at.lead.presses('propose-phrasings')
    await at.lead.sees('way', 'language model')
    await at.lead.presses('take-way')
    await at.lead.sees('machine-written', 'Written by the language model')
  })
  it('visitors read the article’s words until the door allows another wording', async () => {
    expect(await visitorGets()).to.include(SAID)
    await at.lead.goes(`${at.app.url}/doors`)
    await (await at.lead.element({ xpath: '//a[contains(., "Ask Merrow Line")]' })).click()
    const wording = await at.lead.sees('answer-rules')
    await (await wording.findElement({ css: 'input[role="switch"]' })).click()
    await at.lead.presses('save-ready')
    await at.lead.sees('saved')
    await at.lead.goes(`${at.app.url}/releases`)
    await at.lead.types('note', 'Worded answers')
    await at.lead.presses('publish')
    await at.lead.sees('published', 'Release 7 is live')
    expect(await visitorGets())
      .to.include(WORDED)
      .and.not.include(SAID)
  })
  it('what was sent can be read, with what came back', async () => {
    await at.lead.goes(`${at.app.url}/models`)
    await at.lead.sees('models-head', 'asked 2 times')
    const call = await at.lead.sees('model-call', 'Word answers')
    await (await call.findElement({ css: 'summary' })).click()
    expect(await call.getText())
      .to.include(QUESTION)
      .and.include(WORDED)
  })
  it('stopped, nothing is asked of it, and visitors read the article’s words again', async () => {
    await at.lead.presses('stop-model')
    await at.lead.sees('models-head', 'is stopped')
    expect(await visitorGets()).to.include(SAID)
    await at.lead.goes(`${at.app.url}/models`)
    expect((await at.lead.driver.findElements(test('model-call'))).length).to.be.lessThan(3)
  })
})
