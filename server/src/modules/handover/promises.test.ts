import { expect } from 'chai'
import type { Desk } from '@janua/contracts'
import type { Letter } from '../channels/letter.ts'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  freshJanua,
  member,
  type Member,
  openTestApp,
  type TestClock,
  type TestVisitor,
  visitor,
} from '../../testing/harness.ts'

let people = 0
/** Somebody new each time, so that mails of other tests are not theirs. */
const newContact = () => ({ name: 'Osk Verrall', mail: `osk.${++people}@mail.example` })

describe('people and promises', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  let anton: Member
  let bria: Member
  let queues: { bookings: number; refunds: number }
  const sent: Letter[] = []
  before(async () => {
    ;({ janua, clock, close } = await freshJanua(undefined, undefined, (letter) => {
      sent.push(letter)
      return Promise.resolve()
    }))
    ;({ queues } = await openTestApp(janua))
    lead = await member(janua, 'lead', 'Ines')
    anton = await member(janua, 'agent', 'Anton')
    bria = await member(janua, 'agent', 'Bria')
    for (const [name, id] of [
      ['Refunds', queues.refunds],
      ['Bookings', queues.bookings],
    ] as const)
      await janua.handover.queues.save(anton, id, { name, members: [anton.id, bria.id] })
  })
  beforeEach(async () => {
    clock.set('2026-11-23T10:00:00Z')
    sent.length = 0
    for (const each of [anton, bria]) await each.put('/presence', { presence: 'here' }).expect(204)
  })
  after(() => close())

  const row = async (id: number) => (await janua.tables.conversations.findByPk(id))!
  async function waits(): Promise<{ someone: TestVisitor; id: number; mail: string }> {
    const contact = newContact()
    const someone = await visitor(janua)
    await someone.says('my helicopter broke')
    await someone.post('/person', { language: 'en' })
    await someone.post('/contact', contact).expect(204)
    const { conversation, state } = await someone.thread()
    expect(state).to.equal('waiting')
    return { someone, id: conversation!, mail: contact.mail }
  }
  const reply = (who: Member, id: number, text: string) =>
    who.post(`/desk/${id}/replies`, { clientId: crypto.randomUUID(), text }).expect(204)
  /** What has gone to an address in this test. */
  const mailsTo = async (mail: string) => {
    await janua.handover.followUps.tick()
    for (let i = 0; i < 5; i++) await janua.channels.outbox.tick()
    return sent.filter(({ to }) => to === mail)
  }

  it('counts the limit of a wait from its own beginning, and the place in line from the first ask', async () => {
    const { id, someone } = await waits()
    const { askedAt } = await row(id)
    await anton.post(`/desk/${id}/take`).expect(204)
    await reply(anton, id, 'One moment.')
    clock.pass(19 * 60)
    await anton.post(`/desk/${id}/move`, { queue: queues.bookings, reason: '' }).expect(204)
    clock.pass(10 * 60)
    await janua.handover.idle.tick()
    expect((await someone.thread()).state, 'ten minutes of the new wait').to.equal('waiting')
    expect((await row(id)).askedAt).to.eql(askedAt)
    clock.pass(11 * 60)
    await janua.handover.idle.tick()
    expect((await someone.thread()).state).to.equal('case')
  })

  it('begins a new wait when an agent’s connection is lost, first in line by the first ask', async () => {
    const { id, someone } = await waits()
    await anton.post(`/desk/${id}/take`).expect(204)
    await reply(anton, id, 'One moment.')
    clock.pass(30 * 60)
    await someone.says('are you there')
    await janua.tables.users.update(
      { presence: 'away', wentByItself: true, beatAt: new Date(+clock.now() - 200_000) },
      { where: { id: anton.id } },
    )
    await janua.handover.presence.tick()
    expect((await someone.thread()).state).to.equal('waiting')
    await janua.handover.idle.tick()
    expect((await someone.thread()).state, 'not “nobody came”').to.equal('waiting')
    const later = await waits()
    const { body } = await bria.get('/desk')
    const order = (body as Desk).waiting.map((each) => each.id)
    expect(order.indexOf(id)).to.be.lessThan(order.indexOf(later.id))
    for (const each of [id, later.id]) await bria.post(`/desk/${each}/take`).expect(204)
    for (const each of [id, later.id]) await bria.post(`/desk/${each}/close`, {}).expect(204)
  })

  it('makes a case of a wish that nobody served, with a confirmation, also when the visitor just leaves', async () => {
    for (const each of [anton, bria]) await each.put('/presence', { presence: 'off' }).expect(204)
    const someone = await visitor(janua)
    await someone.says('Can I bring my dog?')
    await someone.post('/person', { language: 'en' })
    const contact = newContact()
    await someone.post('/contact', contact).expect(204)
    expect((await someone.thread()).messages.at(-1)!.kind).to.equal('away')
    for (let i = 0; i < 4; i++) {
      clock.pass(40 * 60)
      await janua.handover.idle.tick()
    }
    const { state, caseNumber } = await someone.thread()
    expect(state).to.equal('case')
    expect((await mailsTo(contact.mail)).map(({ subject }) => subject)).to.eql([
      `Your question to Ask us [${caseNumber}]`,
    ])
  })

  it('gives a case back to its queue when its agent goes off duty, never to the assistant', async () => {
    const { id, someone } = await waits()
    await anton.post(`/desk/${id}/take`).expect(204)
    await anton.post(`/desk/${id}/case`, { mine: true }).expect(204)
    await anton.post(`/desk/${id}/take`).expect(204)
    await someone.says('and one more thing')
    await anton.put('/presence', { presence: 'off' }).expect(204)
    expect(await row(id)).to.include({ state: 'case', agentId: null, queueId: queues.refunds })
    clock.pass(100 * 3_600)
    await janua.handover.idle.tick()
    expect((await row(id)).state).to.equal('case')
    expect(((await bria.get('/desk')).body as Desk).cases.map((each) => each.id)).to.include(id)
  })

  it('mails what an agent writes to who has left the page: once a burst, with the thread’s link', async () => {
    const { id, someone, mail } = await waits()
    await anton.post(`/desk/${id}/take`).expect(204)
    await reply(anton, id, 'Is it the red one?')
    await someone.thread()
    clock.pass(60)
    expect(await mailsTo(mail), 'read on the page').to.eql([])
    await reply(anton, id, 'We have found it.')
    clock.pass(20)
    await reply(anton, id, 'It is at the quay.')
    expect(await mailsTo(mail), 'still writing').to.eql([])
    clock.pass(45)
    const [letter, ...more] = await mailsTo(mail)
    expect(more).to.eql([])
    expect(letter).to.include({ automatic: false })
    expect(letter!.text).to.include('We have found it.\n\nIt is at the quay.')
    clock.pass(600)
    expect((await mailsTo(mail)).length, 'once').to.equal(1)

    const token = /#thread=(\S+)/.exec(letter!.text)![1]!
    const opened = await someone.get('/thread').set('authorization', `Bearer ${token}`)
    expect(opened.body).to.include({ conversation: id, state: 'agent' })
    expect(
      (await someone.get('/thread').set('authorization', `Bearer ${token.slice(0, -1)}x`)).status,
    ).to.equal(401)

    await janua.inbox.receive({
      from: mail,
      subject: 'Re',
      text: 'Thank you, I come tomorrow.',
      messageId: `${crypto.randomUUID()}@mail.example`,
      references: [letter!.messageId],
      files: [],
    })
    const desk = (await anton.get('/desk')).body as Desk
    expect(desk.mine.find((each) => each.id === id)).to.include({ lastBy: 'visitor' })
    await anton.post(`/desk/${id}/close`, {}).expect(204)
  })

  it('makes a case with a due date and its agent as owner, when something follows from us', async () => {
    const { id } = await waits()
    await anton.post(`/desk/${id}/take`).expect(204)
    const followUpAt = '2026-11-26T09:00:00.000Z'
    await anton.post(`/desk/${id}/close`, { outcome: 'will follow', followUpAt }).expect(204)
    expect(await row(id)).to.include({ state: 'case', agentId: anton.id })
    expect((await row(id)).dueAt!.toISOString()).to.equal(followUpAt)
    const cases = async (who: Member) =>
      ((await who.get('/desk')).body as Desk).cases.map((each) => each.id)
    expect(await cases(anton)).to.include(id)
    expect(await cases(bria)).not.to.include(id)
    expect(await cases(lead)).to.include(id)
  })

  it('brings who writes again to the agent who had it, with the history; “thanks” takes nobody’s time', async () => {
    const { id, someone } = await waits()
    await anton.post(`/desk/${id}/take`).expect(204)
    await reply(anton, id, 'All done.')
    await anton.post(`/desk/${id}/close`, {}).expect(204)
    await someone.says('thanks')
    const thanked = await someone.thread()
    expect([thanked.state, thanked.messages.at(-1)!.kind]).to.eql(['closed', 'smallTalk'])
    await someone.says('it has broken again')
    const again = await row(id)
    expect(again).to.include({ state: 'waiting', offeredTo: anton.id, queueId: queues.refunds })
    expect((await bria.post(`/desk/${id}/take`)).body.code).to.equal('OFFERED_TO_OTHER')
    await anton.post(`/desk/${id}/take`).expect(204)
    await anton.post(`/desk/${id}/close`, {}).expect(204)

    for (const each of [anton, bria]) await each.put('/presence', { presence: 'off' }).expect(204)
    await someone.says('and again')
    expect(await row(id)).to.include({ state: 'case', agentId: anton.id })
  })

  it('shows a lead what agents have in hand, and lets them take over and reassign', async () => {
    const { id } = await waits()
    await anton.post(`/desk/${id}/take`).expect(204)
    const withAgents = async (who: Member) =>
      ((await who.get('/desk')).body as Desk).withAgents.map((each) => [each.id, each.agent?.name])
    expect(await withAgents(lead)).to.deep.include([id, 'Anton'])
    expect(await withAgents(bria)).to.eql([])
    await bria.post(`/desk/${id}/take-over`).expect(403)
    await lead.post(`/desk/${id}/take-over`).expect(204)
    expect(await row(id)).to.include({ state: 'agent', agentId: lead.id })
    await lead.post(`/desk/${id}/move`, { agent: bria.id, reason: '' }).expect(204)
    expect(await row(id)).to.include({ state: 'agent', agentId: bria.id })
    await bria.post(`/desk/${id}/close`, {}).expect(204)
  })

  it('gives back at once what somebody has who is deactivated, answered or not', async () => {
    const carl = await member(janua, 'agent', 'Carl')
    await janua.handover.queues.save(lead, queues.refunds, {
      name: 'Refunds',
      members: [anton.id, bria.id, carl.id],
    })
    const { id, someone } = await waits()
    await carl.post(`/desk/${id}/take`).expect(204)
    await reply(carl, id, 'I am on it.')
    expect((await lead.get(`/team/${carl.id}/in-hand`)).body).to.eql({ conversations: 1, cases: 0 })
    await lead.patch(`/team/${carl.id}`, { active: false }).expect(204)
    expect(await row(id)).to.include({ state: 'waiting', agentId: null, queueId: queues.refunds })
    expect((await someone.thread()).state).to.equal('waiting')
    await bria.post(`/desk/${id}/take`).expect(204)
    await bria.post(`/desk/${id}/close`, {}).expect(204)
  })

  it('holds capacity for taking too; a lead may have more', async () => {
    await lead
      .put(`/people/${bria.id}/skills`, { atOnce: 1, languages: [], topics: [] })
      .expect(204)
    const [one, two] = [await waits(), await waits()]
    await bria.post(`/desk/${one.id}/take`).expect(204)
    const refused = await bria.post(`/desk/${two.id}/take`)
    expect([refused.status, refused.body.code]).to.eql([409, 'AT_CAPACITY'])
    await lead.put(`/people/${lead.id}/skills`, { atOnce: 1, languages: [], topics: [] })
    await lead.post(`/desk/${two.id}/take`).expect(204)
    const three = await waits()
    await lead.post(`/desk/${three.id}/take`).expect(204)
    for (const each of [two, three]) await lead.post(`/desk/${each.id}/close`, {}).expect(204)
    await bria.post(`/desk/${one.id}/close`, {}).expect(204)
    await lead.put(`/people/${bria.id}/skills`, { atOnce: 9, languages: [], topics: [] })
  })

  it('puts a queue with a history away, once nothing is open in it', async () => {
    const old = await janua.handover.queues.save(lead, null, {
      name: 'Lost things',
      members: [bria.id],
    })
    const { id } = await waits()
    await lead.post(`/desk/${id}/move`, { queue: old, reason: '' }).expect(204)
    expect((await lead.delete(`/queues/${old}`)).body.message).to.include('1 conversation is open')
    await bria.post(`/desk/${id}/take`).expect(204)
    await bria.post(`/desk/${id}/close`, {}).expect(204)
    await lead.delete(`/queues/${old}`).expect(204)
    expect((await lead.get('/queues')).body.map((each: { id: number }) => each.id)).not.to.include(
      old,
    )
    expect(await row(id), 'its history stays').to.include({ queueId: old })
    expect((await lead.post('/queues', { name: 'Lost things', members: [] })).status).to.equal(201)
  })

  it('refuses a queue’s save by who did not see the change before it', async () => {
    const { version } = (await lead.get('/queues')).body[0]
    const save = (name: string) =>
      lead.put(`/queues/${queues.bookings}`, { name, members: [anton.id, bria.id], version })
    const both = await Promise.all([save('Bookings'), save('Bookings')])
    expect(both.map(({ status }) => status).sort()).to.eql([200, 409])
  })

  it('finds a case by a part of its number, and a visitor by the exact mail address', async () => {
    const { id, mail } = await waits()
    await anton.post(`/desk/${id}/take`).expect(204)
    await anton.post(`/desk/${id}/case`, { mine: true }).expect(204)
    const other = await visitor(janua)
    await other.says('osk has a mail at some example, or so')
    const search = async (words: string) =>
      (await anton.get(`/desk/search?words=${encodeURIComponent(words)}`)).body.map(
        (each: { id: number }) => each.id,
      )
    const { caseNumber } = await row(id)
    expect(await search(caseNumber!.slice(-3))).to.include(id)
    const byMail = await search(mail)
    expect(byMail).to.include(id)
    const owners = await janua.tables.conversations.findAll({ where: { id: byMail } })
    const mailsFound = await janua.tables.visitors.findAll({
      where: { id: owners.map(({ visitorId }) => visitorId) },
    })
    expect(new Set(mailsFound.map((each) => each.mail))).to.eql(new Set([mail]))
  })
})
