import { expect } from 'chai'
import { indexRelease } from '../retrieval/releaseIndex.ts'
import { blocksText } from '../library/blocks.ts'
import { answerQuestion } from './answerer.ts'
import type { ContentItem } from './items.ts'

const item = (id: number, title: string, body: string): ContentItem => ({
  id,
  revision: id,
  kind: 'article',
  title,
  phrasings: [],
  collection: '',
  body,
})
const TIMES = item(
  1,
  'Timetable',
  '| Day | Hallin |\n| --- | --- |\n| Monday to Friday | 8:00, 15:00 |\n| Sunday | 9:30 |',
)
const FARES = item(
  2,
  'Vehicle fares',
  '| Vehicle | Length | Hallin |\n| --- | --- | --- |\n| Car | up to 5 m | 41.00 |\n| Camper | up to 6 m | 59.00 |',
)
const index = indexRelease([
  TIMES,
  FARES,
  item(3, 'Travellers over 65', 'They pay less on Wednesdays and Thursdays.'),
  item(4, 'Camper vans', 'A camper is booked like any other vehicle.'),
  item(5, 'Shop', 'Maps and toys.'),
])
const first = (question: string, day = '2026-11-23') =>
  answerQuestion(index, question, { threshold: 0.99, day }).trace.candidates[0]!

describe('fitting', () => {
  it('matches a weekday by the span that it lies in', () =>
    expect(first('timetable to Hallin on Wednesday').item).to.equal(1))
  it('counts the day as matched there, and only where it is covered', () => {
    const { candidates } = answerQuestion(index, 'boats to Hallin on Wednesday', {
      threshold: 0.99,
      day: '2026-11-23',
    }).trace
    expect(candidates.find(({ item: id }) => id === 1)!.matched).to.include('wednesday')
    expect(
      answerQuestion(index, 'Hallin on Saturday', {
        threshold: 0.99,
        day: '2026-11-23',
      }).trace.candidates.find(({ item: id }) => id === 1)!.matched,
    ).not.to.include('saturday')
  })
  it('matches a size by the row whose range it lies in', () => {
    const { matched, item: id } = first('camper of 5.5 m to Hallin')
    expect(id).to.equal(2)
    expect(matched).to.include.members(['5.5', 'm'])
  })
  it('takes "first" as matched where there are several times', () =>
    expect(first('first boat to Hallin on Tuesday').matched).to.include('first'))
  it('counts towards being sure only where a day or size was named, and by what else was asked', () => {
    const featuresOf = (question: string) =>
      answerQuestion(index, question, { threshold: 0.99, day: '2026-11-23' }).trace.candidates.map(
        ({ item: id, features }) => [id, features.fits] as const,
      )
    expect(new Map(featuresOf('timetable to Hallin on Wednesday')).get(1)).to.equal(1)
    expect(new Map(featuresOf('timetable to Hallin on Wednesday')).get(3)).to.equal(0) // speaks of Wednesdays, but of no timetable
    expect(new Map(featuresOf('timetable to Hallin')).get(1)).to.equal(0)
  })
  it('changes nothing where neither a day nor a size is asked about', () =>
    expect(first('maps and toys').item).to.equal(5))
})

describe('days that are not like others', () => {
  const winter = item(
    1,
    'Winter timetable',
    '| Day | Hallin |\n| --- | --- |\n| Monday to Friday | 8:00 |\n| Sunday and bank holidays | 10:30 |\n\nThere are no boats at all on 25 December.',
  )
  const pages = indexRelease([
    winter,
    item(2, 'Shop', 'Maps and toys.'),
    item(3, 'Dogs', 'Dogs pay half.'),
  ])
  const shown = (day: string) =>
    blocksText(answerQuestion(pages, 'boats to Hallin today', { threshold: 0, day }).blocks)
  it('shows of a table the weekday’s row, and on a holiday the row of holidays', () => {
    expect(shown('2026-11-24')).to.include('8:00').and.not.include('10:30')
    expect(shown('2027-01-01')).to.include('10:30').and.not.include('8:00') // a Friday
  })
  it('shows alone the sentence that rules the day out', () =>
    expect(shown('2026-12-25')).to.equal('There are no boats at all on 25 December.'))
})

describe('words joined and split', () => {
  const joined = indexRelease([
    item(1, 'Timetable', 'When boats run.'),
    item(2, 'Roof boxes', 'A roof box counts.'),
    item(3, 'School trips', 'Each school class pays less.'),
  ])
  const best = (question: string) =>
    answerQuestion(joined, question, { threshold: 0.99 }).trace.candidates[0]?.item
  it('finds one word by two', () => expect(best('time table')).to.equal(1))
  it('takes a word with a hyphen as the library writes it, its other forms being no missing words', () => {
    const pages = indexRelease([
      item(1, 'Bicycles', 'Bikes are carried on deck.'),
      item(2, 'Wi-Fi', 'There is wifi in the lounge.'),
      item(3, 'Shop', 'Maps and toys.'),
    ])
    const terms = (question: string) =>
      answerQuestion(pages, question, { threshold: 0.99 }).trace.terms.map(({ word }) => word)
    expect(terms('e-bikes on deck')).to.eql(['bikes', 'deck'])
    expect(terms('wi-fi')).to.include('wifi')
    expect(terms('x-ray')).to.include.members(['x', 'ray']) // nothing of it is known, so all of it is missing
  })
  it('finds two words by one', () => expect([best('roofbox'), best('schoolclass')]).to.eql([2, 3]))
})
