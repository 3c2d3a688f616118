import { expect } from 'chai'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import {
  type LanguageModelSimulator,
  startLanguageModel,
} from '../../../../simulators/languageModel/languageModel.mjs'
import { httpLanguageModel } from './httpLanguageModel.ts'
import { type LanguageModel, ModelFault, type ModelMessage } from './languageModel.ts'

const ABOUT_DOGS: ModelMessage[] = [
  { role: 'system', content: 'Say only what the passages say.' },
  {
    role: 'user',
    content: JSON.stringify({
      task: 'wording',
      passages: [{ text: 'Dogs may travel on a lead. They are not allowed in the lounge.' }],
    }),
  },
]

describe('a language model behind HTTP', () => {
  let service: LanguageModelSimulator
  let model: LanguageModel
  before(async () => {
    service = await startLanguageModel()
    model = httpLanguageModel({ url: service.url, model: 'rules' })
  })
  beforeEach(() => {
    service.fail(null)
    service.asked.length = 0
  })
  after(() => service.stop())
  const fault = async (work: Promise<unknown>): Promise<ModelFault> => {
    try {
      await work
    } catch (cause) {
      if (cause instanceof ModelFault) return cause
      throw cause
    }
    throw new Error('nothing went wrong')
  }

  it('gives its reply piece by piece, and whole at the end with what it cost', async () => {
    const pieces: string[] = []
    const { text, tokens, isCut } = await model.complete(
      ABOUT_DOGS,
      { maxTokens: 60 },
      undefined,
      (piece) => pieces.push(piece),
    )
    expect(text).to.equal('Dogs can travel on a lead. They are not allowed in the lounge.')
    expect(pieces.length).to.be.greaterThan(5)
    expect(pieces.join('')).to.equal(text)
    expect(tokens.sent).to.be.greaterThan(20)
    expect(tokens.received).to.equal(pieces.length)
    expect(isCut).to.equal(false)
  })
  it('is told how long, how lively, where to end and in which form', async () => {
    const schema = { name: 'phrasings', schema: { type: 'object' } }
    const { text } = await model.complete(
      [
        {
          role: 'user',
          content: JSON.stringify({ task: 'phrasings', count: 2, article: { title: 'Refunds' } }),
        },
      ],
      { maxTokens: 60, temperature: 0.4, stop: ['\n\n'], schema },
    )
    expect(JSON.parse(text)).to.eql({
      phrasings: ['How does refunds work?', 'I have a question about refunds'],
    })
    expect(service.asked[0]).to.deep.include({
      model: 'rules',
      max_tokens: 60,
      temperature: 0.4,
      stop: ['\n\n'],
      response_format: { type: 'json_schema', json_schema: { ...schema, strict: true } },
    })
  })
  it('opens another connection where the one that it kept was closed', async () => {
    let requests = 0
    const server = createServer((request, response) => {
      if (++requests === 1) return void request.socket.destroy()
      response.writeHead(200, { 'content-type': 'text/event-stream' })
      response.end('data: {"choices":[{"delta":{"content":"here"}}]}\n\ndata: [DONE]\n\n')
    })
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
    const { port } = server.address() as AddressInfo
    const other = httpLanguageModel({ url: `http://127.0.0.1:${port}/v1`, model: 'rules' })
    expect((await other.complete(ABOUT_DOGS, { maxTokens: 5 })).text).to.equal('here')
    expect(requests).to.equal(2)
    server.close()
  })
  it('says when it was cut at its length', async () => {
    const { text, isCut } = await model.complete(ABOUT_DOGS, { maxTokens: 3 })
    expect({ text, isCut }).to.eql({ text: 'Dogs can travel ', isCut: true })
  })
  it('is reckoned with where its server does not count', async () => {
    const silent = await startLanguageModel({ countsTokens: false })
    const { tokens } = await httpLanguageModel({ url: silent.url, model: 'rules' }).complete(
      ABOUT_DOGS,
      { maxTokens: 60 },
    )
    const letters = ABOUT_DOGS.map(({ content }) => content).join('').length
    expect(tokens).to.eql({ sent: Math.ceil(letters / 4), received: 16 })
    await silent.stop()
  })
  for (const [named, kind] of [
    ['refusal', 'refused'],
    ['cut off', 'broken reply'],
    ['empty reply', 'empty reply'],
    ['status 500', 'status'],
    ['status 429', 'busy'],
    ['status 401', 'key'],
  ] as const)
    it(`is told in plain words: ${named}`, async () => {
      service.fail(named)
      const told = await fault(model.complete(ABOUT_DOGS, { maxTokens: 60 }))
      expect(told.kind).to.equal(kind)
      expect(told.message).to.match(/^[A-Z].+\.$/)
    })
  it('is not waited for longer than was said, from the first piece to the last', async () => {
    const hasty = httpLanguageModel({ url: service.url, model: 'rules', timeoutMs: 200 })
    for (const slow of ['silence', 'slow stream']) {
      service.fail(slow, 1)
      const { kind, message } = await fault(hasty.complete(ABOUT_DOGS, { maxTokens: 60 }))
      expect({ kind, message }).to.eql({
        kind: 'late',
        message: 'It did not answer within 0.2 seconds.',
      })
    }
  })
  it('is left in the middle when nobody wants it any more', async () => {
    service.fail('slow stream', 1)
    const controller = new AbortController()
    const work = model.complete(ABOUT_DOGS, { maxTokens: 60 }, controller.signal, () =>
      controller.abort(new Error('stopped')),
    )
    await work.then(
      () => expect.fail('it went on'),
      (cause: Error) => expect(cause.message).to.equal('stopped'),
    )
  })
})
