import type { HandoverRow, QueueFigures, RoutingDraft, RoutingProof } from '@janua/contracts'
import type { Routing, Situation } from '@janua/core'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  freshJanua,
  member,
  type Member,
  openTestApp,
  publishAll,
  type TestClock,
  visitor,
} from '../../testing/harness.ts'

describe('routing, proved on past hand-overs', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  let queues: { bookings: number; refunds: number }
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    ;({ queues } = await openTestApp(janua))
    lead = await member(janua, 'lead', 'Lead')
    for (const [name, id] of [
      ['Refunds', queues.refunds],
      ['Bookings', queues.bookings],
    ] as const)
      await janua.handover.queues.save(lead, id, { name, members: [lead.id] })
  })
  after(() => close())

  /** Hand-overs about parrots belong to Bookings, though the live rules send them, for the word refund in them, to Refunds. */
  const remember = async (n: number) => {
    const someone = await visitor(janua)
    await someone.says('hello')
    const conversationId = (await someone.thread()).conversation!
    for (let i = 0; i < n; i++) {
      const parrots = i % 2 === 0
      const situation: Situation = {
        words: parrots ? `refund for my parrot number ${i}` : `refund for a cancelled boat ${i}`,
        language: 'en',
        collections: [],
        door: 1,
        told: {},
        topics: [],
        hour: 10,
        tone: 0,
        contacts: 0,
      }
      await janua.tables.handovers.create({
        conversationId,
        at: clock.now(),
        reason: 'asked',
        queueId: queues.refunds,
        by: 'rule',
        rule: 0,
        because: '“refund”',
        situation,
        rightQueue: parrots ? queues.bookings : queues.refunds,
        rightBy: parrots ? 'moved' : 'confirmed',
        moves: parrots ? 1 : 0,
      })
    }
  }
  const draft = async () => (await lead.get('/routing').expect(200)).body as RoutingDraft
  const prove = async (routing: Routing) =>
    (await lead.post('/routing/proof', routing).expect(200)).body as RoutingProof
  const rule = (queue: number, ...any: string[]): Routing['rules'][number] => ({
    name: any.join(),
    join: 'any',
    conditions: [{ on: 'words', any }],
    queue,
  })

  it('has nothing to prove on a first day, and nothing learnt', async () => {
    const { rules, lastResort, newest } = await draft()
    const proof = await prove({ rules, lastResort })
    expect(proof).to.deep.include({ handovers: 0, learned: null })
    expect(proof.rules[0]!.oddity).to.equal(null)
    expect(newest).to.equal(null)
    await janua.handover.queueLearning.learn()
    expect(await janua.tables.queueModels.count(), 'too few to learn from').to.equal(0)
  })
  it('counts right first time beside the live rules, with the hand-overs behind each cell', async () => {
    await remember(60)
    const proof = await prove({
      rules: [
        rule(queues.bookings, 'parrot'),
        rule(queues.refunds, 'refund', 'money back', 'helicopter'),
        rule(queues.refunds, 'zeppelin'),
      ],
      lastResort: queues.bookings,
    })
    expect(proof.draft).to.include({ n: 60, right: 60 })
    expect(proof.live).to.include({ n: 60, right: 30 })
    expect(proof.saved).to.have.length(30)
    expect(proof.rules.map(({ oddity }) => oddity)).to.eql([null, null, 'never fits'])
    expect(proof.rules[1]!.conflicts[0]).to.deep.include({ with: 0 })
    const { ids } = proof.cells[0]!
    const rows = (await lead.post('/routing/handovers', { ids: ids.slice(0, 3) }).expect(200))
      .body as HandoverRow[]
    expect(rows[0]).to.include({ queue: queues.refunds, because: '“refund”' })
  })
  it('learns in a thread, explains itself by its words, and is used only once the lead has put it into a release', async () => {
    await janua.handover.queueLearning.learn()
    const { newest, rules, lastResort, revision } = await draft()
    expect(newest!.signs.find(({ queue }) => queue === queues.bookings)!.signs).to.include('parrot')
    const learnt: Routing = {
      rules: [
        {
          name: 'looks',
          join: 'all',
          conditions: [{ on: 'looks like', queue: queues.bookings, atLeast: 0.8 }],
          queue: queues.bookings,
        },
        ...rules,
      ],
      lastResort,
      model: newest!.id,
      learnedAtLeast: 0.5,
    }
    expect((await prove(learnt)).draft.right).to.equal(60)
    await lead.put('/routing', { ...learnt, base: revision, ready: true }).expect(200)
    const handedOver = async () => {
      const someone = await visitor(janua)
      await someone.says('a refund for the parrot of the helicopter captain')
      await someone.post('/person', { language: 'en' })
      await someone.post('/contact', { name: 'Osk', mail: 'osk@mail.example' })
      return janua.tables.handovers.findOne({
        where: { conversationId: (await someone.thread()).conversation! },
      })
    }
    expect(await handedOver()).to.include({ queueId: queues.refunds, by: 'rule' })
    const { body: proof } = await lead.post('/draft/proof', { items: null })
    expect(proof.routing).to.deep.include({ saved: 30, caused: 0 })
    await publishAll(janua)
    const after = await handedOver()
    expect(after).to.include({ queueId: queues.bookings })
    expect(after!.because).to.match(/^looks like it, [01]\.\d\d sure: .*parrot/)
  })
  it('is held back by more moves caused than saved, until somebody says why', async () => {
    const { revision, id } = await draft()
    await lead
      .put('/routing', {
        rules: [rule(queues.refunds, 'refund')],
        lastResort: queues.bookings,
        base: revision,
        ready: true,
      })
      .expect(200)
    const refused = await lead.post('/releases', { items: [id], note: 'back' })
    expect(refused.body.message).to.include('30 more moves are caused than saved')
    await lead
      .post('/releases', { items: [id], note: 'back', because: 'parrots are refunds from now on' })
      .expect(201)
  })
  it('refuses rules that look at queues or classifiers that there are not', async () => {
    const { lastResort } = await draft()
    const looks = (queue: number): Routing['rules'] => [
      {
        name: 'x',
        join: 'all',
        conditions: [{ on: 'looks like', queue, atLeast: 0.5 }],
        queue: lastResort,
      },
    ]
    expect(
      (await lead.post('/routing/proof', { rules: looks(999), lastResort })).body.code,
    ).to.equal('QUEUE_NOT_FOUND')
    expect(
      (await lead.post('/routing/proof', { rules: [], lastResort, model: 999 })).body.message,
    ).to.include('no classifier 999')
    expect(
      (
        await lead.post('/routing/proof', {
          rules: [{ ...rule(lastResort, 'a'), conditions: [{ on: 'mood', any: ['x'] }] }],
          lastResort,
        })
      ).status,
    ).to.equal(422)
  })
  it('is counted on the queues’ page by queue, agent and hour', async () => {
    const someone = await visitor(janua)
    await someone.says('a helicopter refund')
    await someone.post('/person', { language: 'en' })
    await someone.post('/contact', { name: 'Osk', mail: 'osk@mail.example' })
    const id = (await someone.thread()).conversation!
    clock.pass(60)
    await lead.post(`/desk/${id}/take`).expect(204)
    clock.pass(30)
    await lead.post(`/desk/${id}/replies`, { clientId: crypto.randomUUID(), text: 'Hello' })
    clock.pass(20)
    await lead.post(`/desk/${id}/close`, {}).expect(204)
    const { agents } = (await lead.get('/queues/figures?days=1').expect(200)).body as QueueFigures
    expect(agents.find(({ id }) => id === lead.id)).to.deep.include({
      name: 'Lead',
      taken: 1,
      medianWaitSeconds: 60,
      medianFirstReplySeconds: 90,
      medianHandleSeconds: 50,
      serviceLevel: 1,
      outcomes: { settled: 1 },
    })
  })
})
