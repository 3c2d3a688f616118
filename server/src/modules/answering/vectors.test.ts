import type { Passage, SystemState } from '@janua/contracts'
import { expect } from 'chai'
import { answerQuestion, type TraceCandidate } from '@janua/core'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  article,
  freshJanua,
  type Member,
  member,
  openTestApp,
  publishAll,
} from '../../testing/harness.ts'
import { readMeaningModels } from './meaningModels.ts'

const SHELF = [
  article('Refunds', 'We give your money back within 14 days. Send the item with its receipt.\n'),
  article('Opening hours', 'The shop is open from nine to five on weekdays.\n'),
  article('Parking', 'Cars can be left behind the building for free.\n'),
]

describe('vectors of texts', function () {
  this.timeout(120_000)
  let janua: OpenJanua
  let lead: Member
  let close: () => Promise<void>
  before(async () => {
    const understanding = { ...readMeaningModels(), faults: ['Something is missing: a file'] }
    ;({ janua, close } = await freshJanua(undefined, undefined, undefined, understanding))
    await openTestApp(janua, SHELF)
    lead = await member(janua, 'lead')
  })
  after(() => close())
  const stored = () => janua.tables.textVectors.count()
  const firstOf = async (question: string) => {
    const { index } = (await janua.answering.engine.live())!
    return answerQuestion(index, question, { threshold: 0.5 }).trace.candidates[0]?.title
  }

  it('let visitors find what shares no word with their question', async () => {
    expect(await firstOf('can i have my cash returned')).to.equal('Refunds')
    expect(await firstOf('somewhere to leave the vehicle?')).to.equal('Parking')
  })
  it('let agents look up what shares no word with what they type', async () => {
    const { body } = await lead.get('/desk/passages?words=leave%20the%20vehicle').expect(200)
    expect((body as Passage[])[0]!.title).to.equal('Parking')
  })
  it('are made once for each text, and kept', async () => {
    const before = await stored()
    expect(before).to.be.greaterThan(6)
    janua.answering.engine.forget()
    await firstOf('refund')
    expect(await stored()).to.equal(before)
  })
  it('are made of what changed alone, on the draft, before it is published', async () => {
    const before = await stored()
    await lead
      .post('/articles', article('Gift cards', 'A gift card is money to spend.\n'))
      .expect(201)
    await janua.answering.engine.draft()
    // The title, the sentence, and the section of one sentence, which is the same text.
    expect(await stored()).to.equal(before + 2)
    await publishAll(janua)
    expect(await stored()).to.equal(before + 2)
    expect(await firstOf('do you sell gift vouchers')).to.equal('Gift cards')
  })
  it('are shared with the threads of a replay', async () => {
    const { index } = await janua.answering.engine.draft()
    expect(index.parts.every(({ meaning }) => meaning?.vectors)).to.equal(true)
  })
  it('are as sure as reviews tell, from the release on that comes after them', async () => {
    const asked = 'can i have my cash returned'
    const before = answerQuestion((await janua.answering.engine.live())!.index, asked, {
      threshold: 0.5,
    })
    const { item, revision, ordinal } = before.trace.candidates[0]!
    for (let i = 0; i < 12; i++)
      await janua.tables.reviews.create({
        role: 'lead',
        verdict: 'wrong',
        text: `${asked} ${i}`,
        norm: `${asked} ${i}`,
        itemId: item,
        revisionId: revision,
        ordinal,
        origin: 'log',
        createdAt: new Date(),
      })
    await janua.answering.learning.learn()
    expect((await janua.answering.engine.live())!.model).to.equal(undefined)
    await lead.post('/articles', article('Umbrellas', 'We lend umbrellas for free.\n')).expect(201)
    await publishAll(janua)
    const { index, model } = (await janua.answering.engine.live())!
    const { reviewed, ...unreviewed } = model!
    expect(reviewed!.constant).to.be.lessThan(0)
    const [told, untold] = [model, unreviewed].map(
      (each) => answerQuestion(index, asked, { threshold: 0.5, model: each }).trace.candidates,
    ) as [TraceCandidate[], TraceCandidate[]]
    expect(told[0]!.confidence).to.be.lessThan(untold[0]!.confidence)
    expect(told.map(({ item }) => item)).to.eql(untold.map(({ item }) => item))
  })
  it('tell on System what could not be read', async () => {
    const { body } = await lead.get('/system').expect(200)
    expect((body as SystemState).modelFaults).to.eql(['Something is missing: a file'])
  })
})
