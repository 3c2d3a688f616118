import { expect } from 'chai'
import { type Had, slotsInUse } from './slots.ts'

const had = (agent: number, ...spans: [from: number, to: number][]): Had[] =>
  spans.map(([from, to]) => ({ agent, from, to }))

describe('slotsInUse', () => {
  const worked: [string, [number, number][], number][] = [
    [
      'one after another',
      [
        [0, 10],
        [10, 20],
        [20, 30],
      ],
      1,
    ],
    [
      'two side by side',
      [
        [0, 10],
        [5, 20],
      ],
      2,
    ],
    [
      'taken at the same moment',
      [
        [0, 10],
        [0, 10],
        [0, 10],
      ],
      3,
    ],
    [
      'a long one, and short ones beside it',
      [
        [0, 100],
        [10, 20],
        [30, 40],
      ],
      2,
    ],
    [
      'a chain in which three never overlap',
      [
        [0, 10],
        [8, 18],
        [16, 26],
      ],
      2,
    ],
  ]
  for (const [what, spans, slots] of worked)
    it(`are ${slots} of ${what}`, () => expect(slotsInUse(had(1, ...spans)).get(1)).to.equal(slots))
  it('are told by agent', () =>
    expect(slotsInUse([...had(1, [0, 10], [5, 20]), ...had(2, [0, 10])])).to.eql(
      new Map([
        [1, 2],
        [2, 1],
      ]),
    ))
  it('leave out what happened once', () => {
    const turns = Array.from({ length: 40 }, (_, i): [number, number] => [100 * i, 100 * i + 50])
    expect(slotsInUse(had(1, ...turns, [10, 20])).get(1)).to.equal(1)
    expect(slotsInUse(had(1, ...turns, [10, 20], [110, 120], [210, 220])).get(1)).to.equal(2)
  })
  it('are known of nobody where nothing was', () => expect(slotsInUse([]).size).to.equal(0))
})
