import type { ConflictFinding, CopyFinding } from '@janua/contracts'
import { expect } from 'chai'
import { mounted } from '../testing/mounted.ts'
import FindingPair from './FindingPair.vue'

const side = (title: string, text: string, change: object = {}) => ({
  item: title.length,
  kind: 'article',
  title,
  path: ['Fares'],
  page: null,
  text,
  states: text,
  marks: [],
  ...change,
})

describe('FindingPair', () => {
  const opened = (pair: object) =>
    mounted(FindingPair, { props: { pair: pair as ConflictFinding, here: false, busy: false } })

  it('marks what two statements state differently, and nothing else', () => {
    const pair = opened({
      on: 'duration',
      a: side('Lost property', 'It is kept for 60 days.', { marks: [[15, 22]] }),
      b: side('Conditions', 'It is kept for 30 days.', { marks: [[15, 22]] }),
    })
    expect(pair.findAll('mark').map((mark) => mark.text())).to.eql(['60 days', '30 days'])
    expect(pair.findAll('blockquote').map((quote) => quote.text())).to.eql([
      'It is kept for 60 days.',
      'It is kept for 30 days.',
    ])
    expect(pair.text()).to.include('They state different lengths of time')
  })
  it('greys what only one of two near copies has', () => {
    const pair = opened({
      likeness: 0.9,
      a: side('One', 'Dogs travel free today.'),
      b: side('Other', 'Dogs travel free always.'),
    } satisfies Partial<Record<keyof CopyFinding, unknown>>)
    expect(pair.findAll('.own').map((own) => own.text().trim())).to.eql(['today.', 'always.'])
  })
  it('says on which page of a document it stands, and does not take documents out', () => {
    const pair = opened({
      on: 'money',
      a: side('Fares', 'It costs 5.'),
      b: side('Conditions', 'It costs 6.', { kind: 'document', page: 3 }),
    })
    expect(pair.text()).to.include('Conditions › Fares, page 3')
    expect(pair.findAll('button').filter((button) => button.text() === 'Remove')).to.have.length(1)
  })
  it('tells which one is taken out, and that a difference is meant', async () => {
    const pair = opened({
      on: 'money',
      a: side('Fares', 'It costs 5.'),
      b: side('Prices', 'It costs 6.'),
    })
    await pair.findAll('button').at(-1)!.trigger('click')
    expect(pair.emitted('takeOut')).to.eql([['Prices'.length, 'Prices']])
    await pair.get('[data-test="meant"]').trigger('click')
    expect(pair.emitted('meant')).to.have.length(1)
  })
})
