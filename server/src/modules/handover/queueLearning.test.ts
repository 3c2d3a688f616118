import type { RoutingDraft } from '@janua/contracts'
import { expect } from 'chai'
import { readMeaningModels } from '../answering/meaningModels.ts'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  freshJanua,
  member,
  type Member,
  openTestApp,
  publishAll,
  visitor,
} from '../../testing/harness.ts'

describe('learning which queue is right, by what words mean', function () {
  this.timeout(120_000)
  let janua: OpenJanua
  let lead: Member
  let close: () => Promise<void>
  let queues: { bookings: number; refunds: number }
  let conversationId: number
  before(async () => {
    ;({ janua, close } = await freshJanua(undefined, undefined, undefined, readMeaningModels()))
    ;({ queues } = await openTestApp(janua))
    lead = await member(janua, 'lead', 'Lead')
    for (const [name, id] of [
      ['Refunds', queues.refunds],
      ['Bookings', queues.bookings],
    ] as const)
      await janua.handover.queues.save(lead, id, { name, members: [lead.id] })
    const someone = await visitor(janua)
    await someone.says('can i have my cash returned to my account')
    await someone.post('/person', { language: 'en' })
    await someone.post('/contact', { name: 'Osk', mail: 'osk@mail.example' })
    conversationId = (await someone.thread()).conversation!
  })
  after(() => close())

  const settled = (words: string, queue: number, language: 'en' | 'de' = 'en') =>
    janua.tables.handovers.create({
      conversationId,
      at: new Date('2026-11-20T10:00:00Z'),
      reason: 'asked',
      queueId: queue,
      by: 'rule',
      rule: 0,
      because: '“made up”',
      situation: {
        words,
        language,
        collections: [],
        door: 1,
        told: {},
        topics: [],
        hour: 10,
        tone: 0,
        contacts: 0,
      },
      rightQueue: queue,
      rightBy: 'confirmed',
    })
  const MONEY = ['give me my money back', 'i was charged twice', 'refund for a cancelled trip']
  const SEATS = ['book two seats', 'reserve a place for friday', 'can i change my reservation']

  it('notes what was meant with a hand-over', async () => {
    const [first] = await janua.tables.handovers.findAll()
    expect(first!.situation.meaning?.at).to.have.length(32)
  })
  it('gives hand-overs of before their meaning, where their language has an encoder', async () => {
    for (let i = 0; i < 8; i++) {
      for (const words of MONEY) await settled(`${words} ${'!'.repeat(i)}`, queues.refunds)
      for (const words of SEATS) await settled(`${words} ${'!'.repeat(i)}`, queues.bookings)
    }
    const german = await settled('mein geld zurück', queues.refunds, 'de')
    await janua.handover.queueLearning.tick()
    const rows = await janua.tables.handovers.findAll({ order: [['id', 'ASC']] })
    const without = rows.filter(({ situation }) => !situation.meaning).map(({ id }) => id)
    expect(without).to.eql([german.id])
  })
  it('knows the queue of words that it never saw', async () => {
    const [learnt] = await janua.tables.queueModels.findAll()
    expect(learnt!.model.meaning!.encoder).to.equal(readMeaningModels().models.en!.sentences!.id)
    const { body: draft } = await lead.get('/routing').expect(200)
    await lead
      .put('/routing', {
        rules: [],
        lastResort: queues.bookings,
        model: learnt!.id,
        learnedAtLeast: 0.5,
        base: (draft as RoutingDraft).revision,
        ready: true,
      })
      .expect(200)
    await publishAll(janua)
    const someone = await visitor(janua)
    await someone.says('you took the payment from my card once too often')
    await someone.post('/person', { language: 'en' })
    await someone.post('/contact', { name: 'Osk', mail: 'osk@mail.example' })
    const handedOver = await janua.tables.handovers.findOne({
      where: { conversationId: (await someone.thread()).conversation! },
    })
    expect(handedOver).to.include({ queueId: queues.refunds, by: 'classifier' })
    expect(handedOver!.because).to.include('overall meaning')
  })
})
