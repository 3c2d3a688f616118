import { expect } from 'chai'
import type { TraceCandidate } from '../answering/answer.ts'
import {
  type AskedWording,
  fittingFix,
  fixStanding,
  nearestOf,
  potentialOf,
  reachedBy,
} from './gaps.ts'

const candidate = (
  item: number,
  confidence: number,
  matched: string[] = [],
  title = `Article ${item}`,
) => ({ item, ordinal: 0, title, path: [], confidence, matched }) as unknown as TraceCandidate
const term = (word: string, weight = 1) => ({ word, weight, known: true })
const asked = (
  terms: string[],
  candidates: TraceCandidate[],
  more: Partial<AskedWording> = {},
): AskedWording => ({
  times: 1,
  trace: { terms: terms.map((word) => term(word)), candidates, threshold: 0.65, leftOut: [] },
  ...more,
})

describe('nearestOf', () => {
  it('says that a passage lacks the words that count', () => {
    const near = nearestOf(asked(['charge', 'bike'], [candidate(1, 0.3, ['bike'])]))!
    expect(near).to.include({ item: 1, shortfall: 'words missing' })
    expect(near.missing).to.eql(['charge'])
  })
  it('says that it is near but not sure enough, or about something else', () => {
    expect(nearestOf(asked(['bike'], [candidate(1, 0.5, ['bike'])]))!.shortfall).to.equal(
      'below the threshold',
    )
    expect(nearestOf(asked(['bike'], [candidate(1, 0.05, ['bike'])]))!.shortfall).to.equal(
      'other subject',
    )
  })
  it('says what contradicts, what was reviewed wrong, and what does not hold now', () => {
    expect(
      nearestOf(asked(['bike'], [candidate(1, 0.5, ['bike'])]), new Set([1]))!.shortfall,
    ).to.equal('conflict')
    expect(
      nearestOf(asked(['bike'], [candidate(1, 0.9, ['bike'])], { wrong: true }))!.shortfall,
    ).to.equal('reviewed wrong')
    const leftOut = [
      {
        item: 4,
        revision: 1,
        ordinal: 2,
        title: 'Summer',
        path: [],
        because: 'held until 2026-09-30',
      },
    ]
    const out = asked(['bike'], [candidate(1, 0.2)])
    expect(nearestOf({ ...out, trace: { ...out.trace, leftOut } })).to.include({
      shortfall: 'left out',
      because: 'Summer: held until 2026-09-30',
    })
  })
  it('finds nothing where nothing was near', () =>
    expect(nearestOf(asked(['bike'], []))).to.equal(null))
})

describe('fittingFix', () => {
  const all = (wordings: AskedWording[]) =>
    fittingFix(wordings.map((each) => ({ ...each, nearest: nearestOf(each) })))
  it('teaches where most come near one article', () =>
    expect(
      all([
        asked(['a'], [candidate(1, 0.5, ['a'])]),
        asked(['b'], [candidate(1, 0.4, ['b'])]),
        asked(['c'], [candidate(2, 0.1)]),
      ]),
    ).to.include({ kind: 'teach', item: 1 }))
  it('offers nothing that is near by likeness alone: “tablets to lend” never brings “Toilets”', () => {
    const lend = (confidence: number): AskedWording => ({
      times: 3,
      trace: {
        terms: [
          { word: 'tablets', readAs: 'toilets', weight: 1, known: true },
          { word: 'lend', weight: 1, known: false },
        ],
        candidates: [candidate(1, confidence, ['toilets'], 'Toilets')],
        threshold: 0.65,
        leftOut: [],
      },
    })
    expect(all([lend(0.35)])).to.include({ kind: 'write', item: null })
    expect(all([lend(0.5)]), 'quite sure').to.include({ kind: 'teach', item: 1 })
  })
  it('extends where they come near it, but hardly', () =>
    expect(
      all([asked(['a'], [candidate(1, 0.2, ['a'])]), asked(['b'], [candidate(1, 0.2, ['b'])])]),
    ).to.include({ kind: 'extend', item: 1 }))
  it('writes where they come near many, or none', () => {
    expect(
      all([
        asked(['a'], [candidate(1, 0.1)]),
        asked(['b'], [candidate(2, 0.1)]),
        asked(['c'], [candidate(3, 0.1)]),
      ]),
    ).to.include({ kind: 'write', item: null })
    expect(all([])).to.include({ kind: 'write', item: null })
  })
  it('does not teach an article that answers wrongly', () =>
    expect(
      all([
        asked(['a'], [candidate(1, 0.9, ['a'])], { wrong: true, times: 9 }),
        asked(['b'], [candidate(2, 0.05)]),
      ]).kind,
    ).to.equal('write'))
})

describe('what a fix is worth', () => {
  it('is what is uncovered a week times what fixes of the kind reach, by Janua’s own trials until ten are known', () => {
    expect(potentialOf(10, 'teach', [])).to.be.closeTo(7, 1e-9)
    expect(
      reachedBy(
        'teach',
        Array.from({ length: 9 }, () => ({ kind: 'teach' as const, reached: 0.2 })),
      ),
    ).to.equal(0.7)
    expect(
      reachedBy(
        'teach',
        Array.from({ length: 10 }, () => ({ kind: 'teach' as const, reached: 0.2 })),
      ),
    ).to.be.closeTo(0.2, 1e-9)
  })
})

describe('fixStanding', () => {
  it('is fixed at the share promised, on at least twenty questions', () => {
    expect(fixStanding({ promise: 0.8, right: 16, n: 20, wasFixed: false })).to.include({
      state: 'fixed',
      few: false,
    })
    expect(fixStanding({ promise: 0.8, right: 8, n: 10, wasFixed: false })).to.include({
      state: 'fixed',
      few: true,
    })
    expect(fixStanding({ promise: 0.8, right: 15, n: 20, wasFixed: false }).state).to.equal(
      'below promise',
    )
    expect(fixStanding({ promise: 0.8, right: 15.6, n: 20, wasFixed: false }).state).to.equal(
      'fixed',
    )
  })
  it('opens again only when the interval lies below the promise', () => {
    expect(fixStanding({ promise: 0.8, right: 14, n: 20, wasFixed: true }).state).to.equal('fixed')
    expect(fixStanding({ promise: 0.8, right: 8, n: 20, wasFixed: true }).state).to.equal(
      'reopened',
    )
  })
  it('knows nothing before something was asked', () =>
    expect(fixStanding({ promise: 0.8, right: 0, n: 0, wasFixed: true })).to.eql({
      state: 'not asked',
      n: 0,
    }))
})
