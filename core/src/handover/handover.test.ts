import { expect } from 'chai'
import type { Condition } from './conditions.ts'
import type { Situation } from './situation.ts'
import { route, type Rule } from './rules.ts'
import { after, STATES, type Transition, TRANSITIONS } from './states.ts'

const situation: Situation = {
  words: 'my boat was cancelled, I want my money back',
  language: 'en',
  collections: ['Storms'],
  door: 3,
  told: { name: 'Ann', mail: 'ann@firm.example' },
  topics: [7],
  hour: 23,
  tone: 0.5,
  contacts: 1,
}
const rule = (queue: number, join: Rule['join'], ...conditions: Rule['conditions']): Rule => ({
  name: `rule ${queue}`,
  join,
  conditions,
  queue,
})

describe('route', () => {
  it('takes the first rule that fits, and says why', () => {
    const rules = [
      rule(1, 'any', { on: 'words', any: ['wheelchair'] }),
      rule(2, 'any', { on: 'words', any: ['refund', 'money back'] }),
      rule(3, 'any', { on: 'collection', any: ['Storms'] }),
    ]
    expect(route(situation, { rules, lastResort: 9 })).to.eql({
      queue: 2,
      rule: 1,
      by: 'rule',
      because: '“money back”',
      priority: 'normal',
    })
  })
  it('falls to the last resort when none fits', () =>
    expect(route(situation, { rules: [], lastResort: 9 })).to.include({ queue: 9, rule: null }))
  it('wants every condition when joined by all', () => {
    const both = rule(4, 'all', { on: 'words', any: ['cancelled'] }, { on: 'door', any: [5] })
    expect(route(situation, { rules: [both], lastResort: 9 }).queue).to.equal(9)
    expect(route({ ...situation, door: 5 }, { rules: [both], lastResort: 9 }).queue).to.equal(4)
  })
  it('meets words in any form, and phrases as they stand, every word of them counting', () => {
    const fits = (any: string[]) =>
      route(situation, { rules: [rule(1, 'any', { on: 'words', any })], lastResort: 9 }).queue === 1
    expect(fits(['cancelled trains'])).to.equal(false)
    expect(fits(['cancel'])).to.equal(true)
    expect(fits(['cancellation of boats'])).to.equal(false)
    expect(fits(['the'])).to.equal(false)
  })
  it('is not met by a part of a phrase, nor by another form where it is wanted as written', () => {
    const fits = (words: string, any: string[], as?: 'written') =>
      route(
        { ...situation, words, told: {} },
        { rules: [rule(1, 'any', { on: 'words', any, ...(as && { as }) })], lastResort: 9 },
      ).queue === 1
    expect(fits('may we board early', ['help boarding'])).to.equal(false)
    expect(fits('who helps boarding with a chair', ['help boarding'])).to.equal(true)
    expect(fits('my mother finds walking hard', ['found'])).to.equal(true)
    expect(fits('my mother finds walking hard', ['found'], 'written')).to.equal(false)
    expect(fits('we found a bag', ['found'], 'written')).to.equal(true)
  })
  it('reads what the visitor wrote in the form, but for who they are', () => {
    const told = { name: 'Refund Jones', mail: 'refund@x.example', topic: 'a refund please' }
    const rules = [rule(1, 'any', { on: 'words', any: ['refund'] })]
    const queue = (form: Record<string, string>) =>
      route({ ...situation, words: 'hello', told: form }, { rules, lastResort: 9 }).queue
    expect(queue(told)).to.equal(1)
    expect(queue({ ...told, topic: 'something else' })).to.equal(9)
  })
  it('looks into what the visitor told', () => {
    const told = (any: string[]) =>
      route(situation, {
        rules: [rule(1, 'any', { on: 'told', field: 'mail', any })],
        lastResort: 9,
      }).queue
    expect(told(['@FIRM.example'])).to.equal(1)
    expect(told(['@other.example'])).to.equal(9)
  })
  const conditions: [Condition, boolean][] = [
    [{ on: 'language', any: ['de'] }, false],
    [{ on: 'language', any: ['de'], not: true }, true],
    [{ on: 'topic', any: [{ id: 7, name: 'hotel' }] }, true],
    [{ on: 'hour', from: 22, to: 6 }, true],
    [{ on: 'hour', from: 6, to: 22 }, false],
    [{ on: 'tone', atLeast: 0.6 }, false],
    [{ on: 'tone', atLeast: 0.5 }, true],
    [{ on: 'contacts', atLeast: 1 }, true],
    [{ on: 'collection', any: ['Storms'], not: true }, false],
    [{ on: 'looks like', queue: 1, atLeast: 0.5 }, false],
  ]
  for (const [condition, met] of conditions)
    it(`${met ? 'meets' : 'does not meet'} ${JSON.stringify(condition)}`, () =>
      expect(
        route(situation, { rules: [rule(1, 'all', condition)], lastResort: 9 }).queue,
      ).to.equal(met ? 1 : 9))
  it('carries what a rule asks for besides the queue', () => {
    const urgent: Rule = {
      ...rule(1, 'any', { on: 'words', any: ['cancelled'] }),
      priority: 'high',
      targetMinutes: 3,
      note: 'Storm desk',
    }
    expect(route(situation, { rules: [urgent], lastResort: 9 })).to.include({
      priority: 'high',
      targetMinutes: 3,
      note: 'Storm desk',
    })
  })
  it('never fits a rule without conditions', () =>
    expect(route(situation, { rules: [rule(1, 'all')], lastResort: 9 }).queue).to.equal(9))
})

describe('after', () => {
  it('lets a waiting conversation be taken, and a taken one not', () => {
    expect(after('waiting', 'take')).to.equal('agent')
    expect(after('agent', 'take')).to.equal(undefined)
  })
  it('leads from every state to every other in the end', () => {
    for (const start of STATES) {
      const seen = new Set([start])
      for (let i = 0; i < STATES.length; i++)
        for (const state of [...seen])
          for (const transition of Object.keys(TRANSITIONS) as Transition[])
            seen.add(after(state, transition) ?? state)
      expect([...seen].sort(), `from ${start}`).to.eql([...STATES].sort())
    }
  })
})
