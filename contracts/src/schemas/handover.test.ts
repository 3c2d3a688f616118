import { expect } from 'chai'
import { refusal, taken } from '../testing/refusal.ts'
import { closeInput, moveInput, queueInput, routingContent } from './handover.ts'

const SETTINGS = {
  assignment: 'list',
  targets: { high: 2, normal: 5, low: 30 },
  overflow: null,
  hours: null,
}

describe('the routing', () => {
  const RULE = {
    name: 'Refunds',
    join: 'any',
    conditions: [{ on: 'words', any: ['refund'], as: 'any form' }],
    queue: 2,
  }
  const routing = (rule: object) => ({ rules: [{ ...RULE, ...rule }], lastResort: 1 })

  const known: object[] = [
    { on: 'words', any: ['refund'], as: 'written' },
    { on: 'collection', any: ['Fares'], not: true },
    { on: 'told', field: 'booking', any: ['AB'] },
    { on: 'door', any: [3] },
    { on: 'language', any: ['de'] },
    { on: 'topic', any: [{ id: 4, name: 'Bikes' }] },
    { on: 'hour', from: 0, to: 24 },
    { on: 'tone', atLeast: 0.5 },
    { on: 'contacts', atLeast: 2 },
    { on: 'looks like', queue: 2, atLeast: 0.6 },
  ]
  for (const condition of known)
    it(`takes ${JSON.stringify(condition)}`, () =>
      expect(refusal(routingContent, routing({ conditions: [condition] }))).to.equal(''))
  const odd: [says: string, condition: object][] = [
    ['any', { on: 'words', any: [] }],
    ['as', { on: 'words', any: ['x'], as: 'roughly' }],
    ['to', { on: 'hour', from: 0, to: 25 }],
    ['atLeast', { on: 'tone', atLeast: 2 }],
    ['any', { on: 'language', any: ['fr'] }],
    ['queue', { on: 'looks like', atLeast: 0.6 }],
    ['colour', { on: 'door', any: [1], colour: 'red' }],
  ]
  for (const [says, condition] of odd)
    it(`refuses ${JSON.stringify(condition)}`, () =>
      expect(refusal(routingContent, routing({ conditions: [condition] }))).to.include(says))
  it('refuses a condition of a kind that there is not', () =>
    expect(refusal(routingContent, routing({ conditions: [{ on: 'weather' }] }))).not.to.equal(''))
  it('has no rule that fits everything', () =>
    expect(refusal(routingContent, routing({ conditions: [] }))).to.equal(
      'refusals.ruleWithoutCondition',
    ))
  it('has a last resort always', () =>
    expect(refusal(routingContent, { rules: [] })).to.include('lastResort'))
})

describe('a queue', () => {
  const queue = (settings: object) => ({
    name: 'Refunds',
    members: [3],
    settings: { ...SETTINGS, ...settings },
  })
  it('may overflow into another, and be closed on days', () => {
    const hours = {
      timeZone: 'Europe/London',
      weekly: Array.from({ length: 7 }, () => [{ from: '09:00', to: '17:00' }]),
      closed: [{ day: '2026-12-25', name: 'Christmas', yearly: true }],
      extra: [{ day: '2026-12-24', from: '09:00', to: '12:00' }],
    }
    expect(refusal(queueInput, queue({ overflow: { queue: 4, minutes: 3 }, hours }))).to.equal('')
  })
  it('has a target of a minute at least', () =>
    expect(refusal(queueInput, queue({ targets: { high: 0, normal: 5, low: 30 } }))).to.include(
      'high',
    ))
  it('is not closed on a day that no calendar has', () => {
    const hours = {
      timeZone: 'UTC',
      weekly: Array(7).fill([]),
      closed: [{ day: '2026-02-30', name: '', yearly: false }],
      extra: [],
    }
    expect(refusal(queueInput, queue({ hours }))).not.to.equal('')
  })
})

describe('what agents send', () => {
  it('moves a conversation to a queue or to somebody, never to both or none', () => {
    expect(refusal(moveInput, { queue: 1 })).to.equal('')
    expect(refusal(moveInput, { agent: 4, reason: 'knows the case' })).to.equal('')
    for (const both of [{}, { queue: 1, agent: 4 }])
      expect(refusal(moveInput, both)).to.equal('refusals.whereTo')
  })
  it('closes as settled, and says nothing of the queue, where nothing is said', () =>
    expect(taken(closeInput, {})).to.eql({
      outcome: 'settled',
      rightQueue: null,
      followUpAt: null,
    }))
  it('follows up at a time, not at a word', () =>
    expect(refusal(closeInput, { followUpAt: 'tomorrow' })).to.include('followUpAt'))
})
