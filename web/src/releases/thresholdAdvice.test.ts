import type { ThresholdAdvice } from '@janua/core'
import { expect } from 'chai'
import { adviceSentence, costShown, savingSentence } from './thresholdAdvice.ts'

const advice = (change: Partial<ThresholdAdvice>): ThresholdAdvice => ({
  says: 'raise',
  threshold: 0.59,
  right: -8.2,
  wrong: -31.4,
  handedOver: 12,
  unhelped: 0.2,
  saves: 400,
  ...change,
})

describe('what a lead should do with the threshold', () => {
  it('is told in one sentence: what it brings, and for what', () => {
    expect(adviceSentence(advice({}))).to.match(
      /^Raise it to 59 %: 31 fewer wrong answers a week, for 8 fewer correct answers and 12 more hand-overs$/,
    )
    expect(
      adviceSentence(
        advice({
          says: 'lower',
          threshold: 0.4,
          wrong: 1,
          right: 40,
          handedOver: -3,
          unhelped: -9,
        }),
      ),
    ).to.match(
      /^Lower it to 40 %: 40 more correct answers, 3 fewer hand-overs and 9 fewer visitors left without help a week, for 1 more wrong answer$/,
    )
  })
  it('names no price where there is none', () => {
    expect(adviceSentence(advice({ right: 0, handedOver: 0, unhelped: 0 }))).to.match(
      /31 fewer wrong answers a week$/,
    )
  })
  it('is to leave it where nothing costs noticeably less', () => {
    expect(adviceSentence(advice({ says: 'keep' }))).to.match(/^Leave it at 59 %/)
  })
  it('is priced in the team’s currency where an hour has a price, else in time', () => {
    const unknown = { costPerHour: null, currency: '€' }
    expect(savingSentence(400, { costPerHour: 30, currency: '€' })).to.contain('€200 a week')
    expect(savingSentence(400, unknown)).to.contain('7 hours of work a week')
    expect(savingSentence(40, unknown)).to.contain('40 minutes of work')
    expect(costShown(120, { costPerHour: 30, currency: '£' })).to.equal('£60')
    expect(costShown(120, unknown)).to.equal('120')
  })
})
