import { expect } from 'chai'
import { pick, seeded } from '../maths/random.ts'
import type { ContentItem } from '../answering/items.ts'
import { indexRelease, weightOf } from './releaseIndex.ts'
import { MATCH_WEIGHT, questionTerms, search } from './search.ts'
import { twoWayMatch } from './twoWay.ts'

/** Ranks by looking at every passage and every posting, with no accumulator: slow and obvious. */
function slowSearch(question: string, index: ReturnType<typeof indexRelease>): { doc: number; score: number }[] {
  const terms = questionTerms(question, index)
  const reach = terms.reduce((sum, term) => sum + term.weight, 0)
  const { postings } = index
  return index.passages
    .map((passage, doc) => {
      let words = 0
      for (const { stem, weight } of terms) {
        const term = postings.terms.get(stem)
        if (term === undefined) continue
        const at = [...postings.docs.slice(postings.offsets[term]!, postings.offsets[term + 1]!)].indexOf(doc)
        if (at >= 0) words += weight * postings.impacts[postings.offsets[term]! + at]!
      }
      const match = Math.max(0, ...passage.wordings.map((wording) => twoWayMatch(terms, wording.terms).both))
      return { doc, words, score: words / (reach * 1.6) + MATCH_WEIGHT * match }
    })
    .filter(({ words }) => words > 0)
    .sort((a, b) => b.score - a.score || a.doc - b.doc)
}

describe('search, held against a look at every passage', () => {
  const random = seeded(11)
  const words = ['boat', 'ticket', 'dog', 'cabin', 'storm', 'refund', 'bicycle', 'harbour', 'luggage', 'child', 'fare', 'night', 'island', 'camper', 'meal']
  const text = (length: number) => Array.from({ length }, () => pick(words, random)).join(' ')
  const items = Array.from({ length: 40 }, (_, i): ContentItem => ({ id: i + 1, revision: i + 1, kind: 'article', title: text(2), phrasings: [text(3)], collection: '', body: `${text(12)}.\n\n## ${text(2)}\n\n${text(15)}.` }))
  const index = indexRelease(items)
  for (let round = 0; round < 25; round++) {
    const question = text(1 + Math.floor(random() * 4))
    it(`agrees on “${question}”`, () => {
      const quick = search(questionTerms(question, index), index, 10)
      const slow = slowSearch(question, index).slice(0, quick.length)
      quick.forEach(({ score }, i) => expect(score).to.be.closeTo(slow[i]!.score, 1e-5))
    })
  }
  it('weighs a mark less than the word that bears it, and an unseen word the most', () => {
    expect(weightOf('#cost', index.postings)).to.be.below(index.postings.unknownIdf)
    expect(weightOf('helicopt', index.postings)).to.equal(index.postings.unknownIdf)
  })
})
