import { expect } from 'chai'
import { entryFigures, median, type QueueEntry } from './queueFigures.ts'

const entry = (more: Partial<QueueEntry>): QueueEntry => ({
  queue: 1,
  enteredAt: 0,
  takenAt: null,
  leftAt: null,
  firstReplyAt: null,
  agent: null,
  handleSeconds: null,
  moves: 0,
  rating: null,
  outcome: null,
  targetSeconds: 60,
  ...more,
})

describe('entryFigures', () => {
  it('holds service level against the target: taken in time ÷ (taken + abandoned after it)', () => {
    const entries = [
      entry({ takenAt: 30_000 }),
      entry({ takenAt: 60_000 }),
      entry({ takenAt: 90_000 }),
      entry({ leftAt: 61_000 }),
      entry({ leftAt: 40_000 }),
    ]
    expect(entryFigures(entries)).to.include({
      entered: 5,
      taken: 3,
      abandoned: 2,
      serviceLevel: 0.5,
      medianWaitSeconds: 60,
    })
  })
  it('does not call it abandoned when somebody leaves within ten seconds', () =>
    expect(entryFigures([entry({ leftAt: 9_000 }), entry({ leftAt: 10_000 })]).abandoned).to.equal(
      1,
    ))
  it('counts who still waits as entered alone', () =>
    expect(entryFigures([entry({})])).to.include({
      entered: 1,
      taken: 0,
      abandoned: 0,
      serviceLevel: null,
      medianWaitSeconds: null,
    }))
  it('has the mean of ratings with their number, moves and outcomes', () => {
    const { rating, rated, moves, outcomes } = entryFigures([
      entry({ rating: 5, moves: 1, outcome: 'settled' }),
      entry({ rating: 2, outcome: 'settled' }),
      entry({ moves: 2, outcome: 'could not' }),
    ])
    expect({ rating, rated, moves, outcomes }).to.eql({
      rating: 3.5,
      rated: 2,
      moves: 3,
      outcomes: { settled: 2, 'could not': 1 },
    })
  })
  it('is of nothing when nothing came', () =>
    expect(entryFigures([])).to.include({ entered: 0, serviceLevel: null, rating: null }))
})

describe('median', () => {
  it('is the middle, or between the two middle ones', () => {
    expect(median([9, 1, 5])).to.equal(5)
    expect(median([4, 1, 3, 2])).to.equal(2.5)
    expect(median([])).to.equal(null)
  })
})
