import { expect } from 'chai'
import { type HandoverEvent, staysAndStints } from './stints.ts'

const MINUTE = 60_000
const event = (minute: number, kind: string, more: Partial<HandoverEvent> = {}): HandoverEvent => ({
  at: minute * MINUTE,
  kind,
  author: 'event',
  user: null,
  queue: null,
  agent: null,
  ...more,
})
const reply = (minute: number, user: number) => event(minute, 'text', { author: 'agent', user })

describe('staysAndStints', () => {
  it('has a stay for each queue and a stint for each agent, through moves and second takes', () => {
    const { stays, stints } = staysAndStints([
      event(0, 'handed over', { queue: 1 }),
      event(2, 'taken', { user: 7 }),
      reply(3, 7),
      event(5, 'moved', { user: 7, queue: 2 }),
      event(9, 'taken', { user: 8 }),
      reply(10, 8),
      event(12, 'given back', { user: 8 }),
      event(13, 'taken', { user: 7 }),
      event(15, 'closed', { user: 7 }),
    ])
    expect(
      stays.map(({ queue, enteredAt, takenAt, firstReplyAt, wasMoved }) => [
        queue,
        enteredAt / MINUTE,
        takenAt! / MINUTE,
        firstReplyAt === null ? null : firstReplyAt / MINUTE,
        wasMoved,
      ]),
    ).to.eql([
      [1, 0, 2, 3, true],
      [2, 5, 9, 10, false],
      [2, 12, 13, null, false],
    ])
    expect(stints.map(({ agent, handleSeconds, stay }) => [agent, handleSeconds, stay])).to.eql([
      [7, 180, 0],
      [8, 180, 1],
      [7, 120, 2],
    ])
  })
  it('removes idle stretches, and counts stepping in as a stint without a queue', () => {
    const { stays, stints } = staysAndStints([
      event(0, 'stepped in', { user: 7 }),
      reply(1, 7),
      reply(41, 7),
      event(42, 'handed back', { user: 7 }),
    ])
    expect(stays).to.eql([])
    expect(stints).to.deep.equal([
      { agent: 7, from: 0, to: 42 * MINUTE, handleSeconds: 60 + 600 + 60, stay: null },
    ])
  })
  it('knows who left from who was taken, and a case from a chat', () => {
    const { stays } = staysAndStints([
      event(0, 'handed over', { queue: 1 }),
      event(20, 'case', { queue: 1 }),
      event(60, 'taken', { user: 7 }),
      reply(61, 7),
      event(62, 'closed', { user: 7 }),
    ])
    expect(stays.map(({ isCase, leftAt, takenAt }) => [isCase, leftAt, takenAt])).to.eql([
      [false, 20 * MINUTE, null],
      [true, null, 60 * MINUTE],
    ])
  })
})
