import { expect } from 'chai'
import type { OpenJanua } from '../../../../../demo/allTables.ts'
import {
  freshJanua,
  member,
  type Member,
  openTestApp,
  type TestClock,
  visitor,
} from '../../../testing/harness.ts'
import { asked, learnt } from '../testing.ts'

const DOGS = ['can I bring my dog on board', 'is my dog allowed on board', 'dog on board, allowed?']
const BOATS = [
  'when does the last boat leave',
  'last boat leaves when',
  'time when the last boat leaves',
]
const OTHERS = [
  'who is the captain',
  'is it cold up there',
  'do you take horses',
  'how long is the crossing',
  'may I play the guitar',
  'what is for lunch',
]

describe('topics', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    lead = await member(janua, 'lead')
    await openTestApp(janua)
    await asked(janua, clock, [...DOGS, ...BOATS, ...OTHERS])
    await learnt(janua)
  })
  after(() => close())

  const topicOf = async (text: string) =>
    (await janua.tables.questions.findOne({ where: { text }, order: [['id', 'DESC']] }))!.topicId
  const hashes = async (texts: string[]) =>
    (await janua.tables.topicWordings.findAll({ where: { text: texts } })).map(
      ({ normHash }) => normHash,
    )

  it('hold questions that ask the same, and leave alone what stands alone', async () => {
    const [dog, boat] = [await topicOf(DOGS[0]!), await topicOf(BOATS[0]!)]
    expect(dog).not.to.equal(null)
    expect(dog).not.to.equal(boat)
    for (const text of DOGS) expect(await topicOf(text), text).to.equal(dog)
    for (const text of BOATS) expect(await topicOf(text), text).to.equal(boat)
    expect(await topicOf(OTHERS[0]!)).to.equal(null)
  })
  it('hold wordings that agents answer with the same words', async () => {
    const texts = ['any vacancies', 'who trains interns']
    await asked(janua, clock, [...texts, 'something for a rainy day'])
    for (const text of texts) {
      const conversationId = (await janua.tables.questions.findOne({ where: { text } }))!
        .conversationId!
      await janua.tables.questions.update({ unsettled: true }, { where: { text } })
      await janua.tables.conversations.update(
        { agentId: lead.id },
        { where: { id: conversationId } },
      )
      await janua.tables.messages.create({
        conversationId,
        seq: 90,
        author: 'agent',
        kind: 'text',
        userId: lead.id,
        text: 'Our crew office hires each spring; send your papers by mail.',
        data: null,
        clientId: null,
        createdAt: clock.now(),
      })
    }
    await janua.coverage.topics.pass('full')
    expect(await topicOf(texts[0]!))
      .to.be.a('number')
      .and.equal(await topicOf(texts[1]!))
    expect(await topicOf('something for a rainy day')).to.equal(null)
  })
  it('take in a new question at once, or let it wait', async () => {
    await asked(janua, clock, ['is my small dog allowed on board', 'where is the moon'])
    await janua.coverage.topics.pass('small')
    expect(await topicOf('is my small dog allowed on board')).to.equal(await topicOf(DOGS[0]!))
    expect(await topicOf('where is the moon')).to.equal(null)
  })
  it('keep number and name from pass to pass', async () => {
    const before = await janua.coverage.topics.list('')
    await janua.coverage.topics.pass('full')
    expect((await janua.coverage.topics.list('')).map(({ id }) => id)).to.eql(
      before.map(({ id }) => id),
    )
  })
  it('keep the name that the lead gave', async () => {
    const dog = (await topicOf(DOGS[0]!))!
    await lead.post(`/topics/${dog}`, { action: 'rename', label: 'Dogs aboard' }).expect(200)
    await janua.coverage.topics.pass('full')
    expect((await janua.coverage.topics.find(dog)).label).to.equal('Dogs aboard')
  })
  it('are as they were when a correction breaks off in its middle', async () => {
    const boat = (await topicOf(BOATS[0]!))!
    const before = await janua.tables.topics.count()
    const rulings = janua.tables.topicRulings
    const { bulkCreate } = rulings
    rulings.bulkCreate = () => Promise.reject(new Error('the database went away'))
    await lead
      .post(`/topics/${boat}`, { action: 'split', wordings: await hashes([BOATS[0]!]) })
      .expect(500)
    rulings.bulkCreate = bulkCreate
    expect(await janua.tables.topics.count()).to.equal(before)
    expect(await topicOf(BOATS[0]!)).to.equal(boat)
  })
  it('are split as the lead says, and stay so', async () => {
    const boat = (await topicOf(BOATS[0]!))!
    const { body } = await lead.post(`/topics/${boat}`, {
      action: 'split',
      wordings: await hashes([BOATS[2]!]),
    })
    expect(await topicOf(BOATS[2]!)).to.equal(body.topic)
    await janua.coverage.topics.pass('full')
    expect(await topicOf(BOATS[2]!)).not.to.equal(await topicOf(BOATS[0]!))
  })
  it('are put together as the lead says, and stay so', async () => {
    const [dog, boat] = [(await topicOf(DOGS[0]!))!, (await topicOf(BOATS[0]!))!]
    await lead.post(`/topics/${boat}`, { action: 'merge', into: dog }).expect(200)
    await janua.coverage.topics.pass('full')
    expect(await topicOf(BOATS[0]!)).to.equal(await topicOf(DOGS[0]!))
  })
  it('let a question be moved', async () => {
    const dog = (await topicOf(DOGS[0]!))!
    const { body } = await lead.post(`/topics/${dog}`, {
      action: 'split',
      wordings: await hashes(BOATS.slice(0, 2)),
    })
    await lead
      .post(`/topics/${body.topic}`, {
        action: 'move',
        wordings: await hashes([BOATS[1]!]),
        into: dog,
      })
      .expect(200)
    await janua.coverage.topics.pass('full')
    expect(await topicOf(BOATS[1]!)).to.equal(await topicOf(DOGS[0]!))
    expect(await topicOf(BOATS[0]!)).not.to.equal(await topicOf(DOGS[0]!))
  })
  it('refuse to be emptied, or put together with themselves', async () => {
    const dog = (await topicOf(DOGS[0]!))!
    const all = (await janua.coverage.topics.wordings(dog)).map(({ normHash }) => normHash)
    expect(
      (await lead.post(`/topics/${dog}`, { action: 'split', wordings: all })).body.message,
    ).to.equal('At least one question must stay in the topic.')
    expect(
      (await lead.post(`/topics/${dog}`, { action: 'merge', into: dog })).body.message,
    ).to.equal('A topic cannot be put together with itself.')
    expect((await lead.post(`/topics/${dog}`, { action: 'merge', into: 99_999 })).status).to.equal(
      404,
    )
  })
  it('forget the words of a visitor who is forgotten', async () => {
    const someone = await visitor(janua)
    await someone.says('is my dog Rex Hamilton allowed on board')
    await janua.coverage.topics.pass('small')
    expect(await hashes(['is my dog Rex Hamilton allowed on board'])).to.have.length(1)
    await someone.delete('/visitor')
    expect(await hashes(['is my dog Rex Hamilton allowed on board'])).to.have.length(0)
  })
})
