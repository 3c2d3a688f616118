import type { Door } from '@janua/contracts'
import { answerQuestion, withOpinion } from '@janua/core'
import { expect } from 'chai'
import {
  type LanguageModelSimulator,
  startLanguageModel,
} from '../../../../simulators/languageModel/languageModel.mjs'
import { JANUA } from '../accounts/audit.ts'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  DOG,
  freshJanua,
  member,
  type Member,
  openTestApp,
  publishAll,
  REFUND,
  visitor,
} from '../../testing/harness.ts'

const QUESTION = 'is there some rule for a dog in the evening'

describe('a second opinion', () => {
  let service: LanguageModelSimulator
  let janua: OpenJanua
  let lead: Member
  let door: number
  let close: () => Promise<void>
  /** How sure Janua is by itself. */
  let sure: number
  before(async () => {
    service = await startLanguageModel()
    ;({ janua, close } = await freshJanua(undefined, { url: service.url, model: 'rules' }))
    ;({ door } = await openTestApp(janua, [DOG, REFUND]))
    lead = await member(janua, 'lead', 'Lead')
    const { uses } = await janua.models.uses.view()
    const { use, settings } = uses.find((each) => each.use === 'opinion')!
    await janua.models.uses.setUse(JANUA, use, { ...settings, on: true })
    const { index } = (await janua.answering.engine.live())!
    sure = answerQuestion(index, QUESTION, { threshold: 0 }).trace.candidates[0]!.confidence
  })
  beforeEach(() => {
    service.say(null)
    service.fail(null)
    service.asked.length = 0
  })
  after(async () => {
    await close()
    await service.stop()
  })

  const answersFrom = async (threshold: number) => {
    const {
      id: _,
      state: __,
      published: ___,
      revision,
      ...content
    } = (await lead.get(`/doors/${door}`).expect(200)).body as Door
    await lead
      .put(`/doors/${door}`, { ...content, threshold, base: revision, ready: true })
      .expect(200)
    await publishAll(janua)
  }
  const asked = async (question = QUESTION) => {
    const someone = await visitor(janua)
    await someone.says(question)
    return (await janua.tables.questions.findOne({ order: [['id', 'DESC']] }))!
  }
  const thinks = (answers: string) => service.say(JSON.stringify({ answers }))

  it('that is a yes lets Janua answer what it was not sure enough of', async () => {
    expect(sure).to.be.within(0.1, 0.85)
    const withYes = withOpinion(sure, 'yes')
    await answersFrom((sure + withYes) / 2)
    thinks('no')
    expect((await asked()).outcome).not.to.equal('answered')
    thinks('yes')
    const { outcome, confidence, trace } = await asked()
    expect(outcome).to.equal('answered')
    expect(confidence).to.be.closeTo(withYes, 1e-9)
    expect(trace.opinion).to.eql({ says: 'yes', before: sure })
    expect(trace.candidates[0]!.confidence).to.equal(confidence)
    const material = JSON.parse(service.asked[0]!.messages[1]!.content) as {
      question: string
      passages: { text: string }[]
    }
    expect(material.question).to.equal(QUESTION)
    expect(material.passages[0]!.text).to.match(/dog/i)
  })
  it('that is a no keeps Janua from answering what it was just sure enough of', async () => {
    await answersFrom(Math.max(0.05, sure - 0.04))
    thinks('no')
    const { outcome, trace } = await asked()
    expect(outcome).not.to.equal('answered')
    expect(trace.opinion).to.include({ says: 'no' })
  })
  for (const fault of ['status 500', 'half JSON', 'refusal', 'silence'])
    it(`that does not come (${fault}) leaves Janua to its own view`, async () => {
      service.fail(fault, 1)
      const { outcome, confidence, trace } = await asked()
      expect(outcome).to.equal('answered')
      expect(confidence).to.be.closeTo(sure, 1e-9)
      expect(trace).not.to.have.property('opinion')
    })
  it('that is something else than yes, partly or no is none', async () => {
    thinks('perhaps')
    expect((await asked()).trace).not.to.have.property('opinion')
  })
  it('is not asked for where Janua is far from the threshold, or in the article’s own words', async () => {
    await answersFrom(0.05)
    service.asked.length = 0
    await asked('Can I bring my dog?')
    expect(service.asked).to.have.length(0)
  })
  it('is worth what reviews say of it', async () => {
    await answersFrom(Math.max(0.05, sure - 0.04))
    thinks('yes')
    for (let i = 0; i < 6; i++) {
      const { id, itemId, revisionId, ordinal, norm, doorId } = await asked()
      await janua.tables.reviews.create({
        questionId: id,
        itemId,
        revisionId,
        ordinal,
        norm,
        doorId,
        text: QUESTION,
        print: `${i}`,
        confidence: sure,
        chance: null,
        verdict: 'wrong',
        role: 'lead',
        origin: 'rehearsal',
        createdAt: new Date(),
      })
    }
    await janua.answering.learning.learn()
    const [newest] = await janua.tables.engineModels.findAll({ order: [['id', 'DESC']] })
    expect(newest!.model.opinions!.yes).to.be.lessThan(0.3)
    expect(newest!.model.opinions!.no).to.be.closeTo(-1.4, 1e-6)
  })
})
