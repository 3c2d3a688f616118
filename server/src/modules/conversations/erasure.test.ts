import { expect } from 'chai'
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

const WORDS = 'my name is Osk Verrall, may my hound come along'

describe('erasing a visitor', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  let lead: Member
  let dogs: number
  before(async () => {
    ;({ janua, close } = await freshJanua())
    lead = await member(janua, 'lead')
    dogs = (await openTestApp(janua, [DOG, REFUND])).articles[0]!.id
  })
  after(() => close())
  const phrasings = async () =>
    JSON.stringify(
      (await janua.tables.revisions.findAll({ where: { itemId: dogs } })).map(
        ({ content }) => (content as { phrasings: string[] }).phrasings,
      ),
    )

  it('leaves phrasings and checks that the team has made of their words, and says so in the audit trail', async () => {
    const osk = await visitor(janua)
    await osk.says(WORDS)
    await lead.post(`/articles/${dogs}/phrasings`, { phrasing: WORDS }).expect(200)
    await lead.post('/checks', { messages: [WORDS], comes: 'answer', item: dogs }).expect(201)
    await publishAll(janua)
    await osk.delete('/visitor').expect(204)
    expect(await phrasings())
      .to.include('Verrall')
      .and.to.include('Can I bring my dog?')
    expect(await janua.tables.checks.count()).to.equal(1)
    const [entry] = (await lead.get('/audit?search=erased')).body.rows
    expect(entry.detail).to.deep.include({ asked: 'by the visitor', keptAsTeamText: [dogs] })
  })
  it('lets nobody delete a phrasing by asking it word for word', async () => {
    const mallory = await visitor(janua)
    await mallory.says('Can I bring my dog?')
    await lead
      .post('/verdicts', { text: 'Can I bring my dog?', verdict: 'right', origin: 'rehearsal' })
      .expect(204)
    await mallory.delete('/visitor').expect(204)
    expect(await phrasings()).to.include('Can I bring my dog?')
    expect(await janua.tables.reviews.count()).to.equal(1)
    const other = await visitor(janua)
    await other.says('Can I bring my dog?')
    expect((await other.thread()).messages.at(-1)!.data).to.include({ outcome: 'answered' })
  })
  it('takes away what was made of words that are theirs alone', async () => {
    const words = 'is Ulf Tarrow allowed to bring his stoat'
    const ulf = await visitor(janua)
    await ulf.says(words)
    const question = (await janua.tables.questions.findOne({ where: { text: words } }))!
    await lead.post('/reviews', { question: question.id, verdict: 'wrong' })
    await janua.coverage.topics.pass('full')
    expect(await janua.tables.topicWordings.count({ where: { text: words } })).to.equal(1)
    await ulf.delete('/visitor').expect(204)
    for (const table of [janua.tables.topicWordings, janua.tables.reviews])
      expect(
        await (table as typeof janua.tables.reviews).count({ where: { text: words } }),
      ).to.equal(0)
    expect(await janua.tables.questions.count({ where: { text: words } })).to.equal(0)
  })
  it('leaves everything as it was when it breaks off in its middle', async () => {
    const someone = await visitor(janua)
    await someone.says('do you carry hot air balloons')
    const { id } = (await janua.tables.visitors.findOne({ order: [['id', 'DESC']] }))!
    const { fixes } = janua.tables
    const { destroy } = fixes
    fixes.destroy = () => Promise.reject(new Error('the database went away'))
    await someone.delete('/visitor').expect(500)
    fixes.destroy = destroy
    expect(await janua.tables.visitors.findByPk(id)).to.not.equal(null)
    expect((await someone.thread()).messages.map(({ text }) => text)).to.include(
      'do you carry hot air balloons',
    )
    await someone.delete('/visitor').expect(204)
    expect(await janua.tables.visitors.findByPk(id)).to.equal(null)
  })
  it('is refused for who is blocked; a lead can do it, and the reason goes with them', async () => {
    const agent = await member(janua, 'agent', 'Bree')
    const nils = await visitor(janua)
    await nils.says('rubbish, all of it')
    const { conversation } = await nils.thread()
    await agent.post(`/desk/${conversation}/step-in`).expect(204)
    await agent.post(`/desk/${conversation}/block`, { reason: 'Nils Orrin insults us' }).expect(204)
    const refused = await nils.delete('/visitor')
    expect([refused.status, refused.body.code]).to.eql([409, 'ON_HOLD'])
    const { visitorId } = (await janua.tables.conversations.findByPk(conversation!))!
    await lead.delete(`/visitors/${visitorId}`).expect(200)
    expect(JSON.stringify((await lead.get('/audit')).body)).not.to.include('Orrin')
  })
  it('leaves words that somebody else asked too', async () => {
    const [one, other] = [await visitor(janua), await visitor(janua)]
    for (const each of [one, other]) await each.says('Can I bring my dog?')
    await one.delete('/visitor').expect(204)
    expect(await phrasings()).to.include('Can I bring my dog?')
  })
})
