import type { EncoderView, ReleaseRow } from '@janua/contracts'
import { answerQuestion, type ReleaseIndex } from '@janua/core'
import { expect } from 'chai'
import { setTimeout as pause } from 'node:timers/promises'
import { type EncoderSimulator, startEncoder } from '../../../../../simulators/encoder/encoder.mjs'
import { JANUA } from '../../accounts/audit.ts'
import { understood } from '../../answering/attachedEncoder.ts'
import { readMeaningModels } from '../../answering/meaningModels.ts'
import type { OpenJanua } from '../../../../../demo/allTables.ts'
import {
  article,
  freshJanua,
  type Member,
  member,
  openTestApp,
  publishAll,
  visitor,
} from '../../../testing/harness.ts'

const SHELF = [
  article('Refunds', 'We give your money back within 14 days. Send the item with its receipt.\n'),
  article('Opening hours', 'The shop is open from nine to five on weekdays.\n'),
  article('Parking', 'Cars can be left behind the building for free.\n'),
]
const LEARN_FROM = ['clinic', 'parcels', 'buergeramt', 'internet']

describe('an encoder of the team’s', function () {
  this.timeout(300_000)
  let simulator: EncoderSimulator
  let janua: OpenJanua
  let lead: Member
  let close: () => Promise<void>
  before(async () => {
    simulator = await startEncoder({ key: 'secret' })
    ;({ janua, close } = await freshJanua(undefined, undefined, undefined, readMeaningModels(), {
      kind: 'server',
      url: simulator.url,
      model: 'letters',
      key: 'secret',
      learnFrom: LEARN_FROM,
    }))
    await openTestApp(janua, SHELF)
    lead = await member(janua, 'lead')
  })
  after(async () => {
    await close()
    await simulator.stop()
  })
  const view = async () => (await lead.get('/models/encoder').expect(200)).body as EncoderView
  const until = async (is: (view: EncoderView) => boolean) => {
    for (let i = 0; i < 600; i++) {
      const now = await view()
      if (is(now)) return now
      await pause(200)
    }
    throw new Error(`It never came to that: ${JSON.stringify(await view())}`)
  }
  const ask = (index: ReleaseIndex, text: string) =>
    understood(index, () => answerQuestion(index, text, { threshold: 0.5 }))
  const askLive = async (text: string) => ask((await janua.answering.engine.live())!.index, text)

  it('is connected, and tried with a sample', async () => {
    await janua.models.encoders.tick()
    const { state, found, source, learnt } = await view()
    expect(state).to.equal('connected')
    expect(source).to.eql({ kind: 'server', where: simulator.url })
    expect(found).to.include({ dimensions: 64, languages: null })
    expect(found!.sample.alike).to.be.greaterThan(found!.sample.apart)
    expect(JSON.stringify(found)).to.not.contain('secret')
    expect(learnt).to.equal(null)
  })
  it('is not used before it has been learnt', async () => {
    const { body } = await lead.put('/models/encoder/draft').expect(424)
    expect(body).to.include({ code: 'ENCODER_FAILED' })
  })
  it('is learnt on questions that people asked elsewhere, beside what the one that ships came to', async () => {
    await lead.post('/models/encoder/learn').expect(204)
    expect((await view()).learning).to.include({ step: 'reading' })
    const { learnt } = await until(({ learnt, learning }) => learnt !== null && learning === null)
    const [english, german] = learnt!.then
    expect(english).to.include({ language: 'en' })
    expect(german).to.include({ language: 'de' })
    expect(english!.first).to.be.within(0.2, 0.9)
    expect(learnt!.now.map(({ language }) => language)).to.eql(['en', 'de'])
  })
  it('reads everything that the draft says, each text once', async () => {
    const filled = await until(({ vectors }) => vectors !== null && vectors.done === vectors.of)
    expect(filled.vectors).to.include({ done: 3, of: 3, isPaused: false, isRunning: false })
    const id = filled.found!.id
    const stored = await janua.tables.textVectors.count({ where: { encoder: id } })
    expect(stored).to.be.greaterThan(6)
    const before = simulator.asked.length
    await janua.models.encoders.tick()
    expect(simulator.asked.length).to.equal(before)
  })
  it('is compared with the one that ships before it is part of the draft', async () => {
    const asker = await visitor(janua)
    for (const text of ['how do refunds work', 'parking for cars', 'do you sell umbrellas'])
      await asker.says(text)
    await janua.tables.checks.create({
      messages: ['how do refunds work'],
      question: 'how do refunds work',
      language: 'en',
      comes: 'answer',
      itemId: (await janua.tables.items.findOne({ where: { title: 'Parking' } }))!.id,
      contains: [],
      lacks: [],
      queueId: null,
      doorId: null,
      note: '',
      createdBy: lead.id,
      createdAt: new Date(),
    })
    await lead.post('/models/encoder/trial').expect(204)
    const { trial } = await until(({ trial }) => trial.running === null && trial.result !== null)
    const { now, then, ...result } = trial.result!
    expect(trial.problem).to.equal(null)
    expect(result).to.include({ asked: 3, times: 3, stoodIn: 0 })
    for (const side of [now, then]) {
      expect(Object.values(side.questions).reduce((a, b) => a + b, 0)).to.equal(3)
      expect(side.checks).to.eql({ passed: 0, failed: 1 })
      expect(side.medianMilliseconds).to.be.greaterThan(0)
    }
    expect(result.brokenChecks).to.eql([])
    await janua.tables.checks.destroy({ where: {} })
  })
  it('goes into the draft with one press, and from there into a release', async () => {
    await lead.put('/models/encoder/draft').expect(204)
    const { draft, live, found } = await view()
    expect(draft).to.eql({ id: found!.id, name: found!.name })
    expect(live).to.equal(null)
    await publishAll(janua)
    expect((await view()).live).to.eql(draft)
    const [release] = (await lead.get('/releases').expect(200)).body as ReleaseRow[]
    expect(release!.encoder).to.equal(found!.name)
    expect(release!.changes).to.eql([{ kind: 'encoder', title: found!.name, type: 'added' }])
  })
  it('answers visitors from then on, and reads a question once', async () => {
    const before = simulator.asked.length
    const { trace } = await askLive('may i have refunds for what i send')
    expect(trace.stoodIn).to.equal(undefined)
    expect(trace.candidates[0]!.title).to.equal('Refunds')
    expect(simulator.asked.length).to.equal(before + 1)
    await askLive('may i have refunds for what i send')
    expect(simulator.asked.length).to.equal(before + 1)
  })
  it('is the same in a thread', async () => {
    const { index } = (await janua.answering.engine.live())!
    const here = await ask(index, 'where may cars be parked')
    const { BackgroundAnswers } = await import('../../answering/backgroundAnswers.ts')
    const answers = new BackgroundAnswers(() => janua.answering.engine.port())
    const [there] = await answers.of(index, [
      { text: 'where may cars be parked', settings: { threshold: 0.5 } },
    ])
    await answers.close()
    expect(here.trace.stoodIn).to.equal(undefined)
    expect(there).to.eql({
      outcome: here.outcome,
      confidence: here.confidence,
      ...(here.kind && { kind: here.kind }),
    })
  })
  it('has what is new read when it is saved, and publishes with it', async () => {
    await lead
      .post('/articles', article('Gift cards', 'A gift card is money to spend.\n'))
      .expect(201)
    await publishAll(janua)
    expect((await janua.answering.engine.live())!.index.lacksAttached).to.equal(false)
    const { trace } = await askLive('gift cards')
    expect(trace.candidates[0]!.title).to.equal('Gift cards')
    expect(trace.stoodIn).to.equal(undefined)
  })
  it('is stood in for while it does not answer, and the trace says so', async () => {
    simulator.fail('status 401')
    const { trace } = await askLive('somewhere to leave the vehicle?')
    expect(trace.stoodIn).to.equal(true)
    expect(trace.candidates[0]!.title).to.equal('Parking')
    simulator.fail(null)
  })
  it('lets nobody publish what it has not read', async () => {
    simulator.fail('status 401')
    await lead.post('/articles', article('Umbrellas', 'We lend umbrellas for free.\n')).expect(201)
    const changes = (await janua.releases.draft.changes()).map(({ item }) => item)
    await janua.releases.draft.markAllReady(JANUA)
    const { body } = await lead
      .post('/releases', { items: changes, note: '', because: 'for the test' })
      .expect(409)
    expect(body).to.include({ code: 'ENCODER_NOT_READY' })
    simulator.fail(null)
    await until(({ vectors }) => vectors!.done === vectors!.of)
  })
  it('is not used when another one answers under its name, and it is told', async () => {
    simulator.change('second')
    await janua.models.encoders.lookAgain()
    const { fault, found, live, learnt } = await view()
    expect(fault).to.contain('under the same name')
    expect(found!.id).to.not.equal(live!.id)
    expect(learnt).to.equal(null)
    expect((await askLive('are dogs welcome in the hall')).trace.stoodIn).to.equal(true)
    await lead.put('/models/encoder/draft').expect(424)
    simulator.change('first')
    await janua.models.encoders.lookAgain()
    expect((await view()).found!.id).to.equal(live!.id)
  })
  it('is taken out of the draft, and put into it again', async () => {
    await lead.delete('/models/encoder/draft').expect(204)
    expect((await view()).draft).to.equal(null)
    const removed = (await janua.releases.draft.changes()).find(({ kind }) => kind === 'encoder')
    expect(removed).to.include({ type: 'removed', ready: true })
    await lead.put('/models/encoder/draft').expect(204)
    expect((await janua.releases.draft.changes()).map(({ kind }) => kind)).to.not.include('encoder')
  })
  it('goes out with the release before', async () => {
    await lead.post('/releases/1/live').expect(200)
    expect((await view()).live).to.equal(null)
    const before = simulator.asked.length
    expect((await askLive('a question that nobody asked yet')).trace.stoodIn).to.equal(undefined)
    expect(simulator.asked.length).to.equal(before)
  })
})
