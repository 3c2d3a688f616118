import { expect } from 'chai'
import { refusal } from '../testing/refusal.ts'
import { articleContent, documentContent } from './library.ts'

const ARTICLE = {
  title: 'Dogs on board',
  collection: 'Pets',
  phrasings: ['can I bring my dog'],
  body: 'They travel on a lead.',
  reviewOn: null,
}
const article = (change: object) => ({ ...ARTICLE, ...change })
const HOLDS = { from: null, until: null, doors: [] }

describe('an article', () => {
  it('may be limited to days, doors and the team', () =>
    expect(
      refusal(
        articleContent,
        article({
          holds: { from: '2026-12-01', until: '2026-12-31', doors: ['help'], audience: 'team' },
        }),
      ),
    ).to.equal(''))
  const refused: [of: string, change: object, says: string][] = [
    ['no title', { title: '  ' }, 'title'],
    ['the same phrasing twice', { phrasings: ['Dogs?', 'dogs?'] }, 'phrasings'],
    ['a text without end', { body: 'x'.repeat(400_001) }, 'refusals.textTooLong'],
    ['a day that is none', { reviewOn: '2026-02-30' }, 'refusals.noSuchDay'],
    [
      'days that end before they begin',
      { holds: { ...HOLDS, from: '2026-12-31', until: '2026-12-01' } },
      'refusals.lastBeforeFirst',
    ],
    ['a field that nobody knows', { colour: 'red' }, 'colour'],
  ]
  for (const [of, change, says] of refused)
    it(`is refused with ${of}`, () =>
      expect(refusal(articleContent, article(change))).to.include(says))
})

describe('a document', () => {
  const PART = {
    heading: 'Dogs',
    level: 1,
    page: 1,
    kind: 'text',
    body: 'On a lead.',
    phrasings: [],
    leftOut: null,
  }
  const document = (change: object) => ({
    title: 'Conditions',
    collection: '',
    format: 'pdf',
    file: null,
    address: null,
    pages: 3,
    phrasings: [],
    parts: [PART],
    reviewOn: null,
    ...change,
  })
  it('keeps who left a part out, and why', () =>
    expect(
      refusal(
        documentContent,
        document({ parts: [{ ...PART, leftOut: { by: 'reader', because: 'a page header' } }] }),
      ),
    ).to.equal(''))
  for (const address of [
    'javascript:alert(1)',
    'file:///etc/passwd',
    'data:text/html,x',
    'not one',
  ])
    it(`does not lead to ${address}`, () =>
      expect(refusal(documentContent, document({ address }))).to.include('address'))
  it('leads to a page of the web', () =>
    expect(
      refusal(documentContent, document({ address: 'https://www.merrowline.example/help' })),
    ).to.equal(''))
})
