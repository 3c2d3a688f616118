import { type AnswerData, STARTER_RULES } from '@janua/contracts'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import { article, freshJanua, member, openTestApp, visitor } from '../../testing/harness.ts'

const BOOKING = article(
  'Cancelling a booking',
  'Open your booking and choose Money back. Flexible tickets are returned in full, Saver tickets are lost.\n',
  ['How do I cancel?'],
)
const PASS = article(
  'Cancelling a season pass',
  'A pass is sent back to our office. We return what is left of the months.\n',
  ['How do I cancel?'],
)
const BAGS = article('Luggage', 'Two bags of 23 kg travel free with each passenger.\n', [
  'How many bags can I take?',
])

describe('a question back', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  before(async () => {
    ;({ janua, close } = await freshJanua())
    const declines = [
      {
        about: 'politics',
        phrases: ['election'],
        reply: { en: 'I do not talk about politics.', de: 'Über Politik rede ich nicht.' },
      },
    ]
    await openTestApp(janua, [BOOKING, PASS, BAGS], { rules: { ...STARTER_RULES, declines } })
  })
  after(() => close())
  const last = async (someone: Awaited<ReturnType<typeof visitor>>) => {
    const message = (await someone.thread()).messages.at(-1)!
    return { text: message.text, data: message.data as unknown as AnswerData }
  }

  it('offers the readings, and its reply settles the same question', async () => {
    const someone = await visitor(janua)
    await someone.says('How do I cancel?')
    const { text, data } = await last(someone)
    expect(text).to.equal('That can mean several things. Which of these is it?')
    expect(data.outcome).to.equal('clarifying')
    expect(data.readings!.map(({ label }) => label)).to.have.members([
      'Cancelling a booking',
      'Cancelling a season pass',
    ])

    await someone.says('Cancelling a season pass')
    const chosen = await last(someone)
    expect(chosen.data).to.include({ outcome: 'answered', question: data.question })
    expect(chosen.text).to.include('A pass is sent back to our office')
    const rows = await janua.tables.questions.findAll({ where: { id: data.question } })
    expect(rows[0]).to.include({ text: 'How do I cancel?', outcome: 'answered', unsettled: false })
    expect(
      await janua.tables.questions.count({ where: { conversationId: rows[0]!.conversationId } }),
    ).to.equal(1)
  })
  it('that nobody replied to stays on the list of what is to be fixed', async () => {
    const someone = await visitor(janua)
    await someone.says('How do I cancel?')
    const { data } = await last(someone)
    await someone.says('How many bags can I take?')
    expect(await janua.tables.questions.findByPk(data.question)).to.include({
      outcome: 'clarifying',
      unsettled: true,
    })
    expect((await last(someone)).data.question).not.to.equal(data.question)
  })
  it('is told why to the team alone', async () => {
    const someone = await visitor(janua)
    await someone.says('How do I cancel?')
    const { data } = await last(someone)
    const lead = await member(janua, 'lead')
    const { body } = await lead.get(`/questions/${data.question}/why`).expect(200)
    expect(body).to.include({ outcome: 'clarifying', release: 1 })
    expect(body.trace.rule).to.equal('several readings')
    const agent = await member(janua, 'agent')
    await agent.get(`/questions/${data.question}/why`).expect(200)
    await someone.post('/end').expect(204)
    await agent.get(`/questions/${data.question}/why`).expect(404)
    expect((await someone.get(`/../../questions/${data.question}/why`)).status).to.be.oneOf([
      401, 403, 404,
    ])
  })
  it('is not asked about what the door never talks about: the lead’s reply is given', async () => {
    const someone = await visitor(janua)
    await someone.says('who wins the next elections')
    const { text, data } = await last(someone)
    expect([text, data.outcome, data.near.length]).to.eql([
      'I do not talk about politics.',
      'declined',
      0,
    ])
    expect(await janua.tables.questions.findByPk(data.question)).to.include({ unsettled: false })
  })
})
