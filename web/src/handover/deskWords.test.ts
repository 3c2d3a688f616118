import { expect } from 'chai'
import { eventLine, filled, restAfter, ringOf, secondsLeft, timeLeft } from './deskWords.ts'

const now = Date.parse('2026-11-23T10:00:00Z')

describe('the words of the desk', () => {
  it('say how long is left until the target, or how late it is', () => {
    expect(timeLeft({ dueAt: '2026-11-23T10:03:00Z' }, now)).to.equal('3:00 left')
    expect(timeLeft({ dueAt: '2026-11-23T09:58:00Z' }, now)).to.equal('2:00 late')
    expect(secondsLeft('2026-11-23T09:00:00Z', now)).to.equal(0)
  })
  it('turn the ring to brick once the target has passed', () => {
    expect(
      ringOf({ dueAt: '2026-11-23T10:05:00Z', waitingSince: '2026-11-23T09:55:00Z' }, now),
    ).to.equal('conic-gradient(var(--brass) 180deg, var(--line) 0)')
    expect(
      ringOf({ dueAt: '2026-11-23T09:59:00Z', waitingSince: '2026-11-23T09:55:00Z' }, now),
    ).to.include('var(--brick) 360deg')
  })
  it('leave what was written while the words before it were sent', () => {
    const cases: [text: string, rest: string][] = [
      ['All is well. ', ''],
      ['All is well. And the boat runs.', 'And the boat runs.'],
      ['All is bad.', 'All is bad.'],
      ['', ''],
    ]
    for (const [text, rest] of cases) expect(restAfter('All is well.', text)).to.equal(rest)
  })
  it('tell what happened, by whom and why', () => {
    expect(
      eventLine({
        kind: 'handed over',
        data: { queue: 'Refunds', because: '“refund”', cause: 'not known' },
      }),
    ).to.equal('Handed over: Refunds · not known · routed by “refund”')
    expect(
      eventLine({ kind: 'moved', data: { queue: 'Groups', why: 'not ours' }, name: 'Anton' }),
    ).to.equal('Moved: Groups · not ours · Anton')
    expect(
      eventLine({ kind: 'closed', data: { by: 'agent', outcome: 'settled' }, name: 'Bria' }),
    ).to.equal('Closed: resolved · Bria')
  })
  it('fill the fields of saved replies, and leave what is not known', () =>
    expect(
      filled('Hello {visitor}, {agent} here, {case}', {
        visitor: 'Ann',
        agent: 'Bria',
        case: null,
      }),
    ).to.equal('Hello Ann, Bria here, {case}'))
})
