import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  article,
  DOG,
  freshJanua,
  member,
  type Member,
  openTestApp,
  publishAll,
  type TestClock,
  visitor,
} from '../../testing/harness.ts'

describe('glossary, small talk and limits of fixed answers', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    lead = await member(janua, 'lead', 'Ines')
    await openTestApp(janua, [
      DOG,
      article('Velocipedes', 'A velocipede pays 5.00 each way.\n', [
        'What does a velocipede cost?',
      ]),
    ])
  })
  after(() => close())
  const lastAnswer = async (text: string) => {
    const someone = await visitor(janua)
    await someone.says(text)
    return (await someone.thread()).messages.at(-1)!
  }

  it('reads people’s word as the company’s once a release has it', async () => {
    expect((await lastAnswer('what does a pushbike cost')).data).to.not.have.property(
      'outcome',
      'answered',
    )
    await lead
      .post('/glossary', {
        term: 'velocipede',
        also: ['pushbike', 'push bike'],
        meaning: '',
        ready: true,
      })
      .expect(201)
    await publishAll(janua)
    const { data } = await lastAnswer('what does a push bike cost')
    expect(data).to.deep.include({ outcome: 'answered' })
    const row = await janua.tables.questions.findOne({ order: [['id', 'DESC']] })
    expect(row!.trace.terms.map(({ word, readAs }) => `${word} ${readAs ?? ''}`)).to.include(
      'push bike velocipede',
    )
  })
  it('refuses the same word twice, in plain words', async () =>
    expect(
      (await lead.post('/glossary', { term: 'Velocipede', also: ['x'], meaning: '', ready: true }))
        .body.message,
    ).to.equal('There is an entry “Velocipede” already.'))
  it('replies to small talk with the lead’s own words, and falls back on the starter set without any', async () => {
    expect((await lastAnswer('thanks a lot')).text).to.equal('You are welcome. Anything else?')
    await lead
      .post('/small-talk', {
        name: 'Thanks',
        says: ['thanks', 'ta'],
        replies: { en: 'Fair winds.', de: 'Gute Fahrt.' },
        ready: true,
      })
      .expect(201)
    await publishAll(janua)
    expect(await lastAnswer('ta very much')).to.include({ kind: 'smallTalk', text: 'Fair winds.' })
  })
  it('leaves a fixed answer out before and after its days and at other doors, and the trace says why', async () => {
    const holds = { from: '2026-12-01', until: '2026-12-24', doors: ['help'] }
    await lead
      .post('/articles', {
        ...article(
          'Winter market',
          'The market boat sails at 10:00.',
          ['When does the market boat sail?'],
          { kind: 'fixed' },
        ),
        holds,
      })
      .expect(201)
    const elsewhere = { from: null, until: null, doors: ['booking'] }
    await lead
      .post('/articles', {
        ...article('Lights', 'Only at the booking page.', ['Where are the lights?'], {
          kind: 'fixed',
        }),
        holds: elsewhere,
      })
      .expect(201)
    await publishAll(janua)
    const asked = async (text: string) => {
      await lastAnswer(text)
      const row = await janua.tables.questions.findOne({ order: [['id', 'DESC']] })
      return {
        outcome: row!.outcome,
        leftOut: row!.trace.leftOut.map(({ title, because }) => `${title}: ${because}`),
      }
    }
    expect(await asked('When does the market boat sail?')).to.deep.include({
      leftOut: ['Winter market: holds only from 2026-12-01'],
    })
    expect(await asked('Where are the lights?')).to.deep.include({
      leftOut: ['Lights: holds only at: booking'],
    })
    clock.set('2026-12-24T22:00:00Z')
    expect(await asked('When does the market boat sail?')).to.eql({
      outcome: 'answered',
      leftOut: [],
    })
    clock.set('2026-12-25T01:00:00Z')
    expect((await asked('When does the market boat sail?')).leftOut).to.eql([
      'Winter market: held until 2026-12-24',
    ])
  })
  it('refuses days in the wrong order', async () => {
    const holds = { from: '2026-12-24', until: '2026-12-01', doors: [] }
    expect(
      (await lead.post('/articles', { ...article('X', 'x', [], { kind: 'fixed' }), holds })).body
        .message,
    ).to.include('The first day must not be after the last')
  })
})
