import { expect } from 'chai'
import { type EncoderSimulator, startEncoder } from '../simulators/encoder/encoder.mjs'
import { LeadAndVisitor } from './support/leadAndVisitor.ts'

const LONG_MS = 300_000
/** Two organisations of each language are enough to learn a ranking that can be looked at. */
const LEARN_FROM = 'clinic,parcels,buergeramt,internet'

describe('an encoder of one’s own, attached, compared, published, lost and rolled back', function () {
  this.timeout(700_000)
  let simulator: EncoderSimulator
  const at = new LeadAndVisitor(async () => {
    simulator = await startEncoder()
    Object.assign(process.env, {
      MODEL_ENCODER_URL: simulator.url,
      MODEL_ENCODER_NAME: 'letters',
      MODEL_ENCODER_LEARN_FROM: LEARN_FROM,
    })
  })
  after(async () => {
    for (const name of ['URL', 'NAME', 'LEARN_FROM']) delete process.env[`MODEL_ENCODER_${name}`]
    await simulator?.stop()
  })
  const texts = () => simulator.asked.flatMap(({ input }) => input)

  it('is connected, and learnt with one press; it reads the articles by itself', async () => {
    await at.lead.goes(`${at.app.url}/models`)
    await (await at.lead.element({ css: 'a[href="/models/encoder"]' })).click()
    await at.lead.sees('encoder-found', '64 numbers a text', LONG_MS)
    await at.lead.sees('encoder-head', 'not in use yet')
    await at.lead.presses('learn-encoder')
    await at.lead.sees('encoder-learnt', 'English, yours', LONG_MS)
    await at.lead.sees('encoder-head', 'can be compared', LONG_MS)
    await at.lead.sees('encoder-read', '82 of 82 articles')
  })
  it('is compared on what people asked, lost good answers first', async () => {
    await at.lead.presses('compare-encoder')
    const comparison = await at.lead.sees('encoder-comparison', 'built-in', LONG_MS)
    expect(await comparison.getText())
      .to.match(/\d+ good answers? lost, .*\d+ gained/)
      .and.match(/checks that pass \d+ of \d+ \d+ of \d+/)
    expect(texts()).to.not.include('does the ferry take dogs of any size')
  })
  it('goes into the draft with one press, and live with a release that says so', async () => {
    await at.lead.presses('use-encoder')
    await at.lead.sees('encoder-head', 'goes live with the next release')
    await at.lead.goes(`${at.app.url}/releases`)
    await at.lead.types('note', 'Our own encoder')
    await at.lead.types('because', 'We try it for a day')
    await at.lead.presses('publish')
    await at.lead.sees('live-release', 'Release 7', LONG_MS)
    expect(await at.visitorGets('can i bring my own food')).to.include(
      'You may bring your own food',
    )
    expect(texts()).to.include('can i bring my own food')
    await at.lead.goes(`${at.app.url}/models/encoder`)
    await at.lead.sees('encoder-head', 'Questions are understood by letters')
  })
  it('is stood in for when it dies: visitors are answered, and the lead sees why', async () => {
    simulator.fail('status 500')
    expect(await at.visitorGets('may i take my own food with me')).to.match(/own food/)
    await at.lead.goes(`${at.app.url}/rehearsal`)
    await at.lead.types('rehearse', 'am i allowed to bring sandwiches\n')
    await at.lead.presses('rehearsed')
    await at.lead.sees('stood-in', 'did not respond')
  })
  it('rolled back, visitors have what they had, and nothing is asked of it', async () => {
    simulator.fail(null)
    await at.lead.goes(`${at.app.url}/releases`)
    await at.lead.presses('roll-back', 'Roll back to 6')
    await at.lead.sees('live-release', 'Release 6', LONG_MS)
    const before = simulator.asked.length
    expect(await at.visitorGets('what food may i bring along')).to.match(/own food/)
    expect(simulator.asked.length).to.equal(before)
  })
})
