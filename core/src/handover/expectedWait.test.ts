import { expect } from 'chai'
import { seeded } from '../maths/random.ts'
import { expectedWait, type QueueNow } from './expectedWait.ts'

const even = (seconds: number) => Array.from({ length: 12 }, () => seconds)
const queue = (more: Partial<QueueNow> = {}): QueueNow => ({
  ahead: 0,
  free: 0,
  busySeconds: [],
  handleSeconds: even(300),
  pickUpSeconds: even(10),
  ...more,
})
const waits = (more: Partial<QueueNow>) => expectedWait(queue(more), seeded(1))

describe('expectedWait', () => {
  const worked: [string, Partial<QueueNow>, number | null][] = [
    ['nobody is there', {}, null],
    ['somebody is free', { free: 1 }, 10],
    ['one agent has 200 of 300 seconds to go', { busySeconds: [100] }, 210],
    ['two wait before, one agent is free', { free: 1, ahead: 2 }, 2 * 310 + 10],
    ['two wait before, two agents are free', { free: 2, ahead: 2 }, 310 + 10],
  ]
  for (const [what, more, seconds] of worked)
    it(`is ${seconds ?? 'not known'} when ${what}`, () => expect(waits(more)).to.equal(seconds))
  it('holds for four of five, and not for all', () => {
    const handleSeconds = Array.from({ length: 100 }, (_, i) => 10 * (i + 1)) // 10 … 1000, each as likely
    expect(waits({ busySeconds: [0], handleSeconds })!).to.be.closeTo(810, 40)
  })
  it('knows that what has gone on for long ends later than what it took on the mean', () => {
    const handleSeconds = Array.from({ length: 100 }, (_, i) => (i < 90 ? 100 : 2_000))
    expect(waits({ busySeconds: [150], handleSeconds })).to.equal(2_000 - 150 + 10)
    expect(waits({ busySeconds: [5_000], handleSeconds })).to.be.greaterThan(100)
  })
  it('never falls as more wait before, never rises as more agents come', () => {
    const handleSeconds = [60, 90, 200, 400, 120, 600, 300, 240, 80, 500]
    for (let n = 0; n < 12; n++) {
      expect(waits({ free: 1, ahead: n + 1, handleSeconds })!).to.be.at.least(
        waits({ free: 1, ahead: n, handleSeconds })! - 30,
      )
      expect(waits({ free: n + 2, ahead: 9, handleSeconds })!).to.be.at.most(
        waits({ free: n + 1, ahead: 9, handleSeconds })! + 30,
      )
    }
  })
  it('starts with what a team’s chats take, before its own are known', () =>
    expect(waits({ busySeconds: [0], handleSeconds: [], pickUpSeconds: [] })!).to.be.within(
      600,
      960,
    ))
  it('refuses less than nobody', () =>
    expect(() => waits({ ahead: -1, free: 1 })).to.throw(RangeError, 'got -1 and 1'))
})
