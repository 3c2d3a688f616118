import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  freshJanua,
  member,
  type Member,
  openTestApp,
  type TestClock,
} from '../../testing/harness.ts'

/** Point 9 of the repairs, retention: row 14 of the findings about safety. */
describe('retention', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  let door: number
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    lead = await member(janua, 'lead')
    ;({ door } = await openTestApp(janua))
  })
  after(() => close())

  const days = (n: number) => new Date(+clock.now() - n * 86_400_000)
  async function visitorWith(ended: number, held: boolean, conversations = 1): Promise<number[]> {
    const someone = await janua.tables.visitors.create({
      tokenHash: `${Math.round(ended)} ${held} ${conversations}`,
      holdBecause: held ? 'a dispute' : null,
      createdAt: days(ended),
    })
    const made: number[] = []
    for (let i = 0; i < conversations; i++) {
      const { id } = await janua.tables.conversations.create({
        visitorId: someone.id,
        doorId: door,
        language: 'en',
        state: 'closed',
        version: 0,
        seq: 0,
        subject: '',
        lastBy: 'visitor',
        createdAt: days(ended),
        lastAt: days(ended),
      })
      made.push(id)
    }
    return made
  }
  const left = async (ids: number[]) => janua.tables.conversations.count({ where: { id: ids } })

  it('removes what is older than the team keeps it, however much older is on legal hold', async () => {
    const held = await visitorWith(400, true, 120)
    const old = await visitorWith(300, false)
    const recent = await visitorWith(20, false)
    await lead
      .put('/retention', { conversationDays: 180, attachmentDays: null, auditDays: null })
      .expect(204)
    await janua.conversations.visitorRecords.tick()
    expect([await left(held), await left(old), await left(recent)]).to.eql([120, 0, 1])
  })
  it('removes attachments and the audit log by their own age, and keeps those on hold', async () => {
    const [held] = await visitorWith(90, true)
    const [free] = await visitorWith(91, false)
    const file = (conversationId: number, age: number) =>
      janua.tables.attachments.create({
        conversationId,
        name: `${conversationId}-${age}.png`,
        type: 'image/png',
        size: 1,
        hash: 'a'.repeat(64),
        createdAt: days(age),
      })
    await file(held!, 90)
    await file(free!, 91)
    await file(free!, 5)
    await janua.tables.audit.create({
      at: days(800),
      userId: null,
      who: 'Somebody',
      action: 'did something long ago',
      subject: '',
      detail: {},
    })
    await lead
      .put('/retention', { conversationDays: null, attachmentDays: 30, auditDays: 730 })
      .expect(204)
    await janua.conversations.visitorRecords.tick()
    const names = (await janua.tables.attachments.findAll()).map(({ name }) => name)
    expect(names.sort()).to.eql([`${held}-90.png`, `${free}-5.png`].sort())
    expect(
      await janua.tables.audit.count({ where: { action: 'did something long ago' } }),
    ).to.equal(0)
  })
})
