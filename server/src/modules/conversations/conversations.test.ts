import type { AnswerData } from '@janua/contracts'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import { freshJanua, openTestApp, visitor } from '../../testing/harness.ts'

describe('a visitor’s conversation', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  before(async () => {
    ;({ janua, close } = await freshJanua())
    await openTestApp(janua)
  })
  after(() => close())

  it('is answered with a source that opens at its passage', async () => {
    const ann = await visitor(janua)
    await ann.says('can I bring my dog')
    const { messages, state } = await ann.thread()
    expect(state).to.equal('assistant')
    expect(messages.map(({ author, seq }) => `${seq} ${author}`)).to.eql([
      '1 visitor',
      '2 assistant',
    ])
    const { sources } = messages[1]!.data as unknown as AnswerData
    const { body } = await ann.get(`/sources/${sources[0]!.revision}`)
    expect(body).to.deep.include({ title: 'Pets on board' })
    expect(body.passages[sources[0]!.ordinal].blocks[0].content.text).to.include(
      'Dogs travel on a lead',
    )
  })
  it('stores a message once, however often and however parallel it is sent', async () => {
    const ben = await visitor(janua)
    const id = crypto.randomUUID()
    const sent = await Promise.all(
      Array.from({ length: 6 }, () => ben.says('can I bring my dog', id)),
    )
    expect(sent.map(({ status }) => status)).to.eql(Array(6).fill(204))
    const { messages } = await ben.thread()
    expect(messages.map(({ author }) => author)).to.eql(['visitor', 'assistant'])
  })
  it('keeps every message of two tabs, in one thread and in a gapless order', async () => {
    const cleo = await visitor(janua)
    await Promise.all(Array.from({ length: 8 }, (_, i) => cleo.says(`question number ${i}`)))
    const { messages } = await cleo.thread()
    expect(messages.map(({ seq }) => seq)).to.eql(Array.from({ length: 16 }, (_, i) => i + 1))
    expect(
      await janua.tables.conversations.count({
        where: { id: (await cleo.thread()).conversation! },
      }),
    ).to.equal(1)
  })
  it('counts small talk or a bare wish for a person as no question', async () => {
    const before = await janua.tables.questions.count()
    const dan = await visitor(janua)
    for (const text of ['hello', 'thanks', 'a person please']) await dan.says(text)
    expect(await janua.tables.questions.count()).to.equal(before)
    expect(
      (await dan.thread()).messages.slice(-2).map(({ kind }) => kind),
      'a person is brought in at once',
    ).to.eql(['offer', 'contact'])
  })
  it('masks addresses and numbers before answering, in the log', async () => {
    const eve = await visitor(janua)
    await eve.says('my mail is eve@mail.example, where is my helicopter')
    const question = await janua.tables.questions.findOne({ order: [['id', 'DESC']] })
    expect(question!.text).to.equal('my mail is [mail address], where is my helicopter')
  })
  it('puts an answer that is voted down on the fixing list', async () => {
    const fay = await visitor(janua)
    await fay.says('dog on a lead?')
    const { id } = (await fay.thread()).messages.at(-1)!
    await fay.post('/votes', { message: id, helpful: false }).expect(204)
    expect((await fay.thread()).messages.at(-1)!.data).to.include({ vote: 'no' })
    const { rows } = await janua.coverage.unsettled.list({
      search: 'dog on a lead',
      state: 'open',
      sort: 'newest',
      offset: 0,
      limit: 5,
    })
    expect(rows.map(({ text, votedDown }) => ({ text, votedDown }))).to.eql([
      { text: 'dog on a lead?', votedDown: 1 },
    ])
  })
  it('lets nobody vote in another’s conversation', async () => {
    const [gus, hal] = [await visitor(janua), await visitor(janua)]
    await gus.says('can I bring my dog')
    await hal.says('can I bring my dog')
    const { id } = (await gus.thread()).messages.at(-1)!
    expect((await hal.post('/votes', { message: id, helpful: false })).body.code).to.equal(
      'MESSAGE_NOT_FOUND',
    )
  })
  it('ends, can be taken along as text, and is taken up again by writing', async () => {
    const ida = await visitor(janua)
    await ida.says('can I bring my dog')
    const { text } = await ida.get('/transcript')
    expect(text).to.match(/^Your conversation with Ask us\n/)
    expect(text).to.match(/10:00 {2}You: can I bring my dog\n10:00 {2}Assistant: Dogs travel/)
    expect(text)
      .to.include('Source: Pets on board')
      .and.not.match(/contact|—/)
    await ida.post('/end').expect(204)
    expect((await ida.thread()).state).to.equal('closed')
    await ida.says('and a refund?')
    expect((await ida.thread()).messages.map(({ kind }) => kind)).to.eql([
      'text',
      'answer',
      'closed',
      'resumed',
      'text',
      'answer',
    ])
  })
  it('is forgotten with everything in it', async () => {
    const jo = await visitor(janua)
    await jo.says('a very particular question of Jo')
    const { conversation } = await jo.thread()
    await jo.delete('/visitor').expect(204)
    expect((await jo.get('/thread')).status).to.equal(401)
    expect(
      await janua.tables.messages.count({ where: { conversationId: conversation! } }),
    ).to.equal(0)
    expect(
      await janua.tables.questions.count({ where: { text: 'a very particular question of Jo' } }),
    ).to.equal(0)
  })
  it('refuses an empty, an endless or an unnamed message, in plain words', async () => {
    const kim = await visitor(janua)
    for (const body of [
      { text: '  ', clientId: crypto.randomUUID() },
      { text: 'x'.repeat(2_001), clientId: crypto.randomUUID() },
      { text: 'hi', clientId: 'no' },
      {},
    ]) {
      const { status, body: problem } = await kim.post('/messages', body)
      expect(status).to.equal(422)
      expect(problem.message).to.match(/^Please look at this again/)
    }
  })
  it('says something kind to a message without words, and brings no form', async () => {
    const max = await visitor(janua)
    await max.says('😀')
    const { messages } = await max.thread()
    expect(messages.at(-1)).to.include({ kind: 'smallTalk' })
    expect(messages.at(-1)!.text).to.include('What can I help you with?')
  })
  it('answers odd texts without falling over', async () => {
    const lee = await visitor(janua)
    for (const text of [
      '🙂🙂',
      '<script>alert(1)</script>',
      "'; DROP TABLE users; --",
      '%_\\',
      'ß'.repeat(500),
    ])
      expect((await lee.says(text)).status).to.equal(204)
  })
  it('finds no door that is not open', async () =>
    expect((await visitor(janua, 'nowhere').then((v) => v.get(''))).body.code).to.equal(
      'DOOR_NOT_FOUND',
    ))
})
