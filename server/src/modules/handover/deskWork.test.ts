import type { Desk, DeskConversation, DeskRow } from '@janua/contracts'
import { expect } from 'chai'
import type { Letter } from '../channels/letter.ts'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  freshJanua,
  member,
  type Member,
  openTestApp,
  type TestClock,
  visitor,
} from '../../testing/harness.ts'

describe('the desk', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let anton: Member
  let bria: Member
  let lead: Member
  let queues: { bookings: number; refunds: number }
  const sent: Letter[] = []
  let mailDown = false
  const mailTransport = (letter: Letter) =>
    mailDown
      ? Promise.reject(new Error('connect ECONNREFUSED'))
      : Promise.resolve(void sent.push(letter))
  before(async () => {
    ;({ janua, clock, close } = await freshJanua(undefined, undefined, mailTransport))
    ;({ queues } = await openTestApp(janua))
    ;[anton, bria, lead] = [
      await member(janua, 'agent', 'Anton'),
      await member(janua, 'agent', 'Bria'),
      await member(janua, 'lead', 'Lead'),
    ]
    await janua.handover.queues.save(lead, queues.refunds, { name: 'Refunds', members: [anton.id] })
    await janua.handover.queues.save(lead, queues.bookings, {
      name: 'Bookings',
      members: [bria.id],
    })
  })
  after(() => close())

  const taken = async (question = 'a helicopter') => {
    const someone = await visitor(janua)
    await someone.says(question)
    await someone.post('/person', { language: 'en' }).expect(204)
    await someone.post('/contact', { name: 'Osk Verrall', mail: 'osk@mail.example' }).expect(204)
    const id = (await someone.thread()).conversation!
    await anton.post(`/desk/${id}/take`).expect(204)
    return { someone, id }
  }
  const open = async (who: Member, id: number) =>
    (await who.get(`/desk/${id}`).expect(200)).body as DeskConversation
  const lastHandover = (id: number) =>
    janua.tables.handovers.findOne({ where: { conversationId: id }, order: [['id', 'DESC']] })
  const reply = (id: number, text: string, more = {}) =>
    anton.post(`/desk/${id}/replies`, { clientId: crypto.randomUUID(), text, ...more }).expect(204)

  it('keeps apart how the right queue is known: confirmed, moved to, merely not moved', async () => {
    const confirmed = await taken()
    await anton
      .post(`/desk/${confirmed.id}/close`, { outcome: 'settled', rightQueue: queues.refunds })
      .expect(204)
    expect(await lastHandover(confirmed.id)).to.include({
      queueId: queues.refunds,
      rightQueue: queues.refunds,
      rightBy: 'confirmed',
      moves: 0,
    })
    const moved = await taken()
    await anton
      .post(`/desk/${moved.id}/move`, { queue: queues.bookings, reason: 'a booking' })
      .expect(204)
    await bria.post(`/desk/${moved.id}/take`).expect(204)
    await bria.post(`/desk/${moved.id}/close`, {}).expect(204)
    expect(await lastHandover(moved.id)).to.include({
      queueId: queues.refunds,
      rightQueue: queues.bookings,
      rightBy: 'moved',
      moves: 1,
    })
    const left = await taken()
    await left.someone.post('/end').expect(204)
    expect(await lastHandover(left.id)).to.include({
      rightQueue: queues.refunds,
      rightBy: 'unmoved',
    })
  })
  it('moves with the reason, to a colleague too, and keeps the due time of who asked first', async () => {
    const { id, someone } = await taken()
    const { askedAt } = (await janua.tables.conversations.findByPk(id))!
    clock.pass(120)
    await anton
      .post(`/desk/${id}/move`, { queue: queues.bookings, reason: 'knows the booking' })
      .expect(204)
    expect((await janua.tables.conversations.findByPk(id))!.askedAt).to.eql(askedAt)
    expect((await open(bria, id)).brief.routed).to.equal('moved by Anton: knows the booking')
    await bria.post(`/desk/${id}/take`).expect(204)
    await bria.post(`/desk/${id}/move`, { agent: anton.id, reason: '' }).expect(204)
    expect(await open(anton, id)).to.deep.include({
      state: 'agent',
      agent: { id: anton.id, name: 'Anton' },
    })
    expect((await anton.post(`/desk/${id}/move`, { reason: 'where to' })).status).to.equal(422)
    expect((await someone.thread()).state).to.equal('agent')
  })
  it('keeps notes from the visitor, and lets a colleague in who is asked by name', async () => {
    const { id, someone } = await taken()
    await bria.get(`/desk/${id}`).expect(404)
    await anton
      .post(`/desk/${id}/notes`, { text: 'Do you know this boat?', ask: bria.id })
      .expect(204)
    expect(((await bria.get('/desk')).body as Desk).askedIn.map((row) => row.id)).to.include(id)
    await bria.post(`/desk/${id}/notes`, { text: 'Yes, deck 3.' }).expect(204)
    const texts = (await open(bria, id)).messages
      .filter(({ author }) => author === 'team')
      .map(({ text, name }) => `${name}: ${text}`)
    expect(texts).to.eql(['Anton: Do you know this boat?', 'Bria: Yes, deck 3.'])
    expect(JSON.stringify(await someone.thread())).not.to.include('deck 3')
    expect((await someone.get('/transcript')).text).not.to.include('deck 3')
    expect(
      (await bria.post(`/desk/${id}/replies`, { clientId: crypto.randomUUID(), text: 'x' })).body
        .code,
    ).to.equal('NOT_YOURS')
  })
  it('signs with the team’s name where the agent wants', async () => {
    const { id, someone } = await taken()
    await reply(id, 'From all of us', { asTeam: true })
    await reply(id, 'From me')
    expect(
      (await someone.thread()).messages
        .filter(({ author }) => author === 'agent')
        .map(({ name }) => name),
    ).to.eql([undefined, 'Anton'])
    expect(
      (await open(anton, id)).messages
        .filter(({ author }) => author === 'agent')
        .map(({ name }) => name),
    ).to.eql(['Anton', 'Anton'])
  })
  it('shows what reached the visitor and what was read, and to the visitor what the team read', async () => {
    const { id, someone } = await taken()
    await reply(id, 'Hello')
    const { seq, visitorGot: before } = (await janua.tables.conversations.findByPk(id))!
    expect(before).to.be.lessThan(seq)
    await someone.thread()
    expect(await open(anton, id)).to.include({ visitorGot: seq })
    await someone.post('/seen', { seq: 10_000 }).expect(204)
    expect(await open(anton, id)).to.include({ visitorSeen: seq })
    await someone.says('thank you')
    expect((await someone.thread()).teamSeen).to.equal(seq)
    await open(anton, id)
    expect((await someone.thread()).teamSeen).to.equal(seq + 1)
  })
  it('watches what the assistant has, and steps in', async () => {
    const someone = await visitor(janua)
    await someone.says('can I bring my dog')
    const id = (await someone.thread()).conversation!
    expect(((await bria.get('/desk')).body as Desk).withAssistant.map((row) => row.id)).to.include(
      id,
    )
    expect((await open(bria, id)).mayStepIn).to.equal(true)
    const both = await Promise.all([
      bria.post(`/desk/${id}/step-in`),
      anton.post(`/desk/${id}/step-in`),
    ])
    expect(both.map(({ status }) => status).sort()).to.eql([204, 409])
    expect((await someone.thread()).state).to.equal('agent')
    const owner = both[0]!.status === 204 ? bria : anton
    await owner.post(`/desk/${id}/hand-back`, { word: 'The assistant knows the rest.' }).expect(204)
    expect(
      (await someone.thread()).messages.slice(-2).map(({ kind, text }) => text || kind),
    ).to.eql(['The assistant knows the rest.', 'handed back'])
  })
  it('finds by words, name, mail and case number, and only what one may read', async () => {
    const { id } = await taken('the helicopter zeppelinchen')
    const found = async (who: Member, words: string) =>
      ((await who.get(`/desk/search?words=${encodeURIComponent(words)}`)).body as DeskRow[]).map(
        (row) => row.id,
      )
    expect(await found(anton, 'zeppelinchen')).to.eql([id])
    expect(await found(anton, 'osk@mail')).to.include(id)
    expect(await found(bria, 'zeppelinchen')).to.eql([])
  })
  it('shows a lead what waits in every queue, and an agent without a queue nothing', async () => {
    const someone = await visitor(janua)
    await someone.says('a helicopter for the lead')
    await someone.post('/person', { language: 'en' })
    await someone.post('/contact', { name: 'Osk', mail: 'osk@mail.example' }).expect(204)
    const id = (await someone.thread()).conversation!
    const waiting = async (who: Member) =>
      ((await who.get('/desk')).body as Desk).waiting.map((row) => row.id)
    expect(await waiting(lead)).to.include(id)
    expect(await waiting(await member(janua, 'agent', 'Newcomer'))).to.eql([])
    await lead
      .post(`/desk/${id}/move`, { agent: bria.id, reason: 'the lead reassigns' })
      .expect(204)
    expect(await open(bria, id)).to.deep.include({
      state: 'agent',
      agent: { id: bria.id, name: 'Bria' },
    })
    await lead.post(`/desk/${id}/move`, { queue: queues.bookings, reason: '' }).expect(204)
    expect(await waiting(bria)).to.include(id)
    await bria.post(`/desk/${id}/take`).expect(204)
    await bria.post(`/desk/${id}/close`, {}).expect(204)
  })
  it('reopens what was closed, with its agent', async () => {
    const { id, someone } = await taken()
    await anton.post(`/desk/${id}/close`, { outcome: 'could not' }).expect(204)
    expect(await open(anton, id)).to.include({ outcome: 'could not' })
    await anton.post(`/desk/${id}/reopen`).expect(204)
    expect((await someone.thread()).state).to.equal('agent')
  })
  it('keeps saved replies: the team’s, and one’s own', async () => {
    await anton
      .post('/desk/saved-replies', {
        name: 'Hello',
        text: 'Hello {visitor}, this is {agent}.',
        own: false,
      })
      .expect(201)
    const { body } = await anton
      .post('/desk/saved-replies', { name: 'Mine', text: 'Bye', own: true })
      .expect(201)
    expect(
      (await bria.get('/desk/saved-replies')).body.map(({ name }: { name: string }) => name),
    ).to.eql(['Hello'])
    await bria
      .put(`/desk/saved-replies/${body.id}`, { name: 'Mine', text: 'x', own: true })
      .expect(404)
    await anton.delete(`/desk/saved-replies/${body.id}`).expect(204)
  })
  it('looks passages up in what visitors get', async () => {
    const { body } = await anton.get('/desk/passages?words=dog%20on%20board').expect(200)
    expect(body[0]).to.include({ title: 'Pets on board' })
  })

  describe('a case', () => {
    it('is kept when nobody is there: a number, one confirmation, and replies by mail in one thread', async () => {
      clock.set('2026-11-23T22:00:00Z')
      sent.length = 0
      const someone = await visitor(janua)
      await someone.says('my helicopter broke')
      await someone.post('/person', { language: 'en' })
      await someone.post('/contact', { name: 'Osk Verrall', mail: 'osk@mail.example' }).expect(204)
      await someone.post('/way', { way: 'case' }).expect(204)
      const { state, caseNumber, conversation } = await someone.thread()
      expect(state).to.equal('case')
      expect(caseNumber).to.match(/^2026-\d{5}$/)
      expect((await someone.post('/way', { way: 'case' })).status, 'only once').to.equal(409)
      expect(
        (await janua.tables.conversations.findByPk(conversation!))!.dueAt!.toISOString(),
        'due by when they are back',
      ).to.equal('2026-11-24T09:20:00.000Z')
      await janua.channels.outbox.tick()
      await janua.channels.outbox.tick()
      expect(sent.map(({ to, subject }) => `${to} ${subject}`)).to.eql([
        `osk@mail.example Your question to Ask us [${caseNumber}]`,
      ])

      clock.set('2026-11-24T09:05:00Z')
      expect(((await anton.get('/desk')).body as Desk).cases.map((row) => row.id)).to.include(
        conversation,
      )
      await anton.post(`/desk/${conversation}/take`).expect(204)
      await reply(conversation!, 'We fixed it.')
      await reply(conversation!, 'It was the rotor.')
      clock.pass(6)
      await janua.handover.followUps.tick()
      await janua.channels.outbox.tick()
      expect(sent.length, 'one mail for both').to.equal(2)
      expect(sent[1]!.text).to.match(/#thread=v\d+\./)
      expect(sent[1]!.text).to.include('We fixed it.')
      expect(sent[1]!.references).to.eql([sent[0]!.messageId])
      await anton.post(`/desk/${conversation}/close`, {}).expect(204)

      const answer = {
        from: 'osk@mail.example',
        subject: 'Re',
        text: 'Thank you, and the door?\n\nOn Tuesday Anton wrote:\n> We fixed it.',
        messageId: 'abc@mail.example',
        references: [sent[1]!.messageId],
        files: [],
      }
      expect(await janua.inbox.receive({ ...answer, from: 'stranger@mail.example' })).to.equal(
        'not for us',
      )
      expect(
        await janua.inbox.receive({ ...answer, references: ['made.up@janua.example'] }),
      ).to.equal('not for us')
      expect(await janua.inbox.receive(answer)).to.equal('taken')
      expect(await janua.inbox.receive(answer)).to.equal('known already')
      const thread = await someone.thread()
      expect(thread.messages.at(-1)).to.include({
        author: 'visitor',
        text: 'Thank you, and the door?',
      })
      expect(thread.state).to.equal('case')
    })
    it('loses no mail while the mail server is down, and sends it once when it is back', async () => {
      mailDown = true
      sent.length = 0
      await janua.channels.outbox.write({
        conversationId: null,
        kind: 'alert',
        to: 'x@mail.example',
        subject: 'S',
        text: 'T',
      })
      await janua.channels.outbox.tick()
      expect(await janua.tables.mails.findOne({ order: [['id', 'DESC']] })).to.include({
        state: 'waiting',
        tries: 1,
        problem: 'connect ECONNREFUSED',
      })
      clock.pass(61)
      expect((await lead.get('/queues/figures?days=1')).body.mail).to.eql({
        waiting: 1,
        problem: 'connect ECONNREFUSED',
      })
      await janua.channels.outbox.tick()
      mailDown = false
      await janua.channels.outbox.tick()
      expect(sent, 'it waits before it tries again').to.eql([])
      clock.pass(31)
      await janua.channels.outbox.tick()
      await janua.channels.outbox.tick()
      expect(sent).to.have.length(1)
    })
    it('can be a call, at a number that is one', async () => {
      clock.set('2026-11-24T22:00:00Z')
      const someone = await visitor(janua)
      await someone.says('helicopter, call me')
      await someone.post('/person', { language: 'en' })
      await someone.post('/contact', { name: 'Ann', mail: 'ann@mail.example' })
      expect(
        (await someone.post('/way', { way: 'call', phone: 'no number' })).body.message,
      ).to.include('A phone number is made of digits, spaces and a plus sign')
      await someone.post('/way', { way: 'call', phone: '01632 960 123' }).expect(204)
      clock.set('2026-11-25T10:00:00Z')
      expect(
        (await open(anton, (await someone.thread()).conversation!)).brief.told,
      ).to.deep.include({ label: 'Call at', value: '01632 960 123' })
    })
  })
})
