import { expect } from 'chai'
import { type EncoderStandIn, startEncoder } from '../standins/encoder/encoder.mjs'
import type { Browser } from './support/browser.ts'
import { pictureFailures } from './support/failures.ts'
import { demoHouse } from './support/house.ts'
import { asks, signedIn, visitorAt } from './support/people.ts'

const LONG_MS = 120_000
/** Two organisations of each language are enough to learn a ranking that can be looked at. */
const LEARN_FROM = 'clinic,parcels,buergeramt,internet'

describe('an encoder of one’s own, attached, compared, published, lost and rolled back', function () {
  this.timeout(200_000)
  let standIn: EncoderStandIn
  let house: Awaited<ReturnType<typeof demoHouse>>
  let lead: Browser
  let visitor: Browser
  before(async function () {
    this.timeout(900_000)
    standIn = await startEncoder()
    Object.assign(process.env, {
      MODEL_ENCODER_URL: standIn.url,
      MODEL_ENCODER_NAME: 'letters',
      MODEL_ENCODER_LEARN_FROM: LEARN_FROM,
    })
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
    for (const name of ['URL', 'NAME', 'LEARN_FROM']) delete process.env[`MODEL_ENCODER_${name}`]
    await Promise.all([lead, visitor].map((browser) => browser?.close()))
    await house?.stop()
    await standIn?.stop()
  })
  const visitorGets = async (question: string) => {
    await asks(visitor, question)
    return (await visitor.all('answer')).at(-1) ?? ''
  }
  const texts = () => standIn.asked.flatMap(({ input }) => input)

  it('is connected, and learnt with one press; it reads the articles by itself', async () => {
    await lead.goes(`${house.url}/models`)
    await (await lead.element({ css: 'a[href="/models/encoder"]' })).click()
    await lead.sees('encoder-found', '64 numbers a text', LONG_MS)
    await lead.sees('encoder-head', 'visitors do not meet it yet')
    await lead.presses('learn-encoder')
    await lead.sees('encoder-learnt', 'English, yours', LONG_MS)
    await lead.sees('encoder-head', 'can be compared', LONG_MS)
    await lead.sees('encoder-read', '82 of 82 articles')
  })
  it('is compared on what people asked, lost good answers first', async () => {
    await lead.presses('compare-encoder')
    const comparison = await lead.sees('encoder-comparison', 'what ships', LONG_MS)
    expect(await comparison.getText())
      .to.match(/\d+ good answers? lost, .*\d+ gained/)
      .and.match(/checks that pass \d+ of \d+ \d+ of \d+/)
    expect(texts()).to.not.include('does the ferry take dogs of any size')
  })
  it('goes into the draft with one press, and live with a release that says so', async () => {
    await lead.presses('use-encoder')
    await lead.sees('encoder-head', 'goes live with the next release')
    await lead.goes(`${house.url}/releases`)
    await lead.types('note', 'Our own encoder')
    await lead.types('because', 'We try it for a day')
    await lead.presses('publish')
    await lead.sees('live-release', 'Release 7', LONG_MS)
    expect(await visitorGets('can i bring my own food')).to.include('You may bring your own food')
    expect(texts()).to.include('can i bring my own food')
    await lead.goes(`${house.url}/models/encoder`)
    await lead.sees('encoder-head', 'Questions are understood by letters')
  })
  it('is stood in for when it dies: visitors are answered, and the lead sees why', async () => {
    standIn.fail('status 500')
    expect(await visitorGets('may i take my own food with me')).to.match(/own food/)
    await lead.goes(`${house.url}/rehearsal`)
    await lead.types('rehearse', 'am i allowed to bring sandwiches\n')
    await lead.presses('rehearsed')
    await lead.sees('stood-in', 'did not answer')
  })
  it('rolled back, visitors have what they had, and nothing is asked of it', async () => {
    standIn.fail(null)
    await lead.goes(`${house.url}/releases`)
    await lead.presses('roll-back', 'Roll back to 6')
    await lead.sees('live-release', 'Release 6', LONG_MS)
    const before = standIn.asked.length
    expect(await visitorGets('what food may i bring along')).to.match(/own food/)
    expect(standIn.asked.length).to.equal(before)
  })
})
