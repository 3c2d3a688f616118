import type { LogDetail, LogPage, Verdict } from '@janua/contracts'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  freshJanua,
  member,
  type Member,
  openTestApp,
  type TestClock,
  visitor,
} from '../../testing/harness.ts'
import { asked, learnt } from '../coverage/testing.ts'

describe('the question log', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  let door: number
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    lead = await member(janua, 'lead')
    ;({ door } = await openTestApp(janua))
    clock.set('2026-11-20T23:30:00Z')
    await asked(janua, clock, [
      'Can I bring my dog?',
      'How do I get a refund?',
      'is there a helicopter',
      '=1+1 what is that',
      'dogs on a lead',
    ])
    clock.set('2026-11-22T12:00:00Z')
    const someone = await visitor(janua)
    await someone.says('can I bring my dog')
    await someone.post('/votes', {
      message: (await someone.thread()).messages.at(-1)!.id,
      helpful: false,
    })
    await learnt(janua)
  })
  after(() => close())

  const page = async (query = '') => (await lead.get(`/log?${query}`)).body as LogPage
  const texts = async (query = '') => (await page(query)).rows.map(({ text }) => text)
  const idOf = async (text: string) => (await page()).rows.find((row) => row.text === text)!.id

  it('has everything that was asked, the newest first, page by page', async () => {
    const all = await texts()
    expect(all).to.have.length(6)
    expect(all[0]).to.equal('can I bring my dog')
    const paged: string[] = []
    for (let after: number | null = null, rounds = 0; rounds < 9; rounds++) {
      const { rows, next } = await page(`limit=2${after === null ? '' : `&after=${after}`}`)
      paged.push(...rows.map(({ text }) => text))
      if (next === null) break
      after = next
    }
    expect(paged).to.eql(all)
  })
  it('keeps the visitor’s own words beside the question that was looked up', async () => {
    clock.set('2026-11-22T13:00:00Z')
    const text = 'Hi there! I am travelling in May, card 4111 1111 1111 1111. Can I bring my dog?'
    await (await visitor(janua)).says(text)
    const { rows } = await page('limit=1')
    expect(rows[0]!.text).not.to.include('Hi there')
    expect(rows[0]!.written)
      .to.include('Hi there! I am travelling in May')
      .and.not.to.include('4111')
    expect((await page('limit=2')).rows[1]!.written).to.equal(null)
    await janua.tables.questions.destroy({ where: { id: rows[0]!.id } })
  })
  const filters: [string, string[]][] = [
    ['outcome=unanswered', ['=1+1 what is that', 'is there a helicopter']],
    ['search=dog', ['can I bring my dog', 'dogs on a lead', 'Can I bring my dog?']],
    ['vote=down', ['can I bring my dog']],
    ['reviewed=any', []],
    ['search=helicop lead', []],
    ['from=2026-11-22', ['can I bring my dog']],
    [
      'to=2026-11-20',
      [
        'dogs on a lead',
        '=1+1 what is that',
        'is there a helicopter',
        'How do I get a refund?',
        'Can I bring my dog?',
      ],
    ],
    ['channel=imported', []],
    ['language=de', []],
    ['hour=12', ['can I bring my dog']],
    ['release=1&search=refund', ['How do I get a refund?']],
    ['collection=Money', ['How do I get a refund?']],
  ]
  for (const [query, expected] of filters)
    it(`is filtered by ${query}`, async () => expect(await texts(query)).to.eql(expected))
  it('counts what a filter holds', async () =>
    expect((await lead.get('/log/count?search=dog')).body).to.eql({ n: 3, more: false }))
  it('refuses a day that is none, in plain words', async () =>
    expect((await lead.get('/log?from=tomorrow')).body.message).to.include(
      'A day is written like 2027-05-31.',
    ))

  it('opens a question with its conversation, answer and trace', async () => {
    const detail = (await lead.get(`/log/${await idOf('can I bring my dog')}`)).body as LogDetail
    expect(detail).to.include({ outcome: 'answered', vote: 'down', doorId: door })
    expect(detail.said).to.include('Dogs travel on a lead')
    expect(detail.messages.map(({ author }) => author)).to.eql(['visitor', 'assistant'])
    expect(detail.trace.candidates[0]!.title).to.equal('Pets on board')
  })
  it('reviews one after another, and takes a review back', async () => {
    const id = await idOf('can I bring my dog')
    const reviewed = async () => (await page()).rows.find((row) => row.id === id)!.reviewed
    const unsettled = async () => Boolean((await janua.tables.questions.findByPk(id))!.unsettled)
    const say = async (verdict: Verdict) =>
      (
        (await lead.post(`/log/${id}/reviews`, { verdict }).expect(201)).body as {
          review: number
        }
      ).review
    await say('right')
    expect([await reviewed(), await unsettled()]).to.eql(['right', false])
    const second = await say('wrong')
    expect([await reviewed(), await unsettled()]).to.eql(['wrong', true])
    await lead.delete(`/log/${id}/reviews/${second}`).expect(204)
    expect([await reviewed(), await unsettled()]).to.eql(['right', false])
    expect((await lead.delete(`/log/${id}/reviews/${second}`)).status).to.equal(404)
  })
  it('lets nobody take back what somebody else has reviewed', async () => {
    const id = await idOf('How do I get a refund?')
    const { body } = await lead.post(`/log/${id}/reviews`, { verdict: 'partly' })
    const editor = await member(janua, 'editor')
    expect((await editor.delete(`/log/${id}/reviews/${body.review}`)).status).to.equal(404)
  })
  it('leaves out of the count what was no question, and keeps what is rightly silent out of the gaps', async () => {
    const count = async () => {
      await janua.coverage.rollup.settle()
      const all = await janua.tables.figures.findAll({
        where: { span: 'week', dimension: 'all' },
        raw: true,
      })
      return {
        questions: all.reduce((sum, { questions }) => sum + questions, 0),
        uncovered: all.reduce((sum, { uncovered }) => sum + uncovered, 0),
      }
    }
    const before = await count()
    await lead.post(`/log/${await idOf('=1+1 what is that')}/reviews`, {
      verdict: 'not a question',
    })
    await lead.post(`/log/${await idOf('is there a helicopter')}/reviews`, {
      verdict: 'rightly silent',
    })
    expect(await count()).to.eql({
      questions: before.questions - 1,
      uncovered: before.uncovered - 2,
    })
    expect((await page('reviewed=rightly silent')).rows).to.have.length(1)
  })
  it('goes out as CSV and JSON Lines, whatever is in it', async () => {
    const csv = (await lead.get('/log/file?format=csv')).text
    expect(csv.trim().split('\n')).to.have.length(7)
    expect(csv).to.include("'=1+1 what is that")
    const lines = (
      await lead
        .get('/log/file?format=jsonl&search=refund')
        .buffer(true)
        .parse((res, done) => {
          let text = ''
          res.on('data', (piece: Buffer) => (text += piece.toString()))
          res.on('end', () => done(null, text))
        })
    ).body as string
    expect(
      lines
        .trim()
        .split('\n')
        .map((line) => JSON.parse(line)),
    ).to.have.length(1)
    expect(JSON.parse(lines)).to.include({
      text: 'How do I get a refund?',
      outcome: 'answered',
      'answered from': 'Refunds',
    })
  })
  it('says plainly that a question is not there', async () =>
    expect((await lead.get('/log/99999')).body.message).to.equal(
      'There is no question 99999 in the log.',
    ))
  it('knows that a source was opened, the first time', async () => {
    const someone = await visitor(janua)
    await someone.says('how do I get a refund')
    const { id } = (await someone.thread()).messages.at(-1)!
    await someone.post('/opened', { message: id }).expect(204)
    await someone.post('/opened', { message: id }).expect(204)
    await janua.coverage.rollup.settle()
    const opened = await janua.tables.figures.sum('opened', {
      where: { span: 'day', dimension: 'all' },
    })
    expect(Number(opened)).to.equal(1)
    expect((await someone.post('/opened', { message: 99_999 })).status).to.equal(404)
  })
})
