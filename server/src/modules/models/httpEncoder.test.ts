import { expect } from 'chai'
import { type EncoderSimulator, startEncoder } from '../../../../simulators/encoder/encoder.mjs'
import { type Encoder, EncoderFault } from '../answering/encoder.ts'
import { httpEncoder } from './httpEncoder.ts'

describe('an encoder behind HTTP', () => {
  let service: EncoderSimulator
  let encoder: Encoder
  const settings = () => ({ url: service.url, model: 'letters', waitsMs: [1, 1], batch: 3 })
  before(async () => {
    service = await startEncoder()
    encoder = await httpEncoder(settings())
  })
  beforeEach(() => {
    service.fail(null)
    service.asked.length = 0
  })
  after(() => service.stop())

  const fault = async (work: Promise<unknown>): Promise<EncoderFault> => {
    try {
      await work
    } catch (cause) {
      if (cause instanceof EncoderFault) return cause
      throw cause
    }
    throw new Error('nothing went wrong')
  }
  const cosine = (a: Float32Array, b: Float32Array) =>
    a.reduce((sum, value, i) => sum + value * b[i]!, 0)

  it('gives vectors of length 1, in the order of the texts, some at a time', async () => {
    const texts = ['dogs on board', 'a dog on the boat', 'parking', 'dogs on board']
    const [dogs, dog, parking, again] = await encoder.embed(texts, 'passage')
    expect(service.asked.map(({ input }) => input)).to.eql([texts.slice(0, 3), texts.slice(3)])
    expect(cosine(dogs!, dogs!)).to.be.closeTo(1, 1e-6)
    expect([...again!]).to.eql([...dogs!])
    expect(cosine(dogs!, dog!)).to.be.greaterThan(cosine(dogs!, parking!))
    expect(await encoder.embed([], 'question')).to.eql([])
  })
  it('tells its dimensions, and is the same as long as its vectors are', async () => {
    expect(encoder.dimensions).to.equal(64)
    expect((await httpEncoder(settings())).id).to.equal(encoder.id)
    service.change('second')
    expect((await httpEncoder(settings())).id).not.to.equal(encoder.id)
    service.change('first')
  })
  it('puts before texts what the model was taught with, and sends no endless ones', async () => {
    const prefixed = await httpEncoder({
      ...settings(),
      maxTokens: 4,
      prefixes: { question: 'query: ' },
    })
    service.asked.length = 0
    await prefixed.embed(['x'.repeat(1_000)], 'question')
    expect(service.asked[0]!.input[0]).to.equal(`query: ${'x'.repeat(32)}`)
  })
  it('tries again what may pass, and then goes on', async () => {
    for (const passing of ['status 500', 'status 429']) {
      service.fail(passing, 2)
      expect(await encoder.embed(['a text'], 'passage')).to.have.length(1)
    }
    expect(service.asked).to.have.length(6)
  })
  it('gives up what does not pass, in plain words', async () => {
    service.fail('status 500')
    expect((await fault(encoder.embed(['a'], 'passage'))).message).to.equal(
      'It answered with status 500.',
    )
    expect(service.asked).to.have.length(3)
  })
  for (const [kind, told] of [
    ['another count', 'It gave 1 vectors for 2 texts.'],
    ['another dimension', 'It gave a vector of 63 numbers where 64 were expected.'],
    ['no number', 'It gave a vector with something in it that is no number.'],
    ['zeros', 'It gave a vector of nothing but zeros.'],
    ['half JSON', 'It answered with something that is not JSON.'],
    ['a page', 'It answered with something that is not JSON.'],
    ['status 401', 'It does not accept the key.'],
  ] as const)
    it(`is not believed, and not asked again, after ${kind}`, async () => {
      service.fail(kind)
      const { message, isPassing } = await fault(encoder.embed(['a', 'b'], 'passage'))
      expect({ message, isPassing }).to.eql({ message: told, isPassing: false })
      expect(service.asked).to.have.length(1)
    })
  it('is not waited for longer than was said', async () => {
    service.fail('silence', 1)
    const hasty = { ...settings(), timeoutMs: 50, waitsMs: [] }
    expect((await fault(httpEncoder(hasty))).message).to.equal(
      'It did not answer within 0.05 seconds.',
    )
  })
  it('is left when nobody wants it any more', async () => {
    service.fail('silence', 1)
    const controller = new AbortController()
    const work = encoder.embed(['a'], 'passage', controller.signal)
    setTimeout(() => controller.abort(new Error('stopped')), 20)
    await work.then(
      () => expect.fail('it went on'),
      (cause: Error) => expect(cause.message).to.equal('stopped'),
    )
  })
  it('says where nothing is, and what is no address', async () => {
    const nowhere = { ...settings(), url: 'http://127.0.0.1:9/v1', waitsMs: [] }
    expect((await fault(httpEncoder(nowhere))).message).to.equal('Nothing answers at 127.0.0.1:9.')
    expect((await fault(httpEncoder({ ...settings(), url: 'here' }))).message).to.equal(
      '“here” is no address.',
    )
  })
  it('needs its key where the server wants one', async () => {
    const locked = await startEncoder({ key: 'open sesame' })
    const at = { ...settings(), url: locked.url }
    expect((await fault(httpEncoder(at))).message).to.equal('It does not accept the key.')
    expect((await httpEncoder({ ...at, key: 'open sesame' })).dimensions).to.equal(64)
    await locked.stop()
  })
})
