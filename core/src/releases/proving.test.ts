import { expect } from 'chai'
import { converse } from '../answering/conversation.ts'
import { indexRelease } from '../retrieval/releaseIndex.ts'
import { readCheckRows, trecOf, writeCheckRow } from './checkRows.ts'
import { type Expectation, problemsOf } from './checks.ts'
import {
  changeBetween,
  coverageOf,
  flowOf,
  type ReplayChange,
  replayAnswer,
  replayOverDays,
  type ReplaySide,
} from './replay.ts'

const item = (id: number, title: string, body: string) => ({
  id,
  revision: id,
  kind: 'article' as const,
  title,
  body,
  phrasings: [],
  collection: 'All',
})
const index = indexRelease([
  item(
    1,
    'Pets on board',
    '## Dogs\n\nDogs travel on a lead and pay 4.50 each way.\n\n## Cats\n\nCats stay in their box.\n',
  ),
  item(2, 'Bicycles', 'A bicycle travels for 6.00 and is lashed on the car deck.\n'),
])
const names = {
  item: (id: number) => ({ 1: 'Pets on board', 2: 'Bicycles' })[id] ?? `${id}`,
  queue: (id: number) => ({ 1: 'Bookings', 2: 'Refunds' })[id] ?? `${id}`,
}

describe('problemsOf', () => {
  const held = (expected: Partial<Expectation>, ...messages: string[]) =>
    problemsOf(
      { comes: 'answer', contains: [], lacks: [], ...expected },
      { reply: converse(index, messages, { threshold: 0.4 }).at(-1), queue: 1 },
      names,
    )
  const cases: {
    says: string
    expected: Partial<Expectation>
    messages: string[]
    problems: string[]
  }[] = [
    {
      says: 'passes an answer from its article with its words',
      expected: { item: 1, contains: ['pay  4.50'], lacks: ['bicycle'] },
      messages: ['Pets on board: dogs'],
      problems: [],
    },
    {
      says: 'names the article that answered instead',
      expected: { item: 2 },
      messages: ['Pets on board: dogs'],
      problems: ['should come from “Bicycles”, not from “Pets on board”'],
    },
    {
      says: 'names words that are missing, and words that must not be there',
      expected: { contains: ['free'], lacks: ['ON A LEAD'] },
      messages: ['Pets on board: dogs'],
      problems: ['does not say “free”', 'says “ON A LEAD”'],
    },
    {
      says: 'says that something is not known',
      expected: {},
      messages: ['helicopter landing quantum'],
      problems: ['should be answered, but is not known'],
    },
    {
      says: 'passes silence where silence is wanted',
      expected: { comes: 'does not know' },
      messages: ['helicopter landing quantum'],
      problems: [],
    },
    {
      says: 'tells the queue it would go to',
      expected: { comes: 'anything', queue: 2 },
      messages: ['Bicycles'],
      problems: ['would go to Bookings, not to Refunds'],
    },
    {
      says: 'knows small talk',
      expected: { comes: 'small talk' },
      messages: ['thanks'],
      problems: [],
    },
    {
      says: 'plays the conversation before',
      expected: { item: 1 },
      messages: ['Pets on board: dogs', 'and cats?'],
      problems: [],
    },
  ]
  for (const { says, expected, messages, problems } of cases)
    it(says, () => expect(held(expected, ...messages)).to.eql(problems))
})

describe('readCheckRows', () => {
  it('reads columns in any order, and several messages on lines of their own', () => {
    const { checks, faults } = readCheckRows([
      ['Expects', 'QUESTION', 'before', 'source'],
      ['', 'and cats?', 'dogs\non board', 'Pets on board'],
    ])
    expect(faults).to.eql([])
    expect(checks).to.eql([
      {
        row: 2,
        check: {
          messages: ['dogs', 'on board', 'and cats?'],
          comes: 'answer',
          source: 'Pets on board',
          contains: [],
          lacks: [],
          note: '',
        },
      },
    ])
  })
  it('tells what is wrong by row, and reads the others', () => {
    const { checks, faults } = readCheckRows([
      ['question', 'expects', 'source'],
      ['', 'answer', ''],
      ['dogs', 'perhaps', ''],
      ['', '', ''],
      ['cats', 'does not know', 'Pets'],
      ['cats', 'answer', 'Pets'],
    ])
    expect(checks.map(({ row }) => row)).to.eql([6])
    expect(faults).to.eql([
      { row: 2, because: 'the question is empty' },
      {
        row: 3,
        because:
          '“perhaps” is none of answer, does not know, asks back, declines, small talk, anything',
      },
      { row: 5, because: 'a source is named, but “does not know” has none' },
    ])
  })
  it('says when the column of questions is missing', () =>
    expect(readCheckRows([['q', 'a']]).faults[0]!.because).to.include('no column “question”'))
  it('writes what it reads', () => {
    const row = [
      'and cats?',
      'dogs',
      'answer',
      'Pets on board',
      'box\nstay',
      'lead',
      'Refunds',
      'help',
      'why',
    ]
    const head = [
      'question',
      'before',
      'expects',
      'source',
      'contains',
      'lacks',
      'queue',
      'door',
      'note',
    ]
    expect(writeCheckRow(readCheckRows([head, row]).checks[0]!.check)).to.eql(row)
  })
})

describe('trecOf', () => {
  it('writes topics and reviews of those that name a document', () => {
    expect(
      trecOf([
        { id: 7, question: 'a <b>\ndog?', document: 'u 1' },
        { id: 8, question: 'nothing' },
      ]),
    ).to.eql({ topics: '<top>\n<num> Number: 7\n<title> a b dog?\n</top>\n', qrels: '7 0 u_1 1\n' })
  })
})

describe('replay', () => {
  const side = (more: Partial<ReplaySide>): ReplaySide => ({
    outcome: 'answered',
    kind: 'passage',
    confidence: 0.9,
    text: 'a',
    print: 'a',
    place: { item: 1, revision: 1, ordinal: 0, title: 'Pets', path: [] },
    ...more,
  })
  const silent = side({
    outcome: 'unanswered',
    kind: undefined,
    confidence: 0.1,
    place: undefined,
    print: '',
  })
  const elsewhere = { item: 2, revision: 2, ordinal: 0, title: 'Bicycles', path: [] }
  const nobody = () => undefined
  const cases: {
    says: ReplayChange
    of: string
    live: ReplaySide
    draft: ReplaySide
    reviewed?: (each: ReplaySide) => number | undefined
  }[] = [
    {
      says: 'same',
      of: 'the same words of the same item',
      live: side({}),
      draft: side({ confidence: 0.85, place: { ...side({}).place!, revision: 9, ordinal: 3 } }),
    },
    { says: 'lost', of: 'a sure answer that is gone', live: side({}), draft: silent },
    {
      says: 'newly unanswered',
      of: 'a doubtful answer that is gone',
      live: side({ confidence: 0.6 }),
      draft: silent,
    },
    {
      says: 'lost',
      of: 'a doubtful answer that was reviewed right and is gone',
      live: side({ confidence: 0.6 }),
      draft: silent,
      reviewed: () => 1,
    },
    {
      says: 'newly unanswered',
      of: 'a sure answer that was reviewed wrong and is gone',
      live: side({}),
      draft: silent,
      reviewed: () => 0,
    },
    {
      says: 'lost',
      of: 'another passage that is no surer',
      live: side({}),
      draft: side({ place: elsewhere, print: 'b', confidence: 0.9 }),
    },
    {
      says: 'other passage',
      of: 'another passage that is surer',
      live: side({}),
      draft: side({ place: elsewhere, print: 'b', confidence: 0.95 }),
    },
    {
      says: 'other passage',
      of: 'another passage that was reviewed right',
      live: side({}),
      draft: side({ place: elsewhere, print: 'b', confidence: 0.5 }),
      reviewed: (each) => (each.place?.item === 2 ? 1 : undefined),
    },
    {
      says: 'changed text',
      of: 'the same passage with other words',
      live: side({}),
      draft: side({ print: 'b' }),
    },
    { says: 'gained', of: 'an answer where there was none', live: silent, draft: side({}) },
    {
      says: 'other',
      of: 'silence that became a question back',
      live: silent,
      draft: { ...silent, outcome: 'clarifying' },
    },
    {
      says: 'newly unanswered',
      of: 'an answer that is from elsewhere now',
      live: side({ confidence: 0.5 }),
      draft: side({ kind: 'elsewhere', print: 'x' }),
    },
  ]
  for (const { says, of, live, draft, reviewed = nobody } of cases)
    it(`calls ${of} “${says}”`, () => expect(changeBetween(live, draft, reviewed)).to.equal(says))
  it('covers by the review, else by the confidence, and nothing from elsewhere', () => {
    expect(coverageOf(side({}), nobody)).to.equal(0.9)
    expect(coverageOf(side({}), () => 0.5)).to.equal(0.5)
    expect(coverageOf(silent, () => 1)).to.equal(0)
    expect(coverageOf(side({ kind: 'elsewhere' }), nobody)).to.equal(0)
  })
  it('counts repeats in the flow, the widest band first', () => {
    expect(
      flowOf([
        { live: silent, draft: side({}), times: 2 },
        { live: side({}), draft: side({}), times: 5 },
        { live: silent, draft: side({}), times: 4 },
      ]),
    ).to.eql([
      { from: 'unanswered', to: 'answered', times: 6 },
      { from: 'answered', to: 'answered', times: 5 },
    ])
  })
  it('asks again as it was asked: with what stood before it', () => {
    expect(
      replayAnswer(
        index,
        'and cats?',
        { subject: 'Pets on board: dogs', item: 1 },
        { threshold: 0.2 },
      ).best,
    ).to.deep.include({ item: 1, path: ['Cats'] })
    expect(
      replayAnswer(index, 'quantum helicopter', undefined, { threshold: 0.2 }),
    ).to.deep.include({
      outcome: 'unanswered',
      confidence: 0,
      text: '',
    })
  })

  describe('replayOverDays', () => {
    const boats = indexRelease([
      item(
        1,
        'Boats',
        '| Day | First boat |\n| --- | --- |\n| Monday to Saturday | 6:30 |\n| Sunday | 9:10 |\n',
      ),
      item(2, 'Pets on board', 'Dogs travel on a lead.\n'),
    ])
    const days = ['2026-11-27', '2026-11-28', '2026-11-30']
    const over = (text: string) =>
      replayOverDays(
        [
          { index: boats, settings: { threshold: 0.05 } },
          { index: boats, settings: { threshold: 0.05 } },
        ],
        text,
        undefined,
        days,
      )
    it('puts days together on which the same is said', () => {
      const groups = over('When is the first boat tomorrow?')
      expect(groups.map((group) => group.days)).to.deep.include(['2026-11-28'])
      expect(groups.flatMap((group) => group.days).sort()).to.eql(days)
      expect(groups.find((group) => group.days.includes('2026-11-28'))!.sides[0]!.text)
        .to.include('9:10')
        .and.not.include('6:30')
    })
    it('asks once where nothing depends on the day', () =>
      expect(over('dogs on board').map((group) => group.days)).to.eql([days]))
    it('says the same as asking for each day by itself', () => {
      for (const text of [
        'first boat tomorrow',
        'when does the boat go',
        'dogs',
        'first boat on Sunday',
      ])
        for (const { days: same, sides } of over(text))
          for (const day of same)
            expect(sides[0], `${text} ${day}`).to.eql(
              replayAnswer(boats, text, undefined, { threshold: 0.05, day }),
            )
    })
  })
})
