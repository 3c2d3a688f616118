import { expect } from 'chai'
import { worthFrom } from './coverage.ts'
import { addedUp, type ConversationFact, figuresOfWeek, type QuestionFact } from './figures.ts'

const worth = worthFrom({ cases: [], audited: [] })
const asked = (more: Partial<QuestionFact> = {}): QuestionFact => ({
  visitor: 'v1',
  conversation: 1,
  day: '2026-11-17',
  hour: 9,
  door: 3,
  release: 2,
  language: 'en',
  channel: 'chat',
  topic: 5,
  collection: 'Fares',
  item: 8,
  outcome: 'answered',
  fromContent: true,
  confidence: 0.805,
  reviewed: null,
  silent: false,
  vote: null,
  opened: false,
  wantsPerson: false,
  ...more,
})
const spoken = (more: Partial<ConversationFact> = {}): ConversationFact => ({
  day: '2026-11-17',
  door: 3,
  language: 'en',
  channel: 'chat',
  visitor: 'v1',
  asked: true,
  ended: true,
  taken: false,
  abandoned: false,
  contained: true,
  resolved: true,
  provisional: false,
  ...more,
})

describe('figuresOfWeek', () => {
  const facts = [
    asked(),
    asked({
      visitor: 'v2',
      conversation: 2,
      outcome: 'unanswered',
      confidence: 0.1,
      item: null,
      vote: null,
    }),
    asked({ day: '2026-11-18', reviewed: 1, vote: 1, opened: true }),
    asked({ outcome: 'declined', confidence: 0, item: null }),
    asked({ outcome: 'unanswered', reviewed: 0, silent: true, item: null }),
    asked({ fromContent: false, confidence: 0.9 }),
    asked({ channel: 'imported', conversation: null, visitor: 'i1', topic: 5 }),
  ]
  const figures = figuresOfWeek(
    '2026-11-16',
    facts,
    [spoken(), spoken({ taken: true, contained: false, resolved: false })],
    worth,
  )
  const of = (span: 'day' | 'week', dimension: string, name = '') =>
    figures.find(
      (figure) => figure.span === span && figure.dimension === dimension && figure.name === name,
    )!

  it('counts every outcome once', () => {
    const all = of('week', 'all')
    expect(all).to.include({
      questions: 6,
      answered: 2,
      elsewhere: 1,
      declined: 1,
      unanswered: 2,
      reviewed: 2,
      up: 1,
      opened: 1,
      visitors: 2,
      conversations: 2,
    })
    expect(
      all.answered + all.elsewhere + all.clarifying + all.suggested + all.declined + all.unanswered,
    ).to.equal(all.questions)
  })
  it('sums reviews, else what confidence is worth, and nothing for what is not from the content', () =>
    expect(of('week', 'all').right).to.be.closeTo(1 + 0.805, 0.01))
  it('calls uncovered what was not answered from the content: not what is only unsure, declined or rightly silent', () =>
    expect(of('week', 'all').uncovered).to.equal(2))
  it('leaves imported questions out of all but topics and channels', () => {
    expect(of('week', 'every').questions).to.equal(7)
    expect(of('week', 'topic', '5').questions).to.equal(7)
    expect(of('week', 'channel', 'imported').questions).to.equal(1)
    expect(of('week', 'door', '3').questions).to.equal(6)
  })
  it('has days that add up to their week', () => {
    for (const week of figures.filter(({ span }) => span === 'week')) {
      const days = figures.filter(
        ({ span, dimension, name }) =>
          span === 'day' && dimension === week.dimension && name === week.name,
      )
      if (['topic', 'item', 'collection', 'hour'].includes(week.dimension)) expect(days).to.eql([])
      if (days.length === 0) continue
      expect(addedUp(days)).to.deep.include({
        questions: week.questions,
        answered: week.answered,
        up: week.up,
        ended: week.ended,
      })
    }
  })
  it('counts conversations where they have a place', () => {
    expect(of('week', 'all')).to.include({
      started: 2,
      ended: 2,
      taken: 1,
      contained: 1,
      resolved: 1,
    })
    expect(of('week', 'topic', '5')).to.include({ started: 0 })
  })
  it('has nothing for a week without questions', () =>
    expect(figuresOfWeek('2026-11-16', [], [], worth)).to.eql([]))
})

describe('addedUp', () => {
  it('narrows the interval as weeks come together', () => {
    const week = (starts: string) =>
      figuresOfWeek(
        starts,
        Array.from({ length: 60 }, (_, i) => asked({ visitor: `${i}`, reviewed: i % 2 })),
        [],
        worth,
      ).find(({ span, dimension }) => span === 'week' && dimension === 'all')!
    const [one, four] = [
      addedUp([week('2026-11-16')]),
      addedUp(['2026-10-26', '2026-11-02', '2026-11-09', '2026-11-16'].map(week)),
    ]
    expect(four.high! - four.low!).to.be.closeTo((one.high! - one.low!) / 2, 0.02)
    expect(four.questions).to.equal(240)
  })
  it('knows nothing of no weeks', () =>
    expect(addedUp([])).to.include({ questions: 0, low: null, high: null }))
})
