import { QueryTypes } from 'sequelize'
import type { ModelsView, UseSettings } from '@janua/contracts'
import { expect } from 'chai'
import {
  type LanguageModelSimulator,
  startLanguageModel,
} from '../../../../simulators/languageModel/languageModel.mjs'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  DOG,
  freshJanua,
  member,
  type Member,
  openTestApp,
  type TestClock,
  visitor,
} from '../../testing/harness.ts'

const KEY = 'a key that only the server knows'
const ON: UseSettings = {
  on: true,
  rules: '',
  model: null,
  temperature: 0.2,
  maxTokens: 400,
  timeoutSeconds: 2,
  tokensADay: null,
  moneyADay: null,
}
const ANSWER = { question: 'May I bring a dog?', language: 'en', tone: 'plain', length: 'middle' }
const PASSAGES = [{ title: 'Dogs', path: [], text: 'Dogs may travel on a lead.' }]

describe('uses of a language model', () => {
  let service: LanguageModelSimulator
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  before(async () => {
    service = await startLanguageModel({ key: KEY })
    ;({ janua, clock, close } = await freshJanua())
    await openTestApp(janua, [DOG])
    lead = await member(janua, 'lead', 'Lead')
  })
  beforeEach(() => {
    service.fail(null)
    service.asked.length = 0
  })
  after(async () => {
    await close()
    await service.stop()
  })

  const connection = (more: object = {}) => ({
    url: service.url,
    model: 'rules',
    prices: { sent: 2, received: 8 },
    currency: '€',
    keepDays: 7,
    ...more,
  })
  const view = async () => (await lead.get('/models').expect(200)).body as ModelsView
  const useOf = async (use: string) => (await view()).uses.find((each) => each.use === use)!
  const set = (use: string, more: Partial<UseSettings> = {}) =>
    lead.put(`/models/uses/${encodeURIComponent(use)}`, { ...ON, ...more }).expect(204)
  const word = (material: object = { ...ANSWER, passages: PASSAGES }) =>
    janua.models.uses.ask('wording', material)
  const refusal = async (work: Promise<unknown>): Promise<string> => {
    try {
      await work
    } catch (cause) {
      return (cause as Error).message
    }
    throw new Error('nothing was refused')
  }

  it('are all off, and nothing is connected, to begin with', async () => {
    const { connection, source, uses } = await view()
    expect({ connection, source }).to.eql({ connection: null, source: null })
    expect(uses.every(({ settings }) => !settings.on)).to.equal(true)
    expect(await refusal(word())).to.include('No language model is connected')
  })
  it('are tried out before they are connected, and say what is wrong', async () => {
    const wrong = await lead.post('/models/test', connection({ key: 'guessed' }))
    expect(wrong.body).to.include({ code: 'MODEL_FAILED' })
    expect(wrong.body.message).to.include('It does not accept the key')
    const nobody = await lead.post('/models/test', connection({ url: 'http://127.0.0.1:9/v1' }))
    expect(nobody.body.message).to.include('Nothing answers at 127.0.0.1:9')
    const { body } = await lead.post('/models/test', connection({ key: KEY })).expect(200)
    expect(body).to.include({ said: 'ready' })
  })
  it('keep the key where nobody reads it, neither here nor in the database', async () => {
    await lead.put('/models/connection', connection({ key: KEY })).expect(204)
    expect((await view()).connection).to.deep.include({ url: service.url, hasKey: true })
    const rows = await janua.db.query('SELECT * FROM settings', { type: QueryTypes.SELECT })
    expect(JSON.stringify([rows, await view(), await janua.tables.audit.findAll()])).not.to.include(
      KEY,
    )
    await lead.put('/models/connection', connection()).expect(204)
    expect((await lead.post('/models/test', connection()).expect(200)).body.said).to.equal('ready')
  })
  it('send a key to no other server than it was given for', async () => {
    const other = await startLanguageModel({ key: KEY })
    const { body } = await lead.post('/models/test', connection({ url: other.url }))
    expect(body.message).to.include('does not accept the key')
    await other.stop()
  })
  it('ask nothing until they are switched on one by one', async () => {
    expect(await refusal(word())).to.include('This is switched off')
    await set('wording')
    expect(await word()).to.include({ text: 'Dogs can travel on a lead.' })
    expect(await refusal(janua.models.uses.ask('summary', { conversation: [] }))).to.include(
      'switched off',
    )
  })
  it('ask with the team’s rules after ours, the use’s own model, liveliness and length', async () => {
    await set('wording', { rules: 'Never mention ferries.', model: 'smaller', temperature: 0.6 })
    await word()
    const [asked] = service.asked
    expect(asked).to.include({ model: 'smaller', temperature: 0.6, max_tokens: 400 })
    const { prompt } = await useOf('wording')
    expect(asked!.messages[0]).to.eql({
      role: 'system',
      content: `${prompt}\nThe team’s own rules:\nNever mention ferries.`,
    })
  })
  it('mask what is private in what people wrote, and leave what the team publishes', async () => {
    await word({
      ...ANSWER,
      question: 'I am ann@mail.example, call 01632 960 210',
      passages: [{ ...PASSAGES[0], text: 'Call us at 01632 960 111.' }],
    })
    const sent = service.asked[0]!.messages[1]!.content
    expect(sent).to.include('I am [mail address], call [phone number]')
    expect(sent).to.include('01632 960 111')
  })
  it('note what was sent, what came back, what it cost and why nothing came of it', async () => {
    await set('wording')
    await word()
    service.fail('prompt leak', 1)
    expect(await refusal(word())).to.include('gave away what it was told')
    const { body } = await lead.get('/models/calls?use=wording&limit=2').expect(200)
    const [leaked, fine] = body.rows
    expect(leaked.fault).to.equal('Its reply gave away what it was told.')
    expect(fine).to.include({ fault: null, who: null, received: 'Dogs can travel on a lead.' })
    expect(fine.money).to.be.closeTo((fine.tokens.sent * 2 + fine.tokens.received * 8) / 1e6, 1e-9)
    expect(JSON.parse(fine.sent)).to.have.length(2)
    expect((await useOf('wording')).today).to.include({ failed: 1 })
  })
  it('say in plain words what went wrong, and count it as failed', async () => {
    for (const [fault, says] of [
      ['status 500', 'It answered with status 500'],
      ['status 429', 'too much to do'],
      ['refusal', 'It refused to reply'],
      ['cut off', 'ended in the middle'],
      ['empty reply', 'Its reply is empty'],
      ['silence', 'did not answer within 2 seconds'],
    ] as const) {
      service.fail(fault, 1)
      expect(await refusal(word()), fault).to.include(says)
    }
    await set('wording', { maxTokens: 16 })
    const long = { ...PASSAGES[0]!, text: 'Dogs may travel on a lead. '.repeat(6) }
    expect(await refusal(word({ ...ANSWER, passages: [long] }))).to.include('longer than allowed')
  })
  it('stop at the day’s budget of tokens or money, and go on the next day', async () => {
    const { tokens } = (await useOf('wording')).today
    await set('wording', { tokensADay: tokens + 1 })
    await word()
    expect(await refusal(word())).to.match(/Today’s budget for this \(\d+ tokens\) is used up/)
    await set('wording', { moneyADay: 0.01 })
    await janua.tables.modelCalls.update({ money: 0.02 }, { where: { use: 'wording' } })
    expect(await refusal(word())).to.include('(0.01 €) is used up')
    clock.pass(86_400)
    expect((await word()).text).to.include('Dogs can')
  })
  it('are all stopped at once, whatever is on', async () => {
    await lead.put('/models/stopped', { stopped: true }).expect(204)
    service.asked.length = 0
    expect(await refusal(word())).to.include('The language model is stopped')
    expect((await lead.get('/models/on').expect(200)).body).to.eql([])
    expect(service.asked).to.have.length(0)
    await lead.put('/models/stopped', { stopped: false }).expect(204)
    expect((await lead.get('/models/on').expect(200)).body).to.eql(['wording'])
  })
  it('forget texts once their days are over, and keep what they cost', async () => {
    clock.pass(6 * 86_400)
    await janua.models.uses.forget()
    const count = (where: { sent?: null; received?: null }) =>
      janua.tables.modelCalls.count({ where })
    expect(await count({ sent: null })).to.equal(0)
    clock.pass(2 * 86_400)
    await janua.models.uses.forget()
    expect(await count({ sent: null, received: null })).to.equal(await count({}))
    expect((await useOf('wording')).month.tokens).to.be.greaterThan(100)
  })
  it('are the lead’s business alone', async () => {
    const editor = await member(janua, 'editor')
    await editor.get('/models').expect(403)
    await editor.put('/models/stopped', { stopped: true }).expect(403)
    const someone = await visitor(janua)
    expect((await someone.thread()).messages).to.eql([])
  })
  it('refuse settings that make no sense', async () => {
    for (const [path, body] of [
      ['/models/uses/wording', { ...ON, temperature: 7 }],
      ['/models/uses/poetry', ON],
      ['/models/connection', connection({ url: 'file:///etc/passwd' })],
      ['/models/connection', connection({ keepDays: -1 })],
    ] as const)
      await lead.put(path, body).expect(422)
  })
})
