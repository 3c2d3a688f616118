import { pick, seeded } from '@janua/core'
import { expect } from 'chai'
import { FAULTS, isLetThrough, sentencesOf, withFault } from '../bench/grounding/faultsByRule.ts'
import { demoArticles } from './content.ts'

const SAID = sentencesOf(demoArticles().map(({ title, body }) => ({ title, markdown: body })))
const letThrough = (said: typeof SAID) =>
  said
    .filter((each) => isLetThrough(each, 'en'))
    .map(({ text, cited }) => `${text} [${cited[0]!.title}]`)
/** The faults that the demo has sentences for, and for how many at least. */
const LEAST: Record<string, number> = {
  'a number changed': 60,
  'a price changed': 15,
  'a clock time changed': 15,
  'a “not” lost': 25,
  'a “not” put in': 150,
  'an “only” lost': 5,
  '“up to” for “from”': 5,
  'a condition lost': 15,
  'an invented end': 300,
}

describe('grounding, on every sentence of the demo', () => {
  it('lets each through as it stands', () => {
    expect(SAID.length).to.be.above(300)
    expect(SAID.filter((said) => !isLetThrough(said, 'en')).map(({ text }) => text)).to.eql([])
  })
  for (const fault of FAULTS.en) {
    const least = LEAST[fault[0]]
    if (least === undefined) continue
    it(`lets none through with ${fault[0]}`, () => {
      const some = withFault(SAID, fault)
      expect(some.length, 'sentences that this fault can be put into').to.be.at.least(least)
      expect(letThrough(some)).to.eql([])
    })
  }
  it('lets none through that stands in another passage alone', () => {
    const random = seeded(29)
    const elsewhere = SAID.flatMap(({ text, cited }) => {
      const other = pick(SAID, random)
      return other.cited[0]!.title === cited[0]!.title || text.split(' ').length < 5
        ? []
        : [{ text, cited: other.cited }]
    })
    expect(elsewhere.length).to.be.above(250)
    expect(letThrough(elsewhere)).to.eql([])
  })
})
