import { expect } from 'chai'
import { seeded } from '../maths/random.ts'
import {
  fitOpinions,
  type Opinion,
  type OpinionCase,
  USUAL_OPINIONS,
  withOpinion,
} from './opinion.ts'

const cases = (says: Opinion, n: number, right: number): OpinionCase[] =>
  Array.from({ length: n }, (_, i) => ({ sure: 0.5, says, right: i < right, weight: 1 }))

describe('withOpinion', () => {
  it('makes surer by a yes and less sure by a no, and never more than sure', () => {
    expect(withOpinion(0.6, 'yes')).to.be.greaterThan(0.6)
    expect(withOpinion(0.6, 'partly')).to.be.lessThan(0.6)
    expect(withOpinion(0.6, 'no')).to.be.lessThan(withOpinion(0.6, 'partly'))
    for (const sure of [0, 1])
      for (const says of ['yes', 'no'] as const) expect(withOpinion(sure, says)).to.be.within(0, 1)
  })
})

describe('fitOpinions', () => {
  it('is what is usual without reviews', () => {
    const { yes, partly, no } = fitOpinions([])
    expect(yes).to.be.closeTo(USUAL_OPINIONS.yes, 1e-6)
    expect(partly).to.be.closeTo(USUAL_OPINIONS.partly, 1e-6)
    expect(no).to.be.closeTo(USUAL_OPINIONS.no, 1e-6)
  })
  it('learns that a model says yes to everything, and leaves the others alone', () => {
    const { yes, no } = fitOpinions(cases('yes', 200, 100))
    expect(yes).to.be.closeTo(0, 0.1)
    expect(no).to.be.closeTo(USUAL_OPINIONS.no, 1e-6)
  })
  it('moves little by few reviews', () => {
    const { no } = fitOpinions(cases('no', 2, 2))
    expect(no).to.be.within(USUAL_OPINIONS.no, -0.4)
  })
  it('makes answers as sure as they turn out right', () => {
    const random = seeded(4)
    const drawn = Array.from({ length: 3_000 }, (): OpinionCase => {
      const sure = 0.2 + 0.6 * random()
      const says = random() < 0.5 ? 'yes' : 'no'
      const right = random() < withOpinion(sure, says, { yes: 1.5, partly: 0, no: -0.7 })
      return { sure, says, right, weight: 1 }
    })
    const { yes, no } = fitOpinions(drawn)
    expect(yes).to.be.closeTo(1.5, 0.15)
    expect(no).to.be.closeTo(-0.7, 0.15)
  })
})
