import { expect } from 'chai'
import type { ContentItem } from '../answering/items.ts'
import { answerQuestion } from '../answering/answerer.ts'
import { analyse } from '../text/analyse.ts'
import { compileGlossary, readTerms } from './glossary.ts'
import { indexRelease } from './releaseIndex.ts'

const ENTRIES = [
  { term: 'island card', also: ['residents pass', 'pass'] },
  { term: 'counter', also: ['snack bar'] },
]
const glossary = compileGlossary(ENTRIES, 'en')
const read = (text: string, keep = false) =>
  readTerms(analyse(text, 'en'), glossary, keep).map(({ stem }) => stem)

describe('readTerms', () => {
  it('reads what people say as the company’s word, the longest first', () => {
    expect(read('residents pass price')).to.eql(['island', 'card', 'price', '#cost'])
    expect(read('a pass')).to.eql(['island', 'card'])
  })
  it('keeps the written words beside it in texts', () =>
    expect(read('the snack bar', true)).to.eql(['snack', 'bar', 'counter']))
  it('leaves the company’s own word and everything else alone', () =>
    expect(read('island card at the bar')).to.eql(['island', 'card', 'bar']))
  it('gives an alias that two terms claim to the first, and forgets empty ones', () => {
    const twice = compileGlossary(
      [
        { term: 'a boat', also: ['ship', '???'] },
        { term: 'ferry', also: ['ship'] },
      ],
      'en',
    )
    expect(readTerms(analyse('ship', 'en'), twice).map(({ stem, meant }) => [stem, meant])).to.eql([
      ['boat', 'a boat'],
    ])
  })
})

describe('an index with a glossary', () => {
  const items: ContentItem[] = [
    {
      id: 1,
      revision: 1,
      kind: 'article',
      title: 'The island card',
      body: 'The island card costs 20.00 a year.',
      phrasings: ['What does the island card cost?'],
      collection: '',
    },
    {
      id: 2,
      revision: 2,
      kind: 'article',
      title: 'Food',
      body: 'There is a snack bar on board.',
      phrasings: [],
      collection: '',
    },
    {
      id: 3,
      revision: 3,
      kind: 'article',
      title: 'Lost things',
      body: 'They are kept for a month.',
      phrasings: [],
      collection: '',
    },
  ]
  const first = (question: string, entries = ENTRIES) =>
    answerQuestion(indexRelease(items, { glossary: entries }), question, { threshold: 0.5 })
  it('finds by people’s words, and shows what they were read as', () => {
    const { trace } = first('what does the residents pass cost')
    expect(trace.candidates[0]!.item).to.equal(1)
    expect(trace.terms.find(({ readAs }) => readAs)).to.include({
      word: 'residents pass',
      readAs: 'island card',
    })
    expect(
      first('what does the residents pass cost', []).trace.candidates[0]?.matched ?? [],
    ).not.to.include('island card')
  })
  it('finds a text in people’s words by the company’s', () =>
    expect(first('where is the counter').trace.candidates[0]!.item).to.equal(2))
})
