import type { EncoderTrialResult, EncoderView } from '@janua/contracts'
import { expect } from 'chai'
import { hasRead, headlineOf, stepsOf, verdictOf } from './encoderSteps.ts'

const FOUND = { id: 'abc', name: 'strong' } as NonNullable<EncoderView['found']>
const NOTHING: EncoderView = {
  source: { kind: 'folder', where: '/models/strong' },
  state: 'connected',
  fault: null,
  found: FOUND,
  learning: null,
  learnt: null,
  vectors: null,
  problem: null,
  trial: { running: null, problem: null, result: null },
  draft: null,
  live: null,
}
const read = { done: 4, of: 4, secondsLeft: null, isPaused: false, isRunning: false }
const LEARNT = { ...NOTHING, learnt: { at: '2026-12-01', now: [], then: [] } }
const READ = { ...LEARNT, vectors: read }
const result = { moved: { lost: 1, worse: 2, gained: 30 } } as EncoderTrialResult
const COMPARED = { ...READ, trial: { ...READ.trial, result } }
const statesOf = (view: EncoderView) => stepsOf(view).map(({ state }) => state)

describe('the way of an encoder to visitors', () => {
  it('has one step that is due, what is behind it and what waits for it', () => {
    expect(statesOf({ ...NOTHING, found: null, state: 'failed' })).to.eql([
      'now',
      'later',
      'later',
      'later',
      'later',
    ])
    expect(statesOf(NOTHING)).to.eql(['done', 'now', 'later', 'later', 'later'])
    expect(statesOf(LEARNT)).to.eql(['done', 'done', 'now', 'later', 'later'])
    expect(statesOf(READ)).to.eql(['done', 'done', 'done', 'now', 'later'])
    expect(statesOf(COMPARED)).to.eql(['done', 'done', 'done', 'done', 'now'])
    expect(statesOf({ ...COMPARED, live: FOUND })).to.eql(Array(5).fill('done'))
  })
  it('is at its end only when visitors have this very encoder', () => {
    expect(statesOf({ ...COMPARED, live: { id: 'older', name: 'older' } }).at(-1)).to.equal('now')
  })
  it('counts the articles as read when all are, and nobody reads any more', () => {
    expect(hasRead(READ)).to.equal(true)
    expect(hasRead({ vectors: { ...read, done: 3 } })).to.equal(false)
    expect(hasRead({ vectors: { ...read, isRunning: true } })).to.equal(false)
    expect(hasRead({ vectors: { ...read, done: 0, of: 0 } })).to.equal(false)
  })
  it('is told in a headline', () => {
    expect(headlineOf({ ...NOTHING, state: 'none', found: null })).to.contain('built-in encoder')
    expect(headlineOf({ ...NOTHING, state: 'failed', found: null })).to.contain('can’t be used')
    expect(headlineOf(COMPARED)).to.equal(`With your encoder: ${verdictOf(result)}`)
    expect(headlineOf({ ...COMPARED, draft: FOUND })).to.contain('next release')
    expect(headlineOf({ ...COMPARED, draft: FOUND, live: FOUND })).to.contain('strong')
  })
  it('tells what is lost before what is gained', () => {
    expect(verdictOf(result)).to.equal('1 good answer lost, 2 wrong answers added, 30 gained')
    const moved = { lost: 0, worse: 0, gained: 3 }
    expect(verdictOf({ ...result, moved })).to.equal('0 good answers lost, 3 gained')
  })
})
