import { type AnswerData, type DoorRules, STARTER_RULES } from '@janua/contracts'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  article,
  DOG,
  freshJanua,
  member,
  openTestApp,
  REFUND,
  type TestClock,
  type TestVisitor,
  visitor,
} from '../../testing/harness.ts'

const KENNEL = article(
  'Kennels on the night boat',
  'On the night boat Skerry there are six kennels on deck 5.\n',
  ['kennel on the boat Skerry'],
  { collection: 'Pets' },
)
const HANDOVER = STARTER_RULES.handOver
const RULES: DoorRules = {
  ...STARTER_RULES,
  handOver: {
    ...HANDOVER,
    when: {
      ...HANDOVER.when,
      'unknown again': 'hand over',
      'voted down': 'hand over',
      tone: 'hand over',
    },
    always: [{ about: 'safety', phrases: ['fire on board'] }],
    never: [{ about: 'weather', phrases: ['weather'] }],
    ask: [
      {
        field: 'boat',
        label: { en: 'Which boat?', de: 'Welches Schiff?' },
        kind: 'choice',
        required: true,
        choices: [
          { label: { en: 'The night boat', de: 'Das Nachtschiff' }, value: 'Skerry' },
          { label: { en: 'Another', de: 'Ein anderes' }, value: 'other' },
        ],
      },
      {
        field: 'words',
        label: { en: 'More', de: 'Mehr' },
        kind: 'long',
        required: false,
        choices: [],
      },
    ],
  },
}
const CONTACT = { name: 'Osk Verrall', mail: 'osk@mail.example' }

describe('when a person comes in', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    const { queues } = await openTestApp(janua, [DOG, REFUND, KENNEL], { rules: RULES })
    const agent = await member(janua, 'agent', 'Anton')
    for (const [name, id] of [
      ['Refunds', queues.refunds],
      ['Bookings', queues.bookings],
    ] as const)
      await janua.handover.queues.save(agent, id, { name, members: [agent.id] })
  })
  after(() => close())

  const last = async (someone: TestVisitor) => (await someone.thread()).messages.at(-1)!
  const seenAfter = async (...said: string[]) => {
    const someone = await visitor(janua)
    for (const text of said) await someone.says(text)
    const { kind, id } = await last(someone)
    // Why it was is for the team: visitors are not told the rule.
    const { data } = (await janua.tables.messages.findByPk(id))!
    return kind === 'contact' ? (data as { reason: string; because: string }) : kind
  }

  it('asks for details at once when a person is asked for outright', async () =>
    expect(await seenAfter('a person please')).to.include({ reason: 'asked' }))
  it('waits for the second unknown in a row', async () => {
    expect(await seenAfter('who is the captain')).to.equal('answer')
    expect(await seenAfter('who is the captain', 'who built the harbour')).to.deep.include({
      reason: 'unknown again',
      because: 'the second question in a row that was not known',
    })
    expect(
      await seenAfter('who is the captain', 'How do I get a refund?', 'who built the harbour'),
    ).to.equal('answer')
  })
  it('hears distress, and says which', async () =>
    expect(await seenAfter('we are stranded, this is urgent')).to.deep.include({
      reason: 'tone',
      because: 'is in a hurry, is in distress',
    }))
  it('always brings some subjects to a person, and never others', async () => {
    expect(await seenAfter('there is a fire on board')).to.deep.include({
      because: 'about “safety”',
    })
    expect(await seenAfter('the weather is ridiculous', 'how is the weather, urgent')).to.equal(
      'answer',
    )
  })
  it('takes a vote against an answer as a sign', async () => {
    const someone = await visitor(janua)
    await someone.says('How do I get a refund?')
    await someone.post('/votes', { message: (await last(someone)).id, helpful: false }).expect(204)
    expect((await last(someone)).data).to.include({ reason: 'voted down' })
  })
  it('refuses to hand over without what the door must know', async () => {
    const someone = await visitor(janua)
    await someone.says('a person please')
    expect((await someone.post('/contact', CONTACT)).body.message).to.include(
      '“Which boat?” is still missing',
    )
    await someone
      .post('/contact', {
        ...CONTACT,
        details: { boat: 'other', words: 'it is about my hat', unasked: 'x' },
      })
      .expect(204)
    const { state, conversation } = await someone.thread()
    expect(state).to.equal('waiting')
    expect((await janua.tables.conversations.findByPk(conversation!))!.told).to.eql({
      boat: 'other',
      words: 'it is about my hat',
    })
    const row = await janua.tables.handovers.findOne({ where: { conversationId: conversation! } })
    expect(row!.situation.told).to.deep.include({ boat: 'other', mail: CONTACT.mail })
    expect(row).to.include({ reason: 'asked' })
  })
  it('answers instead, when it knows with the details: saved by asking; and hands over when a person is still wanted', async () => {
    const someone = await visitor(janua)
    await someone.says('kennel')
    const first = (await last(someone)).data as AnswerData
    await janua.tables.questions.update(
      { unsettled: true, outcome: 'unanswered' },
      { where: { id: first.question } },
    )
    await someone.post('/person', { language: 'en' })
    await someone.post('/contact', { ...CONTACT, details: { boat: 'Skerry' } }).expect(204)
    const saved = await last(someone)
    expect(saved.data).to.include({
      outcome: 'answered',
      savedByAsking: true,
      question: first.question,
    })
    expect(await janua.tables.questions.findByPk(first.question)).to.include({
      outcome: 'answered',
      unsettled: false,
    })
    await someone.post('/person', { language: 'en' }).expect(204)
    expect((await someone.thread()).state).to.equal('waiting')
  })

  describe('and nobody writes any more', () => {
    it('asks whether that was all, once, then closes; and goes on when the visitor does', async () => {
      const someone = await visitor(janua)
      await someone.says('How do I get a refund?')
      clock.pass(11 * 60)
      await janua.handover.idle.tick()
      await janua.handover.idle.tick()
      expect(
        (await someone.thread()).messages.filter(({ kind }) => kind === 'nudge'),
      ).to.have.length(1)
      clock.pass(31 * 60)
      await janua.handover.idle.tick()
      const { state, messages } = await someone.thread()
      expect(state).to.equal('closed')
      expect(messages.at(-1)!.data).to.eql({ by: 'silence' })
      await someone.says('one more thing, my dog')
      expect((await someone.thread()).state).to.equal('assistant')
    })
    it('keeps as a case what was left unsettled, when the mail is known', async () => {
      const someone = await visitor(janua)
      await someone.says('a person please')
      await someone.post('/contact', { ...CONTACT, details: { boat: 'other' } }).expect(204)
      await someone.post('/stop-waiting').expect(204)
      await someone.says('who is the captain')
      for (const minutes of [11, 31]) {
        clock.pass(minutes * 60)
        await janua.handover.idle.tick()
      }
      const { state, caseNumber } = await someone.thread()
      expect(state).to.equal('case')
      expect(await janua.tables.mails.findOne({ order: [['id', 'DESC']] })).to.deep.include({
        recipient: CONTACT.mail,
        subject: `Your question to Ask us [${caseNumber}]`,
      })
    })
    it('begins a new conversation once the old one is too old to go on with', async () => {
      const someone = await visitor(janua)
      await someone.says('How do I get a refund?')
      const { conversation } = await someone.thread()
      await someone.post('/end')
      clock.pass(15 * 86_400)
      await someone.says('can I bring my dog')
      expect((await someone.thread()).conversation).not.to.equal(conversation)
    })
    it('makes a case of a wait in which nobody came, and lets the visitor wait on in the same place', async () => {
      clock.set('2026-11-25T10:00:00Z')
      const someone = await visitor(janua)
      await someone.says('a person please')
      await someone.post('/contact', { ...CONTACT, details: { boat: 'other' } }).expect(204)
      clock.pass(21 * 60)
      await janua.handover.idle.tick()
      const { state, messages, conversation, caseNumber } = await someone.thread()
      expect(state).to.equal('case')
      expect(messages.at(-1)!.data).to.deep.include({ why: 'late', ways: ['call', 'wait'] })
      const asked = (await janua.tables.conversations.findByPk(conversation!))!.askedAt
      await someone.post('/way', { way: 'wait' }).expect(204)
      const waits = await someone.thread()
      expect(waits).to.include({ state: 'waiting', caseNumber })
      expect((await janua.tables.conversations.findByPk(conversation!))!.askedAt).to.eql(asked)
      clock.pass(19 * 60)
      await janua.handover.idle.tick()
      expect((await someone.thread()).state, 'the limit counts from the new wait').to.equal(
        'waiting',
      )
    })
    it('may be rated once, at the end', async () => {
      const someone = await visitor(janua)
      await someone.says('How do I get a refund?')
      expect((await someone.thread()).mayRate).to.equal(false)
      await someone.post('/end')
      expect((await someone.thread()).mayRate).to.equal(true)
      await someone.post('/rating', { stars: 6 }).expect(422)
      await someone.post('/rating', { stars: 4, word: 'quick' }).expect(204)
      await someone.post('/rating', { stars: 1 }).expect(204)
      const { mayRate, conversation } = await someone.thread()
      expect(mayRate).to.equal(false)
      expect(await janua.tables.conversations.findByPk(conversation!)).to.include({
        rating: 4,
        ratingWord: 'quick',
      })
    })
  })
})
