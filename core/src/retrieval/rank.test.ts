import { expect } from 'chai'
import type { ContentItem } from '../answering/items.ts'
import { pick, seeded } from '../maths/random.ts'
import { tokenize } from '../text/tokens.ts'
import { changeIndex } from './indexChanges.ts'
import { EARLY, OPENING, SAME_FORM } from './byText.ts'
import { asWritten, AS_WRITTEN_WEIGHT, rank, readQuestion } from './rank.ts'
import { indexRelease } from './releaseIndex.ts'
import { search } from './search.ts'

const item = (id: number, title: string, body: string): ContentItem => ({
  id,
  revision: id,
  kind: 'article',
  title,
  phrasings: [],
  collection: '',
  body,
})
const NUMBER = item(1, 'How do I convert a number to a string?', 'Call str.')
const STRING = item(2, 'How do I convert a string to a number?', 'Call int.')
const OTHERS = Array.from({ length: 30 }, (_, i) =>
  item(i + 3, `Matter ${i}`, `Said of matter ${i} only, with a number and a string of its own.`),
)
const firstOf = (question: string, items: ContentItem[]) => {
  const index = indexRelease(items)
  return index.itemIdOf(rank(readQuestion(question, index), index)[0]!.doc)
}

/** Dice's coefficient of two bags, counted one by one. */
function slowDice(some: string[], others: string[]): number {
  const left = [...others]
  const both = some.filter((each) => {
    const at = left.indexOf(each)
    if (at >= 0) left.splice(at, 1)
    return at >= 0
  }).length
  return some.length + others.length === 0 ? 0 : (2 * both) / (some.length + others.length)
}

describe('asWritten', () => {
  const words = (text: string) => tokenize(text).map(({ word }) => word)
  it('is 1 for the same words in the same order, less in another, and nothing without a wording', () => {
    expect(asWritten(words('a boat to Hallin'), 'A boat to Hallin')).to.equal(1)
    expect(asWritten(words('hallin to a boat'), 'A boat to Hallin')).to.be.closeTo(
      (1 + 1 / 3) / 2,
      1e-9,
    ) // "to a" is no pair of it, "a boat" is
    expect(asWritten(words('a boat'), undefined)).to.equal(0)
    expect(asWritten([], 'A boat')).to.equal(0)
  })
  it('agrees with counting one by one', () => {
    const random = seeded(4)
    const some = () =>
      Array.from({ length: 1 + Math.floor(random() * 7) }, () =>
        pick(['a', 'to', 'boat', 'the', 'hallin'], random),
      )
    for (let round = 0; round < 300; round++) {
      const [asked, wording] = [some(), some()]
      const pairs = (all: string[]) => all.slice(1).map((word, i) => `${all[i]} ${word}`)
      expect(asWritten(asked, wording.join(' '))).to.be.closeTo(
        (slowDice(asked, wording) + slowDice(pairs(asked), pairs(wording))) / 2,
        1e-12,
      )
    }
  })
})

describe('rank', () => {
  it('puts first, of two titles of the same words, the one that says them in the order of the question', () => {
    expect(firstOf('how do I convert a number to a string', [NUMBER, STRING, ...OTHERS])).to.equal(
      1,
    )
    expect(firstOf('how do I convert a string to a number', [NUMBER, STRING, ...OTHERS])).to.equal(
      2,
    )
  })
  it('takes, of an item whose title matches whole, the phrasing that says it in the very words', () => {
    const own = {
      ...item(1, 'Refunds', 'We pay the money back.'),
      phrasings: ['How do I get a refund?'],
    }
    const taught = {
      ...item(2, 'Bicycles', 'A bicycle costs 5.00.'),
      phrasings: ['How do I get a refund?'],
    }
    expect(firstOf('How do I get a refund?', [taught, own])).to.equal(1)
  })
  it('reads misspelt words as it found them', () =>
    expect(firstOf('how do i convert a strign to a number', [NUMBER, STRING, ...OTHERS])).to.equal(
      2,
    ))
  it('adds to each what search gave it, by how far the wording matches', () => {
    const index = indexRelease([NUMBER, STRING, ...OTHERS])
    const asked = readQuestion('convert a number to a string', index)
    const plain = new Map(
      search(asked.terms, index, 40).map((candidate) => [candidate.doc, candidate]),
    )
    for (const { doc, score, bare, wording, match } of rank(asked, index)) {
      expect(bare).to.equal(undefined)
      expect(score).to.be.closeTo(
        plain.get(doc)!.score +
          AS_WRITTEN_WEIGHT * match.both * asWritten(asked.words, wording?.text),
        1e-12,
      )
    }
  })
  it('lets texts tell where no wording does: the first passage, what stands early, and the very form of a word', () => {
    const early = item(
      1,
      'A',
      `Kayaks pay 8.00. ${'Other things are said of other matters here. '.repeat(12)}`,
    )
    const late = item(
      2,
      'B',
      `${'Other things are said of other matters here. '.repeat(12)} Kayaks pay 8.00.`,
    )
    expect(firstOf('kayaks', [late, early])).to.equal(1)
    expect(
      firstOf('kayaks', [
        item(1, 'A', 'A kayak pays 8.00.'),
        item(2, 'B', 'Some kayaks pay 8.00.'),
      ]),
    ).to.equal(2)
    const index = indexRelease([late, early, item(3, 'C', 'Cats travel free.')])
    for (const { score, bare } of rank(readQuestion('kayaks', index), index))
      expect(score - bare!).to.be.within(0, EARLY + SAME_FORM + OPENING)
  })
  it('comes to an end with a term that has no word', () => {
    const index = indexRelease([NUMBER, STRING])
    const asked = readQuestion('call', index)
    const spacer = { stem: '#nothing', word: '', weight: 0, known: false, near: [] }
    expect(rank({ ...asked, terms: [spacer, ...asked.terms] }, index)).to.have.length(2)
  })
  it('does not depend on how the library is divided', () => {
    const all = [NUMBER, STRING, ...OTHERS]
    const grown = all
      .slice(10)
      .reduce((index, each) => changeIndex(index, { put: [each] }), indexRelease(all.slice(0, 10)))
    for (const question of [
      'convert a string',
      'matter 7 and a number',
      'how do i convert a number to a string',
    ]) {
      const order = (index: typeof grown) =>
        rank(readQuestion(question, index), index).map(({ doc, score }) => ({
          item: index.itemIdOf(doc),
          score: score.toFixed(9),
        }))
      expect(order(grown)).to.eql(order(indexRelease(all)))
    }
  })
})
