import { expect } from 'chai'
import { count, span, whole } from './format.ts'

describe('how figures are written', () => {
  const spans = [[7, '0:07'], [430, '7:10'], [3_725, '1 h 02'], [200_000, '2 d 7 h'], [-5, '0:00']] as const
  for (const [seconds, text] of spans) it(`${seconds} s are ${text}`, () => expect(span(seconds)).to.equal(text))
  it('counts in words', () => expect([count(1, 'article'), count(3, 'article'), count(2, 'entry', 'entries')]).to.eql(['1 article', '3 articles', '2 entries']))
  it('parts thousands by a thin space', () => expect(whole(1284)).to.equal('1\u202f284'))
})
