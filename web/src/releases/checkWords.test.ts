import type { CheckList, CheckView } from '@janua/contracts'
import { expect } from 'chai'
import { checksHeadline, wantedBy } from './checkWords.ts'

const check = (change: Partial<CheckView> = {}) =>
  ({
    comes: 'answer',
    itemTitle: null,
    queueName: null,
    contains: [],
    lacks: [],
    ...change,
  }) as unknown as CheckView
const ran = (passed: number, failed: number) =>
  ({ passed, failed, at: '', current: true }) as CheckList['run']

describe('the words of checks', () => {
  it('say how all of them stand', () => {
    const checks = [check(), check()]
    expect(checksHeadline({ run: null, checks: [] })).to.equal('No checks yet')
    expect(checksHeadline({ run: null, checks })).to.equal('2 checks, not run yet')
    expect(checksHeadline({ run: ran(2, 0), checks })).to.equal('All 2 checks pass in the draft')
    expect(checksHeadline({ run: ran(1, 1), checks })).to.equal('1 check of 2 fails in the draft')
    expect(checksHeadline({ run: ran(0, 2), checks })).to.equal('2 checks of 2 fail in the draft')
  })
  it('say what one wants', () => {
    expect(wantedBy(check())).to.equal('answers')
    expect(wantedBy(check({ itemTitle: 'Dogs on board' }))).to.equal('answers from “Dogs on board”')
    expect(wantedBy(check({ comes: 'asks back', itemTitle: 'Fares' }))).to.equal(
      'asks to clarify, offering “Fares”',
    )
    expect(wantedBy(check({ comes: 'does not know' }))).to.equal('does not know')
  })
  it('say what else it wants, and nothing of an outcome that may be any', () => {
    expect(
      wantedBy(
        check({
          comes: 'anything',
          queueName: 'Bookings',
          contains: ['a lead'],
          lacks: ['free'],
        }),
      ),
    ).to.equal('goes to Bookings · says “a lead” · does not say “free”')
  })
})
