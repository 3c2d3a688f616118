import type { CoverageView, QueueFigures, TodayView } from '@janua/contracts'
import { expect } from 'chai'
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

/**
 * A day of twenty conversations, each written down here with what it counts as. All figures of the day are held to sums made by hand
 * from this list:
 *
 * | #     | what happens                                                        | ended | team | case | abandoned | contained | resolved |
 * | ----- | ------------------------------------------------------------------- | ----- | ---- | ---- | --------- | --------- | -------- |
 * | 1–5   | answered, ended by the visitor                                      | 5     |      |      |           | 5         | 5        |
 * | 6     | answered, voted down, ended                                         | 1     |      |      |           | 1         |          |
 * | 7     | not known, ended                                                    | 1     |      |      |           | 1         |          |
 * | 8     | a greeting only, ended: no question, in no base                     | (1)   |      |      |           |           |          |
 * | 9     | Refunds, taken after 1 min, closed 3 min later                      | 1     | 1    |      |           |           |          |
 * | 10    | Refunds, taken after 10 min (late), closed 2 min later              | 1     | 1    |      |           |           |          |
 * | 11    | Refunds, ended by the visitor after 6 min of waiting                | 1     |      |      | 1         |           |          |
 * | 12    | Refunds, ended after 5 s: changed their mind                        | 1     |      |      |           | 1         |          |
 * | 13    | Refunds, taken after 2 min, moved to Bookings, taken after 3, closed| 1     | 1    |      |           |           |          |
 * | 14    | Refunds, taken after 1 min, given back, taken again by Bria, closed | 1     | 1    |      |           |           |          |
 * | 15    | Anton steps in where the assistant has it, closed                   | 1     | 1    |      |           |           |          |
 * | 16    | Refunds, nobody comes: a case, open                                 |       |      | 1    | 1         |           |          |
 * | 17    | Refunds, taken after 1 min, kept as a case, open                    |       | 1    | 1    |           |           |          |
 * | 18    | answered, closed by silence                                         | 1     |      |      |           | 1         | 1        |
 * | 19    | Refunds, stops waiting after 2 min, ended                           | 1     |      |      | 1         |           |          |
 * | 20    | Refunds, still waiting                                              |       |      |      |           |           |          |
 * | total | with a question                                                     | 16    | 6    | 2    | 3         | 9         | 6        |
 */
describe('a scripted day', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  let anton: Member
  let bria: Member
  let figures: QueueFigures
  const MINUTE = 60

  const begins = async (text: string) => {
    const someone = await visitor(janua)
    await someone.says(text)
    return someone
  }
  const id = async (someone: TestVisitor) => (await someone.thread()).conversation!
  const asksForTeam = async () => {
    const someone = await begins('my helicopter broke')
    await someone.post('/person', { language: 'en' })
    await someone.post('/contact', { name: 'Osk', mail: 'osk@mail.example' }).expect(204)
    if ((await someone.thread()).state !== 'waiting')
      await someone.post('/way', { way: 'wait' }).expect(204)
    return { someone, id: await id(someone) }
  }
  const take = (who: Member, conversation: number) =>
    who.post(`/desk/${conversation}/take`).expect(204)
  const closes = (who: Member, conversation: number) =>
    who.post(`/desk/${conversation}/close`, {}).expect(204)
  const reply = (who: Member, conversation: number) =>
    who
      .post(`/desk/${conversation}/replies`, { clientId: crypto.randomUUID(), text: 'Hello.' })
      .expect(204)

  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    const { queues } = await openTestApp(janua)
    lead = await member(janua, 'lead', 'Ines')
    anton = await member(janua, 'agent', 'Anton')
    bria = await member(janua, 'agent', 'Bria')
    for (const [name, queue] of [
      ['Refunds', queues.refunds],
      ['Bookings', queues.bookings],
    ] as const)
      await janua.handover.queues.save(lead, queue, { name, members: [anton.id, bria.id] })
    clock.set('2026-11-23T10:00:00Z')

    // 1 to 8: with the assistant alone.
    for (let i = 0; i < 5; i++) await (await begins('can I bring my dog')).post('/end').expect(204)
    const voter = await begins('can I bring my dog')
    const answer = (await voter.thread()).messages.at(-1)!
    await voter.post('/votes', { message: answer.id, helpful: false }).expect(204)
    await voter.post('/end').expect(204)
    await (await begins('where is the moon')).post('/end').expect(204)
    await (await begins('hello')).post('/end').expect(204)

    // 9, 10: taken in time, and late.
    const nine = await asksForTeam()
    clock.pass(MINUTE)
    await take(anton, nine.id)
    clock.pass(30)
    await reply(anton, nine.id)
    clock.pass(150)
    await closes(anton, nine.id)
    const ten = await asksForTeam()
    clock.pass(10 * MINUTE)
    await take(anton, ten.id)
    clock.pass(2 * MINUTE)
    await closes(anton, ten.id)

    // 11, 12: left while waiting, and at once.
    const eleven = await asksForTeam()
    clock.pass(6 * MINUTE)
    await eleven.someone.post('/end').expect(204)
    const twelve = await asksForTeam()
    clock.pass(5)
    await twelve.someone.post('/end').expect(204)

    // 13: through two queues.
    const thirteen = await asksForTeam()
    clock.pass(2 * MINUTE)
    await take(anton, thirteen.id)
    clock.pass(MINUTE)
    await anton
      .post(`/desk/${thirteen.id}/move`, { queue: queues.bookings, reason: '' })
      .expect(204)
    clock.pass(3 * MINUTE)
    await take(bria, thirteen.id)
    clock.pass(4 * MINUTE)
    await closes(bria, thirteen.id)

    // 14: taken twice.
    const fourteen = await asksForTeam()
    clock.pass(MINUTE)
    await take(anton, fourteen.id)
    clock.pass(2 * MINUTE)
    await anton.put('/presence', { presence: 'off' }).expect(204)
    clock.pass(MINUTE)
    await take(bria, fourteen.id)
    clock.pass(5 * MINUTE)
    await closes(bria, fourteen.id)
    await anton.put('/presence', { presence: 'here' }).expect(204)

    // 15: stepped into.
    const fifteen = await id(await begins('can I bring my dog'))
    await anton.post(`/desk/${fifteen}/step-in`).expect(204)
    clock.pass(2 * MINUTE)
    await closes(anton, fifteen)

    // 16, 17: cases.
    await asksForTeam()
    clock.pass(21 * MINUTE)
    await janua.handover.idle.tick()
    const seventeen = await asksForTeam()
    clock.pass(MINUTE)
    await take(anton, seventeen.id)
    clock.pass(MINUTE)
    await anton.post(`/desk/${seventeen.id}/case`, { mine: true }).expect(204)

    // 18: closed by silence. 19: does not want to wait. 20: waits on.
    await begins('can I bring my dog')
    for (let i = 0; i < 4; i++) {
      clock.pass(40 * MINUTE)
      await janua.handover.idle.tick()
    }
    const nineteen = await asksForTeam()
    clock.pass(2 * MINUTE)
    await nineteen.someone.post('/stop-waiting').expect(204)
    await nineteen.someone.post('/end').expect(204)
    await asksForTeam()

    await janua.coverage.rollup.rebuild()
    figures = (await lead.get('/queues/figures?days=1').expect(200)).body as QueueFigures
  })
  after(() => close())

  it('counts conversations as the list says: on Today and in Coverage', async () => {
    const row = await janua.tables.figures.findOne({
      where: { span: 'week', dimension: 'all' },
      raw: true,
    })
    expect(row).to.include({ contained: 9, abandoned: 3, resolved: 6 })
    // The base: ended with a question.
    expect(row).to.include({ ended: 16 })
    const sums = { ended: 16, contained: 9, resolved: 6, abandoned: 3 }
    const today = (await lead.get('/today').expect(200)).body as TodayView
    expect(today.running.figures).to.include(sums)
    const coverage = (await lead.get('/coverage').expect(200)).body as CoverageView
    expect(coverage.total).to.include(sums)
  })
  it('has a row for each queue that a conversation was in, cases apart', () => {
    const refunds = figures.queues.find(({ name }) => name === 'Refunds')!
    const bookings = figures.queues.find(({ name }) => name === 'Bookings')!
    // 9 to 14, 16, 17, 19, 20, and 14 once more, after it was given back.
    expect(refunds).to.include({ entered: 11, taken: 6, abandoned: 3, moves: 1 })
    expect(bookings).to.include({ entered: 1, taken: 1, abandoned: 0, moves: 0 })
    expect(figures.all).to.include({ entered: 12, taken: 7, abandoned: 3, moves: 1 })
    // 16 and 17.
    expect(figures.cases).to.include({ entered: 2, taken: 0 })
  })
  it('measures waits, first responses and handling from each queue’s own moments', () => {
    const refunds = figures.queues.find(({ name }) => name === 'Refunds')!
    // Waits: 1, 10, 2, 1, 1 (again), 1 minutes.
    expect(refunds.medianWaitSeconds).to.equal(60)
    // In time (5 min): five of six; abandoned after the target: 11 (6 min) and 16 (21 min), not 19 (2 min).
    expect(refunds.serviceLevel).to.be.closeTo(5 / 8, 1e-9)
    // Only 9 had a reply: 1 min of waiting and half a minute.
    expect(refunds.medianFirstReplySeconds).to.equal(90)
    const bookings = figures.queues.find(({ name }) => name === 'Bookings')!
    expect(bookings).to.include({ medianWaitSeconds: 180, medianHandleSeconds: 240 })
  })
  it('counts every stint of every agent, stepping in too', () => {
    const of = (name: string) => figures.agents.find((each) => each.name === name)!
    // Anton: 9, 10, 13, 14, 15, 17. Bria: 13, 14.
    expect(of('Anton').taken).to.equal(6)
    expect(of('Bria').taken).to.equal(2)
    // Minutes of Anton: 3, 2, 1, 2, 2, 1; of Bria: 4, 5.
    expect(of('Anton').medianHandleSeconds).to.equal(120)
    expect(of('Bria').medianHandleSeconds).to.equal(270)
  })
})
