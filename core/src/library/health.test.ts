import { expect } from 'chai'
import type { ContentItem } from '../answering/items.ts'
import { compileGlossary } from '../retrieval/glossary.ts'
import { readItem } from '../retrieval/itemReading.ts'
import { compareAll } from './health.ts'
import { nearCopies } from './likeness.ts'
import { valuesOf } from './values.ts'

describe('valuesOf', () => {
  const cases: { text: string; is: string[] }[] = [
    { text: 'Be there 30 minutes before 9:00.', is: ['duration 30', 'time 9:00'] },
    { text: 'Two hours, or 1.5 days', is: ['duration 120', 'duration 2160'] },
    { text: 'It costs £4.50, or 4 euros', is: ['money 4.5', 'money 4'] },
    { text: 'A bag is 6.00 each way', is: ['money 6'] },
    { text: '15 % less until 12 April 2027', is: ['percent 15', 'date 2027-4-12'] },
    { text: 'from 20 March, or April 3', is: ['date 3-20', 'date 4-3'] },
    { text: 'up to 2.1 m and 800 kg', is: ['length 2.1', 'weight 800'] },
    { text: 'in zwanzig Minuten, für 3,50', is: ['duration 20', 'money 3.5'] },
    { text: '420 spaces', is: ['count 420'] },
    { text: 'phone 01632 960 233', is: [] },
    { text: 'no numbers', is: [] },
  ]
  for (const { text, is } of cases)
    it(`reads “${text}”`, () =>
      expect(valuesOf(text).map(({ kind, value }) => `${kind} ${value}`)).to.eql(is))
  it('says where each stands', () => {
    const text = 'Open from 8:30 to 17:00 for 12 weeks.'
    expect(valuesOf(text).map(({ start, end }) => text.slice(start, end))).to.eql([
      '8:30',
      '17:00',
      '12 weeks',
    ])
  })
})

describe('nearCopies', () => {
  const words = (text: string) => text.split(' ')
  const long =
    'every passenger may bring two large bags and one small bag free of charge on all our boats and buses'
  it('finds a passage in another place, with small changes', () => {
    const changed = long.replace('large', 'big')
    expect(
      nearCopies([
        words(long),
        words('something else that is long enough to be read as a passage of its own here'),
        words(changed),
      ]).map(({ a, b }) => [a, b]),
    ).to.eql([[0, 2]])
  })
  it('finds a short passage inside a longer one', () =>
    expect(
      nearCopies([
        words(long),
        words(
          `${long} and then there is a good deal more that the other one does not say at all about anything whatever`,
        ),
      ])[0]!.likeness,
    ).to.equal(1))
  it('leaves short and different passages alone', () =>
    expect(nearCopies([words('two bags free'), words('two bags free'), words(long)])).to.eql([]))
})

/** Pairs that contradict each other, and pairs that only look like it; written for this test, not taken from the demo. */
const CONFLICTS: [string, string, string][] = [
  [
    'The office in the old town opens at 9:00 on weekdays.',
    'On weekdays our office in the old town opens at 8:30.',
    'time',
  ],
  ['A replacement card costs 12.00.', 'The fee for a replacement card is 15.00.', 'money'],
  ['You can return shoes within 30 days.', 'Shoes may be returned within 14 days.', 'duration'],
  [
    'The deposit for a kayak is 20 percent of the price.',
    'A deposit of 25 percent is due for a kayak.',
    'percent',
  ],
  ['Guests may smoke on the balcony.', 'Guests may not smoke on the balcony.', 'yes or no'],
  [
    'Parcels up to 20 kg are taken at the counter.',
    'At the counter parcels of up to 31 kg are taken.',
    'weight',
  ],
  ['The pool is closed from 4 November.', 'From 11 November the pool is closed.', 'date'],
]
const FINE: [string, string][] = [
  ['The museum opens at 10:00 in summer.', 'The museum opens at 11:00 in winter.'],
  ['The bus to Easton takes 20 minutes.', 'The bus to Weston takes 35 minutes.'],
  ['Adults pay 8.00 for the tower.', 'Children pay 4.00 for the tower.'],
  ['The sauna costs 15.00.', 'The sauna costs 15.00 and is open daily.'],
  ['Rooms are cleaned every two days.', 'Towels are changed every day.'],
  ['Bring your letter within 3 weeks.', 'We answer within 3 weeks.'],
]
const article = (id: number, title: string, body: string): ContentItem => ({
  id,
  revision: id,
  kind: 'article',
  title,
  body,
  phrasings: [],
  collection: '',
})
const compared = (items: ContentItem[]) =>
  compareAll(
    items.map((item) => readItem(item, { language: 'en', glossary: compileGlossary([], 'en') })),
  )
const library = (pairs: readonly (readonly string[])[]) =>
  pairs.flatMap(([a, b], i) => [
    article(2 * i + 1, `Leaflet ${i}`, a!),
    article(2 * i + 2, `Page ${i}`, b!),
  ])

describe('compareAll', () => {
  const found = compared(library([...CONFLICTS, ...FINE])).conflicts
  const between = (i: number) =>
    found.find(
      ({ a, b }) =>
        Math.min(a.item, b.item) === 2 * i + 1 && Math.max(a.item, b.item) === 2 * i + 2,
    )
  CONFLICTS.forEach(([a, b, on], i) =>
    it(`finds “${a}” against “${b}”`, () => expect(between(i)?.on).to.equal(on)),
  )
  FINE.forEach(([a, b], i) =>
    it(`leaves “${a}” and “${b}”`, () => expect(between(CONFLICTS.length + i)).to.equal(undefined)),
  )
  it('marks what differs', () => {
    const { a, b } = between(0)!
    expect(
      [a, b].map(({ text, marks }) => marks.map(([from, to]) => text.slice(from, to))),
    ).to.deep.include.members([['9:00'], ['8:30']])
  })
  it('takes rows of a table as rows, and compares a table with a sentence', () => {
    const table =
      '| Ticket | Price |\n| --- | --- |\n| Day ticket | 7.00 |\n| Week ticket | 25.00 |\n'
    const items = [
      article(1, 'Prices', table),
      article(2, 'Good to know', 'The price of a week ticket is 28.00.'),
    ]
    expect(compared(items).conflicts.map(({ a, b }) => [a.text, b.text].sort())).to.eql([
      ['The price of a week ticket is 28.00.', 'Week ticket: Price 25.00'],
    ])
    expect(compared([items[0]!]).conflicts).to.eql([])
  })
  it('finds a paragraph that stands in two articles among other text', () => {
    const shared =
      'Whoever loses the card tells the desk at once, shows a paper with a picture, and gets a new card on the same day against a small fee that is paid in cash.'
    const { copies } = compared([
      article(1, 'One', `Something first.\n\n${shared}\n\nAnd something else altogether.`),
      article(
        2,
        'Two',
        `${shared}\n\nQuite another matter is told here, at length, and nothing of it is the same.`,
      ),
    ])
    expect(copies.map(({ a, b }) => [a.item, b.item])).to.eql([[1, 2]])
  })
})
