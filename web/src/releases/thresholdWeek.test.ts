import type { ThresholdPoint } from '@janua/core'
import { expect } from 'chai'
import { weekAt } from './thresholdWeek.ts'

const COSTS = { wrong: 20, askedBack: 1, handedOver: 6, unhelped: 8 }
const point = (change: Partial<ThresholdPoint>) =>
  ({
    threshold: 0.5,
    known: true,
    right: 60,
    wrong: 10,
    taken: 5,
    handedOver: 8,
    unhelped: 4,
    ...change,
  }) as ThresholdPoint
const named = (name: string, week: ReturnType<typeof weekAt>) =>
  week.find((each) => each.name === name)!

describe('a week at a threshold', () => {
  it('is told beside the week as things are', () => {
    const week = weekAt(point({ right: 70 }), point({}), 3, COSTS)
    expect(named('answered correctly', week)).to.include({ now: 70, then: 60, known: true })
    expect(named('left unhelped', week)).to.include({ now: 4, then: 4 })
  })
  it('asks back as often wherever the threshold stands', () => {
    const week = weekAt(point({ wrong: 2 }), point({}), 3, COSTS)
    expect(named('asked to clarify', week)).to.include({ now: 3, then: 3 })
  })
  it('costs what its questions cost', () => {
    const week = weekAt(point({ wrong: 2 }), point({}), 3, COSTS)
    const { now, then } = named('cost per week', week)
    expect(now).to.equal(2 * 20 + (3 + 5) * 1 + 8 * 6 + 4 * 8)
    expect(then - now).to.equal(8 * 20)
  })
  it('does not tell right, wrong and cost where too few answers are reviewed', () => {
    const unknown = weekAt(point({ known: false }), point({}), 3, COSTS)
    expect(unknown.filter(({ known }) => !known).map(({ name }) => name)).to.eql([
      'answered correctly',
      'answered wrongly',
      'cost per week',
    ])
  })
  it('is empty until the curve is there', () => {
    expect(weekAt(undefined, point({}), 0, COSTS)).to.eql([])
    expect(weekAt(point({}), undefined, 0, COSTS)).to.eql([])
  })
})
