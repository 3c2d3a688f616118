import { expect } from 'chai'
import { joinTopics } from './joining.ts'
import { sameTopics } from './identity.ts'

const known = (id: number, members: string[], kept = false) => ({
  id,
  members: new Set(members),
  kept,
})

describe('sameTopics', () => {
  it('finds a topic again by most of its wordings', () =>
    expect(sameTopics([['x'], ['a', 'b', 'd']], [known(7, ['a', 'b', 'c'])])).to.eql([null, 7]))
  it('gives a topic that fell apart to its greater part', () =>
    expect(sameTopics([['a'], ['b', 'c']], [known(7, ['a', 'b', 'c'])])).to.eql([null, 7]))
  it('gives one of two that came together', () =>
    expect(
      sameTopics([['a', 'b', 'c', 'd', 'e']], [known(1, ['a', 'b']), known(2, ['c', 'd', 'e'])]),
    ).to.eql([2]))
  it('lets what the lead named choose first', () =>
    expect(
      sameTopics(
        [['a', 'b', 'c', 'd', 'e']],
        [known(1, ['a', 'b'], true), known(2, ['c', 'd', 'e'])],
      ),
    ).to.eql([1]))
  it('takes a chance meeting for nothing', () =>
    expect(
      sameTopics([['a', 'x1', 'x2', 'x3', 'x4']], [known(1, ['a', 'b1', 'b2', 'b3', 'b4'])]),
    ).to.eql([null]))
})

describe('joinTopics', () => {
  const settled = [
    'can i bring my dog',
    'are dogs allowed on board',
    'do i have to pay for my dog',
  ].map((text) => ({ text, times: 1, topic: 1 }))
  const others = [
    'refund for a cancelled boat',
    'boat was cancelled, refund please',
    'money back for cancelled boat',
  ].map((text) => ({ text, times: 1, topic: 2 }))
  const more = [
    'when does the first boat leave',
    'how long is the crossing',
    'where do i park my car',
    'can i book by telephone',
    'is there food on the boat',
    'which harbour has lockers',
    'do you take cash',
    'how much is a cabin',
  ].map((text, i) => ({ text, times: 1, topic: 3 + i }))
  it('puts a new question where it belongs, and lets another wait', () => {
    const fresh = [
      'are dogs allowed',
      'refund for cancelled boat',
      'is there wifi in the lounge',
    ].map((text) => ({ text, times: 1 }))
    expect(joinTopics([...settled, ...others, ...more], fresh)).to.eql([1, 2, null])
  })
})
