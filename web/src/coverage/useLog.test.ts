import { expect } from 'chai'
import { filterFrom, NO_FILTER, queryOf } from './useLog.ts'

describe('the filter of the log', () => {
  it('comes from an address and goes back into one', () => {
    const query = { search: 'dog', topic: '12', outcome: 'unanswered', hour: '0' }
    expect(filterFrom(query)).to.eql({
      ...NO_FILTER,
      search: 'dog',
      topic: 12,
      outcome: 'unanswered',
      hour: 0,
    })
    expect(queryOf(filterFrom(query))).to.eql(query)
  })
  it('leaves out what an address has no business to say', () => {
    expect(filterFrom({ door: 'help', elsewhere: 'x', open: '3' })).to.eql(NO_FILTER)
    expect(queryOf(NO_FILTER)).to.eql({})
  })
})
