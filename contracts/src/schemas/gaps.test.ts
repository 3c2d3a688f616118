import { expect } from 'chai'
import { refusal, taken } from '../testing/refusal.ts'
import { fixInput } from './coverage.ts'
import { gapFixInput, gapWorkInput, topicInput } from './gaps.ts'
import { proposalInput } from './proposal.ts'

const CONTENT = {
  kind: 'article',
  title: 'Bikes',
  collection: '',
  phrasings: [],
  body: 'They travel free.',
  reviewOn: null,
  ready: true,
}

describe('a fix of a gap', () => {
  const takes: object[] = [
    { kind: 'teach', item: 3, phrasings: ['bikes aboard'] },
    { kind: 'extend', item: 3, base: 9, body: 'More text.', phrasings: [] },
    { kind: 'write', content: CONTENT },
  ]
  for (const input of takes)
    it(`is one of ${JSON.stringify(input).slice(0, 40)}…`, () =>
      expect(refusal(gapFixInput, input)).to.equal(''))
  it('teaches nothing when an article is extended, unless it says what', () =>
    expect(taken(gapFixInput, { kind: 'extend', item: 3, base: 9, body: 'x' })).to.deep.include({
      phrasings: [],
    }))
  const refused: [of: string, input: object][] = [
    ['teaching nothing', { kind: 'teach', item: 3, phrasings: [] }],
    ['teaching no article', { kind: 'teach', phrasings: ['bikes'] }],
    [
      'a text to an article that is only taught',
      { kind: 'teach', item: 3, phrasings: ['bikes'], body: 'x' },
    ],
    ['extending without the version that was read', { kind: 'extend', item: 3, body: 'x' }],
    ['writing into an article that is there', { kind: 'write', item: 3, content: CONTENT }],
  ]
  for (const [of, input] of refused)
    it(`is refused with ${of}`, () => expect(refusal(gapFixInput, input)).not.to.equal(''))
})

describe('a fix of one question', () => {
  const base = { norm: 'bikes', text: 'Bikes?' }
  it('teaches an article or writes one, not both', () => {
    expect(refusal(fixInput, { ...base, kind: 'phrasing', item: 3 })).to.equal('')
    expect(refusal(fixInput, { ...base, kind: 'article', content: CONTENT })).to.equal('')
    for (const input of [
      { ...base, kind: 'phrasing', item: 3, content: CONTENT },
      { ...base, kind: 'fixed', item: 3 },
      { ...base, kind: 'phrasing' },
    ])
      expect(refusal(fixInput, input), JSON.stringify(input)).not.to.equal('')
  })
})

describe('work on a gap', () => {
  it('belongs to somebody until a day, or to nobody', () => {
    expect(refusal(gapWorkInput, { state: 'in work', user: 2, until: '2026-12-05' })).to.equal('')
    expect(refusal(gapWorkInput, { state: 'open' })).to.equal('')
    expect(refusal(gapWorkInput, { state: 'open', user: 2 })).to.include('user')
  })
  it('is declined with a reason only', () => {
    expect(refusal(gapWorkInput, { state: 'will not cover' })).to.equal('refusals.whyNotCovered')
    expect(
      refusal(gapWorkInput, { state: 'will not cover', reason: 'Too far', reply: '' }),
    ).to.equal('')
  })
})

describe('a correction of a topic', () => {
  const HASH = '0123456789abcdef'
  const takes: object[] = [
    { action: 'rename', label: 'Bikes' },
    { action: 'pin', pinned: true },
    { action: 'merge', into: 4 },
    { action: 'split', wordings: [HASH] },
    { action: 'move', wordings: [HASH], into: 4 },
  ]
  for (const input of takes)
    it(`may be ${JSON.stringify(input)}`, () => expect(refusal(topicInput, input)).to.equal(''))
  for (const input of [
    { action: 'rename' },
    { action: 'pin', pinned: true, label: 'Bikes' },
    { action: 'split', wordings: [] },
    { action: 'split', wordings: ['not a hash'] },
    { action: 'move', wordings: [HASH] },
    { action: 'burn' },
  ])
    it(`may not be ${JSON.stringify(input)}`, () =>
      expect(refusal(topicInput, input)).not.to.equal(''))
})

describe('a proposal of an agent', () => {
  it('has words, unless it is a way to ask', () => {
    expect(
      refusal(proposalInput, { kind: 'fixed', question: 'Bikes?', words: 'They travel free.' }),
    ).to.equal('')
    expect(refusal(proposalInput, { kind: 'fixed', question: 'Bikes?' })).to.include('words')
    expect(refusal(proposalInput, { kind: 'phrasing', question: 'Bikes?', item: 3 })).to.equal('')
  })
  it('names the article where it is a way to ask', () =>
    expect(refusal(proposalInput, { kind: 'phrasing', question: 'Bikes?' })).to.include('item'))
})
