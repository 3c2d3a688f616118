import { expect } from 'chai'
import { parseQuestion } from '../text/parsedQuestion.ts'
import { splitPassages } from '../library/passages.ts'
import { indexRelease } from '../retrieval/releaseIndex.ts'
import { analyse } from '../text/analyse.ts'
import { answerQuestion } from './answerer.ts'
import { answerMessage, turnOf } from './conversation.ts'
import { declinedBy } from './declines.ts'
import { extract } from './extract.ts'
import type { ContentItem } from './items.ts'
import { chosenReading } from './readings.ts'

const item = (id: number, title: string, body: string, phrasings: string[] = []): ContentItem => ({
  id,
  revision: id * 10,
  kind: 'article',
  title,
  phrasings,
  collection: 'A',
  body,
})
const LIBRARY = [
  item(
    1,
    'Cancelling a booking',
    'Open your booking and choose Money back. Flexible tickets are returned in full, Saver tickets are lost.',
    ['How do I cancel?'],
  ),
  item(
    2,
    'Cancelling a season pass',
    'A pass is sent back to our office. We return what is left of the months.',
    ['How do I cancel?'],
  ),
  item(3, 'Luggage', 'Two bags of 23 kg travel free with each passenger.', [
    'How many bags can I take?',
  ]),
  item(
    4,
    'Bicycles',
    'Yes, on every boat. A bicycle costs 5.00 each way and is tied to the rail.',
    ['Can I take my bicycle?'],
  ),
]
const index = indexRelease(LIBRARY)
const settings = { threshold: 0.5 }

describe('asking back', () => {
  const asked = answerMessage(index, 'How do I cancel?', settings).asked[0]!
  it('offers readings that say different things when none is clearly ahead', () => {
    expect(asked.answer).to.include({ outcome: 'clarifying' })
    expect(asked.answer.readings!.map(({ label }) => label)).to.have.members([
      'Cancelling a booking',
      'Cancelling a season pass',
    ])
    expect(asked.answer.trace.rule).to.equal('several readings')
  })
  it('does not ask where one reading is clearly ahead', () =>
    expect(
      answerMessage(index, 'How many bags can I take?', settings).asked[0]!.answer.outcome,
    ).to.equal('answered'))
  it('does not ask where two passages say the same', () => {
    const twins = indexRelease([
      LIBRARY[0]!,
      { ...LIBRARY[0]!, id: 9, revision: 90, title: 'Cancelling a trip' },
      LIBRARY[2]!,
    ])
    expect(
      answerMessage(twins, 'How do I cancel?', settings).asked[0]!.answer.outcome,
    ).not.to.equal('clarifying')
  })
  it('tells readings of one title apart', () => {
    const same = indexRelease([
      { ...LIBRARY[0]!, title: 'Cancelling', collection: 'Bookings' },
      { ...LIBRARY[1]!, title: 'Cancelling', collection: 'Passes' },
      LIBRARY[2]!,
    ])
    expect(
      answerMessage(same, 'How do I cancel?', settings).asked[0]!.answer.readings!.map(
        ({ label }) => label,
      ),
    ).to.have.members(['Cancelling (Bookings)', 'Cancelling (Passes)'])
  })
  const turns = [turnOf(asked)]
  for (const reply of [
    'Cancelling a season pass',
    'the season pass',
    'season pass please',
    String(asked.answer.readings!.findIndex(({ item: id }) => id === 2) + 1),
  ])
    it(`takes “${reply}” as a choice`, () => {
      const [chosen] = answerMessage(index, reply, { ...settings, turns }).asked
      expect(chosen).to.include({ replies: true, carried: 'How do I cancel?' })
      expect(chosen!.answer.sources.map(({ item: id }) => id)).to.eql([2])
      expect(chosen!.answer.trace.rule).to.equal('chosen reading')
    })
  it('takes a new question as one', () => {
    const [other] = answerMessage(index, 'How many bags can I take?', { ...settings, turns }).asked
    expect(other).not.to.have.property('replies')
    expect(other!.answer.sources[0]!.item).to.equal(3)
  })
  it('does not guess from a reply that fits both', () =>
    expect(chosenReading('cancelling', asked.answer.readings!, index)).to.equal(-1))
})

describe('declinedBy', () => {
  const rules = [{ about: 'politics', phrases: ['election', 'vote party'] }]
  it('takes a question that has all words of a phrase', () => {
    expect(
      declinedBy(parseQuestion('Which party should I vote for?', 'en'), rules)?.about,
    ).to.equal('politics')
    expect(declinedBy(parseQuestion('next elections', 'en'), rules)?.about).to.equal('politics')
  })
  it('leaves a question that has only some', () =>
    expect(declinedBy(parseQuestion('do you have a party boat', 'en'), rules)).to.equal(undefined))
  it('is refused before anything is answered', () => {
    const { outcome, trace, sources } = answerQuestion(index, 'How many bags can I take?', {
      ...settings,
      declines: [{ about: 'bags', phrases: ['bags'] }],
    })
    expect([outcome, trace.rule, trace.about, sources.length]).to.eql([
      'declined',
      'never talked about',
      'bags',
      0,
    ])
  })
})

describe('the length of an answer', () => {
  const long = `${'The harbour stands here since long ago. '.repeat(14)}A bicycle costs 5.00 each way. Bicycles are tied to the rail. A tandem bicycle pays double. ${'The sea is blue in summer. '.repeat(4)}`
  const passage = splitPassages(long)[0]!
  const stems = new Set(analyse('bicycle rail', 'en').map(({ stem }) => stem))
  const shown = (length: 'short' | 'middle' | 'whole') =>
    extract(passage, { stems, language: 'en', length })
      .map((block) => (block.type === 'paragraph' ? block.content.text : ''))
      .join(' ')
  it('is all of the passage when the lead wants that', () =>
    expect(shown('whole')).to.equal(passage.text))
  it('is what answers otherwise', () =>
    expect(shown('middle')).to.equal(
      'A bicycle costs 5.00 each way. Bicycles are tied to the rail. A tandem bicycle pays double.',
    ))
  it('is the two sentences that name most of it when short', () =>
    expect(shown('short')).to.equal(
      'A bicycle costs 5.00 each way. Bicycles are tied to the rail.',
    ))
  it('keeps the "yes" of a passage, and puts none where there is none', () => {
    const yes = splitPassages(
      `Yes. A bicycle costs 5.00. ${'Other things are told here at length. '.repeat(20)}`,
    )[0]!
    expect(extract(yes, { stems, language: 'en' })[0]).to.have.nested.property(
      'content.text',
      'Yes. A bicycle costs 5.00.',
    )
    expect(shown('middle')).not.to.match(/yes/i)
  })
})
