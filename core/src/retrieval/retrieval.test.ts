import { expect } from 'chai'
import type { ContentItem } from '../answering/items.ts'
import { pick, seeded } from '../maths/random.ts'
import { analyse } from '../text/analyse.ts'
import { dictionaryIn, dictionarySections, numberOf } from './dictionary.ts'
import { impactOf, inverseFrequency, SATURATION, shareOf } from './fields.ts'
import { likeTerms } from './grams.ts'
import { withoutNumber } from './itemReading.ts'
import { packPassage, unpackPassage } from './packedPassage.ts'
import { questionTerms } from './questionTerms.ts'
import { indexRelease } from './releaseIndex.ts'
import { search } from './search.ts'
import { stringAt, StringsBuilder, stringsIn } from './strings.ts'
import { kthLargest } from './kthLargest.ts'
import { correct } from './typos.ts'
import { twoWayMatch } from './twoWay.ts'
import { splitPassages } from '../library/passages.ts'

const item = (id: number, title: string, body: string, phrasings: string[] = []): ContentItem => ({
  id,
  revision: id * 10,
  kind: 'article',
  title,
  phrasings,
  collection: 'A',
  body,
})
const ITEMS = [
  item(1, 'Pets on board', 'Dogs travel on a lead. Cats travel in a basket.', [
    'Can I bring my dog?',
  ]),
  item(2, 'Bicycles', 'A bicycle costs 5.00 each way. Electric bicycles are carried like others.'),
  item(3, 'Luggage', 'Two bags of 23 kg for each passenger. Surfboards are free.'),
]
const segmentOf = (...words: string[]) =>
  indexRelease([item(1, '', words.join(' '))]).parts[0]!.segment

describe('BM25F', () => {
  it('gives a term of usual fields its weights: worked values', () => {
    expect(shareOf('title', 4)).to.be.closeTo(3, 1e-12)
    expect(shareOf('body', 120)).to.be.closeTo(1 / 1.6, 1e-12)
  })
  it('saturates', () => {
    expect(impactOf(SATURATION)).to.be.closeTo((SATURATION + 1) / 2, 1e-12)
    expect(impactOf(1e9)).to.be.closeTo(SATURATION + 1, 1e-6)
  })
  it('gives rarer words a higher idf, and never a negative one', () => {
    expect(inverseFrequency(1, 100)).to.be.greaterThan(inverseFrequency(50, 100))
    expect(inverseFrequency(100, 100)).to.be.greaterThan(0)
  })
})

describe('flat memory', () => {
  const random = seeded(4)
  const words = [
    ...new Set(
      Array.from({ length: 3_000 }, () =>
        Array.from({ length: 1 + Math.floor(random() * 9) }, () =>
          pick([...'abcdeéßłЖ漢'], random),
        ).join(''),
      ),
    ),
  ]
  it('gives back every string, in one byte a letter or two', () => {
    const builder = new StringsBuilder()
    for (const word of ['', ...words]) builder.push(word)
    const strings = stringsIn(builder.sections('x'), 'x')
    expect(['', ...words].map((_, at) => stringAt(strings, at))).to.eql(['', ...words])
  })
  it('looks words up as a Map does', () => {
    const known = words.slice(0, 2_000)
    const dictionary = dictionaryIn(dictionarySections(known))
    const map = new Map(known.map((word, at) => [word, at]))
    for (const word of words) expect(numberOf(dictionary, word)).to.equal(map.get(word) ?? -1)
  })
  it('gives back a passage as it was', () => {
    const [passage] = splitPassages(
      'A **bold** & plain line:\n\n1. one\n2. two <b>\n\n| A | B |\n| --- | --- |\n| 1 | *2* |\n\n```\ncode\n```',
    )
    expect(unpackPassage(packPassage(passage!))).to.eql(passage)
  })
})

describe('kthLargest', () => {
  it('agrees with sorting all', () => {
    const random = seeded(2)
    for (let round = 0; round < 20; round++) {
      const scores = Float32Array.from({ length: 200 }, () => Math.floor(random() * 90))
      const docs = Uint32Array.from(scores.keys()).filter(() => random() < 0.7)
      const even = (doc: number) => doc % 2 === 0
      const sorted = (counted: Uint32Array) =>
        [...counted].map((doc) => scores[doc]!).sort((a, b) => b - a)
      expect(kthLargest(scores, docs, 15)).to.equal(sorted(docs)[14])
      expect(kthLargest(scores, docs, 15, even)).to.equal(sorted(docs.filter(even))[14])
    }
  })
  it('is −1 when fewer count', () =>
    expect(kthLargest(new Float32Array(9), Uint32Array.of(1, 2), 3)).to.equal(-1))
})

describe('correct', () => {
  const segment = segmentOf(
    'bicycle',
    'luggage',
    'passenger',
    'boat',
    'stable',
    'style',
    'input',
    'init',
  )
  const cases = [
    ['bicylce', 'bicycle'],
    ['lugage', 'luggage'],
    ['pasenegr', 'passenger'],
    ['baot', 'boat'],
    ['boot', 'boat'],
    ['stble', 'stable'],
    ['inpt', 'input'],
  ] as const
  for (const [typed, meant] of cases)
    it(`reads “${typed}” as “${meant}”`, () =>
      expect(correct(typed, segment, () => 1)?.word).to.equal(meant))
  it('leaves short words, numbers and strangers alone', () => {
    for (const word of ['dog', '23', 'helicopter'])
      expect(correct(word, segment, () => 1)).to.equal(undefined)
  })
  it('passes over words that no passage has any more', () =>
    expect(correct('baot', segment, () => 0)).to.equal(undefined))
})

describe('questionTerms', () => {
  const shelf = indexRelease([
    item(1, 'Changing a number', 'Your reserved seat. Other wheels.'),
    ...ITEMS,
  ])
  const read = (question: string) =>
    questionTerms(question, shelf).map(({ word, readAs, known }) => [word, readAs, known])
  it('reads a misspelt everyday word as the library’s, where it has that', () =>
    expect(read('nubmer')).to.eql([['nubmer', 'number', true]]))
  it('drops a small word with a slip in it, rather than miss it', () =>
    expect(read('seat for otehr wheels').map(([word]) => word)).to.eql(
      ['seat', 'otehr', 'wheels'].filter((word) => word !== 'otehr'),
    ))
  it('reads an unknown word by the stem that it begins with', () =>
    expect(read('reservaton')).to.eql([['reservaton', 'reserv', true]]))
  it('takes “ae”, “oe” and “ue” for the letters of a keyboard without umlauts', () => {
    const german = indexRelease(
      [
        item(1, 'Gebühren', 'Für Gepäck zahlen Sie eine Gebühr.'),
        item(2, 'Neue Boote', 'Das neue Boot hat eine Bar.'),
      ],
      { language: 'de' },
    )
    expect(
      questionTerms('Gebuehr fuer Gepaeck', german).map(({ stem, readAs, known }) => [
        stem,
        readAs,
        known,
      ]),
    ).to.eql(questionTerms('Gebühr für Gepäck', german).map(({ stem }) => [stem, undefined, true]))
    expect(questionTerms('neue', german)[0]!.known).to.equal(true)
  })
  it('leaves a word that begins like a short one alone', () =>
    expect(read('seatbelt')[0]![2]).to.equal(false))
})

describe('withoutNumber', () => {
  const cases = [
    ['4.6.4. Root password', 'Root password'],
    ['Chapter 3. The boot', 'The boot'],
    ['1.1 What is it?', 'What is it?'],
    ['A.2. Notes', 'Notes'],
    ['2) Then pay', 'Then pay'],
    ['24 hours notice', '24 hours notice'],
    ['A dog on board', 'A dog on board'],
    ['Part of a journey', 'Part of a journey'],
    ['Part II: Fares', 'Fares'],
    ['Anhang B Preise', 'Preise'],
    ['7.', '7.'],
  ] as const
  for (const [heading, bare] of cases)
    it(`makes “${bare}” of “${heading}”`, () => expect(withoutNumber(heading)).to.equal(bare))
})

describe('likeTerms', () => {
  it('finds parts of compounds and other forms, and says how like they are', () => {
    const found = likeTerms(
      'paketverwalt',
      segmentOf('Paketverwaltungswerkzeug', 'Verwaltung', 'Wald'),
      0.3,
    )
    expect(found.map(({ stem }) => stem)).to.include('paketverwaltungswerkzeug')
    for (const { likeness } of found) expect(likeness).to.be.within(0.3, 1)
  })
  it('is nothing for short words and numbers', () =>
    expect([
      ...likeTerms('dog', segmentOf('dogs', 'doggy'), 0.1),
      ...likeTerms('12345', segmentOf('123456'), 0.1),
    ]).to.eql([]))
})

describe('twoWayMatch', () => {
  const weigh = (text: string) => analyse(text, 'en').map(({ stem }) => ({ stem, weight: 1 }))
  it('is 1 both ways for the same words', () =>
    expect(twoWayMatch(weigh('lost luggage'), weigh('Luggage, lost'))).to.eql({
      asked: 1,
      said: 1,
      both: 1,
    }))
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
    const [best] = search(questionTerms(question, index), index)
    return best && index.itemOf(best.doc).title
  }
  it('finds by title, by phrasing, by body, and with a slip', () => {
    expect(first('bicycles')).to.equal('Bicycles')
    expect(first('bring the dog')).to.equal('Pets on board')
    expect(first('surfboard')).to.equal('Luggage')
    expect(first('bycicle on the boat')).to.equal('Bicycles')
  })
  it('finds nothing for words that nobody wrote', () =>
    expect(first('helicopter')).to.equal(undefined))
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
  it('without titles finds by the text alone', () => {
    const bare = indexRelease(ITEMS, { noTitles: true })
    expect(search(questionTerms('luggage', bare), bare)).to.eql([])
    expect(bare.itemIdOf(search(questionTerms('surfboard', bare), bare)[0]!.doc)).to.equal(3)
  })
})
