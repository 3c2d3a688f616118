import { STARTER_RULES } from '@janua/contracts'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import { freshJanua, member, type Member, openTestApp, visitor } from '../../testing/harness.ts'

describe('the contact form', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  let agent: Member
  before(async () => {
    ;({ janua, close } = await freshJanua())
    const ask = [
      {
        field: 'boat',
        label: { en: 'Which boat', de: 'Welches Schiff' },
        kind: 'choice' as const,
        required: true,
        choices: [
          { label: { en: 'The Skerry Star', de: 'Skerry Star' }, value: 'skerry-1' },
          { label: { en: 'Another one', de: 'Ein anderes' }, value: 'other' },
        ],
      },
      {
        field: 'about',
        label: { en: 'What is it about', de: 'Worum geht es' },
        kind: 'long' as const,
        required: false,
        choices: [],
      },
    ]
    const { queues } = await openTestApp(janua, undefined, {
      rules: { ...STARTER_RULES, handOver: { ...STARTER_RULES.handOver, ask } },
    })
    agent = await member(janua, 'agent')
    for (const [name, id] of [
      ['Refunds', queues.refunds],
      ['Bookings', queues.bookings],
    ] as const)
      await janua.handover.queues.save(agent, id, { name, members: [agent.id] })
  })
  after(() => close())

  const CONTACT = { name: 'Osk', mail: 'osk@mail.example' }
  const asking = async () => {
    const someone = await visitor(janua)
    await someone.says('a person please')
    return someone
  }

  it('takes no value that is not among the choices', async () => {
    const someone = await asking()
    const refused = await someone.post('/contact', { ...CONTACT, details: { boat: 'submarine' } })
    expect(refused.status).to.equal(422)
    expect(refused.body.message).to.equal('“Which boat”: please choose one of the options.')
    expect((await someone.thread()).state).to.equal('assistant')
  })
  it('is read by the rules, and shown to agents with its labels', async () => {
    const someone = await asking()
    const details = { boat: 'skerry-1', about: 'I want my money back' }
    await someone.post('/contact', { ...CONTACT, details }).expect(204)
    const { conversation } = await someone.thread()
    const { body } = await agent.get(`/desk/${conversation}`).expect(200)
    expect(body.queue.name, 'by the words in the form').to.equal('Refunds')
    expect(body.brief.told).to.deep.include({ label: 'Which boat', value: 'The Skerry Star' })
    expect(body.brief.told).to.deep.include({
      label: 'What is it about',
      value: 'I want my money back',
    })
  })
})
