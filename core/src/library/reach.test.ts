import { expect } from 'chai'
import type { ContentItem } from '../answering/items.ts'
import { indexRelease } from '../retrieval/releaseIndex.ts'
import { reachMarks, unreached } from './reach.ts'
import { otherWaysToAsk } from './rewording.ts'

const article = (
  id: number,
  title: string,
  body: string,
  phrasings: string[] = [],
): ContentItem => ({ id, revision: id, kind: 'article', title, body, phrasings, collection: '' })
const LIBRARY = [
  article(
    1,
    'Renting a scooter',
    'A scooter is rented by the hour.\n\n## Where to leave it\n\nLeave the scooter at any green post.\n',
    ['How do I rent a scooter?'],
  ),
  article(2, 'Refunds', 'Money comes back within seven days.\n', ['How do I get a refund?']),
  article(3, 'Scooters for children', 'Children rent small scooters with a parent.\n', [
    'Can my child ride a scooter?',
  ]),
  article(4, 'Opening hours', 'The shop opens at nine and closes at six.\n', ['When do you open?']),
]
const index = indexRelease(LIBRARY)

describe('reachMarks', () => {
  it('tells whether asking a phrasing brings the item first, and what comes first instead', () => {
    const [own, others, nothing] = reachMarks(index, 1, [
      'How do I rent a scooter?',
      'Can my child ride a scooter?',
      'xyzzy',
    ])
    expect(own).to.include({ first: true })
    expect(own!.confidence).to.be.greaterThan(0.5)
    expect(others!.beatenBy).to.include({ item: 3, title: 'Scooters for children' })
    expect(nothing).to.eql({ phrasing: 'xyzzy', first: false, confidence: 0 })
  })
})

describe('unreached', () => {
  it('finds the passage that no title, heading or phrasing leads to', () => {
    const twin = article(
      5,
      'Refunds',
      `${'Filler words about how things are done here. '.repeat(30)}\n\n${'And something else entirely stands in here too. '.repeat(30)}\n`,
    )
    const places = unreached(indexRelease([...LIBRARY, twin]))
    expect(places.filter(({ item }) => item === 5).length).to.be.greaterThan(0)
    expect(places.some(({ item }) => item === 1)).to.equal(false)
  })
  it('looks only at what counts', () => expect(unreached(index, () => false)).to.eql([]))
})

describe('otherWaysToAsk', () => {
  const glossary = [{ term: 'scooter', also: ['moped', 'e-scooter'] }]
  const log = [
    { text: 'where do i leave the scooter after renting', times: 5, answeredBy: null },
    { text: 'how do i get a refund', times: 9, answeredBy: 2 },
    { text: 'rent a scooter for two hours', times: 2, answeredBy: 1 },
    { text: 'what is the meaning of life', times: 9, answeredBy: null },
  ]
  const ways = (refused: string[] = []) =>
    otherWaysToAsk(index, 1, { glossary, log, refused: (text) => refused.includes(text) })
  const texts = ways().map(({ text }) => text)

  it('offers real questions first, the most asked first', () =>
    expect(ways()[0]).to.eql({
      text: 'where do i leave the scooter after renting',
      from: 'log',
      times: 5,
    }))
  it('puts people’s words into its own wordings', () =>
    expect(
      ways()
        .filter(({ from }) => from === 'glossary')
        .map(({ text }) => text),
    ).to.include('How do I rent a moped?'))
  it('rewords by rule', () =>
    expect(texts).to.include.members(['I want to rent a scooter', 'Can I rent a scooter?']))
  it('offers nothing that belongs to another article', () => {
    expect(texts.join()).not.to.match(/refund|life/)
    expect(
      otherWaysToAsk(index, 3, {
        glossary: [],
        log: [{ text: 'how do i rent a scooter please', times: 3, answeredBy: null }],
        refused: () => false,
      }).map(({ text }) => text),
    ).not.to.include('how do i rent a scooter please')
  })
  it('offers nothing that is there already or was refused', () => {
    expect(texts).not.to.include('How do I rent a scooter?')
    expect(ways(['I want to rent a scooter']).map(({ text }) => text)).not.to.include(
      'I want to rent a scooter',
    )
    expect(new Set(texts).size).to.equal(texts.length)
  })
  it('offers what the item was fairly sure of when it was asked, whatever words they share', () => {
    const asked = (sure?: number) =>
      otherWaysToAsk(index, 1, {
        glossary: [],
        log: [{ text: 'may my hound come', times: 4, answeredBy: null, ...(sure && { sure }) }],
        refused: () => false,
      }).filter(({ from }) => from === 'log')
    expect(asked(0.3)).to.eql([{ text: 'may my hound come', from: 'log', times: 4 }])
    expect(asked(0.05)).to.eql([])
    expect(asked()).to.eql([])
  })
  it('offers nothing for an item that is not there', () =>
    expect(otherWaysToAsk(index, 99, { glossary, log, refused: () => false })).to.eql([]))
})
