import type { TrialView } from '@janua/contracts'
import { expect } from 'chai'
import { setTimeout as pause } from 'node:timers/promises'
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
  REFUND,
  type TestClock,
  visitor,
} from '../../testing/harness.ts'

const ASKED = [
  'is there some rule for a dog in the evening',
  'would a dog be fine on the upper deck',
  'what about the refund for a late boat',
]

describe('a second opinion, tried on reviewed answers', () => {
  let service: LanguageModelSimulator
  let janua: OpenJanua
  let clock: TestClock
  let lead: Member
  let close: () => Promise<void>
  before(async () => {
    service = await startLanguageModel()
    ;({ janua, clock, close } = await freshJanua(undefined, { url: service.url, model: 'rules' }))
    await openTestApp(janua, [DOG, REFUND], { threshold: 0.11 })
    lead = await member(janua, 'lead', 'Lead')
  })
  beforeEach(() => {
    service.say(null)
    service.fail(null)
  })
  after(async () => {
    await close()
    await service.stop()
  })
  const view = async () => (await lead.get('/models/trial').expect(200)).body as TrialView
  const tried = async (): Promise<TrialView> => {
    await lead.post('/models/trial').expect(204)
    for (let i = 0; i < 100; i++) {
      const now = await view()
      if (!now.running) return now
      await pause(50)
    }
    throw new Error('the trial did not end')
  }

  it('says what is missing where nothing was reviewed', async () => {
    expect(await view()).to.eql({ running: null, problem: null, result: null, reviewed: 0 })
    const { body } = await lead.post('/models/trial').expect(422)
    expect(body.message).to.include('Make a replay')
  })
  it('is decided by what it says of each, while its use is off', async () => {
    for (const question of ASKED) {
      const someone = await visitor(janua)
      await someone.says(question)
    }
    const from = clock.now()
    clock.pass(60)
    await janua.verification.replays.start(lead, {
      from: new Date(+from - 3_600_000).toISOString(),
      to: clock.now().toISOString(),
      validity: 'asked',
      items: null,
    })
    await janua.verification.replays.ended()
    for (const { norm, text, doorId, sides } of await janua.tables.replayResults.findAll()) {
      const { best } = sides.draft
      if (!best) continue
      await janua.tables.reviews.create({
        questionId: null,
        itemId: best.item,
        revisionId: best.revision,
        ordinal: best.ordinal,
        norm,
        doorId,
        text,
        print: null,
        confidence: best.confidence,
        chance: null,
        verdict: 'right',
        role: 'lead',
        origin: 'threshold',
        createdAt: clock.now(),
      })
    }
    const { reviewed } = await view()
    expect(reviewed).to.be.greaterThan(0)
    service.say('{"answers":"no"}')
    const { result, problem } = await tried()
    expect(problem).to.equal(null)
    expect(result).to.deep.include({
      model: 'rules',
      asked: reviewed,
      unheard: 0,
      said: { yes: 0, partly: 0, no: reviewed },
    })
    expect(result!.now.right + result!.now.silent).to.equal(reviewed)
    expect(result!.lost).to.have.length(result!.now.right - result!.then.right)
    expect(result!.monthly.calls).to.be.greaterThan(0)
    expect((await lead.get('/models/on').expect(200)).body).to.eql([])
  })
  it('counts what did not come back, and changes nothing by it', async () => {
    service.say('no idea')
    const { result } = await tried()
    expect(result!.unheard).to.equal(result!.asked)
    expect(result!.then).to.eql(result!.now)
  })
  it('is refused while everything is stopped', async () => {
    await lead.put('/models/stopped', { stopped: true }).expect(204)
    expect((await lead.post('/models/trial')).body.code).to.equal('MODEL_STOPPED')
  })
})
