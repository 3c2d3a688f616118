import { expect } from 'chai'
import type { ContentItem } from '../answering/items.ts'
import { analyse } from '../text/analyse.ts'
import { FIELD_SETTINGS, FIELDS, SATURATION } from './fields.ts'
import { buildPostings, type FieldTerms, inverseFrequency } from './postings.ts'
import { indexRelease } from './releaseIndex.ts'
import { questionTerms, search } from './search.ts'
import { buildSpeller, correct } from './typos.ts'
import { twoWayMatch } from './twoWay.ts'

const item = (id: number, title: string, body: string, phrasings: string[] = []): ContentItem => ({ id, revision: id * 10, kind: 'article', title, phrasings, collection: 'A', body })
const ITEMS = [
  item(1, 'Pets on board', 'Dogs travel on a lead. Cats travel in a basket.', ['Can I bring my dog?']),
  item(2, 'Bicycles', 'A bicycle costs 5.00 each way. Electric bicycles are carried like others.'),
  item(3, 'Luggage', 'Two bags of 23 kg for each passenger. Surfboards are free.'),
]

describe('buildPostings', () => {
  const rows: FieldTerms[] = [
    { title: ['pet'], phrasings: [], path: [], lead: ['dog', 'lead'], body: ['dog', 'lead', 'dog'] },
    { title: ['bike'], phrasings: ['bike', 'dog'], path: [], lead: ['fare'], body: ['fare'] },
  ]
  /** BM25F written down as in its source, with no index. */
  function slowImpact(doc: number, term: string): number {
    const tf = FIELDS.reduce((sum, field) => {
      const { weight, lengthNorm } = FIELD_SETTINGS[field]
      const mean = rows.reduce((all, row) => all + row[field].length, 0) / rows.length || 1
      const count = rows[doc]![field].filter((word) => word === term).length
      return sum + (count * weight) / (1 - lengthNorm + (lengthNorm * rows[doc]![field].length) / mean)
    }, 0)
    return (tf * (SATURATION + 1)) / (tf + SATURATION)
  }
  it('agrees with BM25F written down plainly', () => {
    const postings = buildPostings(rows)
    for (const [term, number] of postings.terms)
      for (let at = postings.offsets[number]!; at < postings.offsets[number + 1]!; at++)
        expect(postings.impacts[at]).to.be.closeTo(slowImpact(postings.docs[at]!, term), 1e-5)
  })
  it('lists passages of a term in order, each once', () => {
    const postings = buildPostings(rows)
    const dog = postings.terms.get('dog')!
    expect([...postings.docs.slice(postings.offsets[dog]!, postings.offsets[dog + 1]!)]).to.eql([0, 1])
  })
  it('gives rarer words a higher idf, and never a negative one', () => {
    expect(inverseFrequency(1, 100)).to.be.greaterThan(inverseFrequency(50, 100))
    expect(inverseFrequency(100, 100)).to.be.greaterThan(0)
  })
})

describe('correct', () => {
  const speller = buildSpeller(new Map([['bicycle', 3], ['luggage', 2], ['passenger', 1], ['boat', 9]]))
  const cases = [['bicylce', 'bicycle'], ['lugage', 'luggage'], ['pasenegr', 'passenger'], ['baot', 'boat'], ['boot', 'boat']] as const
  for (const [typed, meant] of cases) it(`reads “${typed}” as “${meant}”`, () => expect(correct(typed, speller)).to.equal(meant))
  it('leaves short words, numbers and strangers alone', () => {
    for (const word of ['dog', '23', 'helicopter']) expect(correct(word, speller)).to.equal(undefined)
  })
})

describe('twoWayMatch', () => {
  const weigh = (text: string) => analyse(text, 'en').map(({ stem }) => ({ stem, weight: 1 }))
  it('is 1 both ways for the same words', () => expect(twoWayMatch(weigh('lost luggage'), weigh('Luggage, lost'))).to.eql({ asked: 1, said: 1, both: 1 }))
  it('tells a part from the whole', () => {
    const match = twoWayMatch(weigh('refund'), weigh('refund after a storm'))
    expect(match.asked).to.equal(1)
    expect(match.said).to.be.below(1)
  })
  it('is 0 when nothing is shared or nothing is asked', () => {
    expect(twoWayMatch(weigh('dog'), weigh('luggage')).both).to.equal(0)
    expect(twoWayMatch([], weigh('luggage')).both).to.equal(0)
  })
})

describe('search', () => {
  const index = indexRelease(ITEMS)
  const first = (question: string) => {
    const terms = questionTerms(question, index)
    return index.passages[search(terms, index)[0]?.doc ?? -1]?.item.title
  }
  it('finds by title, by phrasing, by body, and with a slip', () => {
    expect(first('bicycles')).to.equal('Bicycles')
    expect(first('bring the dog')).to.equal('Pets on board')
    expect(first('surfboard')).to.equal('Luggage')
    expect(first('bycicle on the boat')).to.equal('Bicycles')
  })
  it('finds nothing for words that nobody wrote', () => expect(first('helicopter')).to.equal(undefined))
  it('leaves no trace of one question in the next', () => {
    const terms = questionTerms('dog lead', index)
    const once = search(terms, index)
    search(questionTerms('bicycle costs', index), index)
    expect(search(terms, index)).to.eql(once)
  })
  it('tells which words a candidate has', () => {
    const terms = questionTerms('dog helicopter', index)
    expect(search(terms, index)[0]!.matched).to.eql([true, false])
  })
})
