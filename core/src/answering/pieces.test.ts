import { expect } from 'chai'
import { blocksText } from '../library/blocks.ts'
import { splitPassages } from '../library/passages.ts'
import type { TraceCandidate } from './answer.ts'
import { analyse } from '../text/analyse.ts'
import { extractPieces, rowInWords, rowsAskedFor } from './extract.ts'
import { offersOf } from './readings.ts'

const said = (markdown: string, ...chosen: string[]) =>
  blocksText(extractPieces(splitPassages(markdown)[0]!, new Set(chosen)))

describe('the pieces of an answer', () => {
  it('stand in the source’s order, whatever fits best', () =>
    expect(
      said('First one thing. Then another. Last a third.', 'Last a third.', 'First one thing.'),
    ).to.equal('First one thing. Last a third.'))
  it('keep the exception that a sentence goes on with', () =>
    expect(
      said('Dogs are free. However, not in July. Cats pay two pounds.', 'Dogs are free.'),
    ).to.equal('Dogs are free. However, not in July.'))
  it('bring what a pronoun stands for', () =>
    expect(
      said('The lounge is on deck four. It closes at nine. Tea is free.', 'It closes at nine.'),
    ).to.contain('The lounge is on deck four.'))
  it('keep steps whole, and of other lists what was chosen', () => {
    expect(said('1. Open it.\n2. Close it.', 'Close it.')).to.contain('Open it.')
    const list = said('We take:\n\n- cash\n- cards\n- cheques', 'cards')
    expect(list).to.contain('We take:').and.to.contain('cards').and.not.to.contain('cash')
  })
  it('keep the header of a table with the row that was chosen', () => {
    const table = said('| Who | Price |\n| --- | --- |\n| Adult | 9 |\n| Child | 4 |', 'Child, 4')
    expect(table).to.contain('Price').and.to.contain('Child').and.not.to.contain('Adult')
  })
  it('tell a row with what its cells are', () => {
    const [passage] = splitPassages(
      '| Ticket | A day before | Later |\n| --- | --- | --- |\n| Saver | 6.00 | 12.00 |\n| Standard | | 6.00 |',
    )
    expect(rowInWords(passage!, 'Saver, 6.00, 12.00')).to.equal(
      'Saver · A day before: 6.00 · Later: 12.00',
    )
    expect(rowInWords(passage!, 'Standard, 6.00')).to.equal('Standard · Later: 6.00')
    expect(rowInWords(passage!, 'Flexible, free')).to.equal(undefined)
  })
  it('bring the table of a column that was asked for by its head, unless a row of it was chosen', () => {
    const [passage] = splitPassages(
      'Times are departures.\n\n| Day | Brannoc | Hallin |\n| --- | --- | --- |\n| Monday | 6:30 | 8:00 |\n| Sunday | 8:15 | 9:30 |',
    )
    const rows = (question: string, ...chosen: string[]) =>
      rowsAskedFor(
        passage!,
        {
          stems: new Set(analyse(question, 'en').map(({ stem }) => stem)),
          language: 'en',
        },
        new Set(chosen),
      )
    expect(rows('the first boat to Hallin', 'Times are departures.')).to.eql([
      'Monday, 6:30, 8:00',
      'Sunday, 8:15, 9:30',
    ])
    expect(rows('to Hallin on Sunday', 'Sunday, 8:15, 9:30')).to.eql([])
    expect(rows('what day is it', 'Times are departures.')).to.eql([])
  })
  it('are none where nothing was chosen', () => expect(said('Some text.')).to.equal(''))
})

describe('what is offered when nothing is sure', () => {
  const rung = (item: number, confidence: number) => ({
    doc: item,
    says: `sentence ${item}`,
    shown: {
      item,
      confidence,
      title: `Article ${item}`,
      path: [],
      revision: 1,
      ordinal: 0,
    } as unknown as TraceCandidate,
  })
  it('is up to three articles, each once, with the sentence that decides', () => {
    const offers = offersOf([
      rung(1, 0.3),
      rung(1, 0.29),
      rung(2, 0.2),
      rung(3, 0.1),
      rung(4, 0.09),
    ])
    expect(offers!.map(({ label, says }) => [label, says])).to.eql([
      ['Article 1', 'sentence 1'],
      ['Article 2', 'sentence 2'],
      ['Article 3', 'sentence 3'],
    ])
  })
  it('leaves out what is hardly likely', () =>
    expect(offersOf([rung(1, 0.4), rung(2, 0.02)])!.map(({ item }) => item)).to.eql([1]))
  it('is nothing where all together are unlikely', () => {
    expect(offersOf([rung(1, 0.1), rung(2, 0.1)])).to.equal(undefined)
    expect(offersOf([])).to.equal(undefined)
  })
})
