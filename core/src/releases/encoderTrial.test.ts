import { expect } from 'chai'
import { encoderTrial, type TriedQuestion } from './encoderTrial.ts'
import type { ReplaySide } from './replay.ts'

function side(
  outcome: ReplaySide['outcome'],
  item: number,
  confidence: number,
  more: Partial<ReplaySide> = {},
): ReplaySide {
  const place = { item, revision: 1, ordinal: 0, title: `Article ${item}`, path: [] }
  return {
    outcome,
    confidence,
    text: `text ${item}`,
    print: `print ${item}`,
    best: { ...place, collection: '', confidence },
    ...(outcome === 'answered' && { place }),
    ...more,
  }
}

/** @param right items that people reviewed right, and wrong */
function tried(
  now: ReplaySide,
  then: ReplaySide,
  {
    right = [],
    wrong = [],
    times = 1,
  }: { right?: number[]; wrong?: number[]; times?: number } = {},
): TriedQuestion {
  const worth = (item: number | undefined) =>
    right.includes(item!) ? 1 : wrong.includes(item!) ? 0 : undefined
  return {
    text: 'a question',
    times,
    now,
    then,
    reviewed: ({ best }) => worth(best?.item),
  }
}

describe('an encoder put to the proof', () => {
  it('counts each question as often as it was asked', () => {
    const { now, then } = encoderTrial([
      tried(side('answered', 1, 0.9), side('answered', 1, 0.9), { right: [1], times: 3 }),
      tried(side('answered', 1, 0.9), side('unanswered', 1, 0.2), { wrong: [1], times: 2 }),
      tried(side('suggested', 1, 0.4), side('answered', 2, 0.8)),
      tried(side('clarifying', 1, 0.4), side('suggested', 2, 0.4)),
    ])
    expect(now).to.eql({ right: 3, wrong: 2, unreviewed: 0, offered: 2, silent: 0 })
    expect(then).to.eql({ right: 3, wrong: 0, unreviewed: 1, offered: 1, silent: 2 })
  })
  it('lists good answers that are gone, the most asked first', () => {
    const { lost, gained, worse } = encoderTrial([
      tried(side('answered', 1, 0.9), side('unanswered', 1, 0.2), { right: [1] }),
      tried(side('answered', 1, 0.9), side('answered', 2, 0.7), { right: [1], times: 5 }),
      tried(side('answered', 1, 0.9), side('answered', 2, 0.7), { right: [1, 2] }),
      tried(side('unanswered', 1, 0.2), side('answered', 2, 0.7)),
    ])
    expect(lost).to.eql([1, 0])
    expect(gained).to.eql([3])
    expect(worse).to.eql([])
  })
  it('tells wrong answers apart that were there before', () => {
    const { worse, gained } = encoderTrial([
      tried(side('answered', 1, 0.7), side('answered', 1, 0.7), { wrong: [1] }),
      tried(side('unanswered', 1, 0.2), side('answered', 1, 0.7), { wrong: [1] }),
      tried(side('answered', 2, 0.7), side('answered', 1, 0.7), { right: [2], wrong: [1] }),
    ])
    expect(worse).to.eql([1, 2])
    expect(gained).to.eql([])
  })
  it('says how many reviewed ones are right where nine in ten are', () => {
    const sure = (right: boolean, confidence: number) =>
      tried(side('answered', 1, confidence), side('answered', 1, 1 - confidence), {
        [right ? 'right' : 'wrong']: [1],
      })
    const all = [
      ...Array.from({ length: 9 }, (_, i) => sure(true, 0.9 - i / 100)),
      sure(false, 0.5),
      sure(false, 0.4),
      sure(false, 0.3),
    ]
    const { rightAt90 } = encoderTrial(all)
    expect(rightAt90).to.eql({ now: 9, then: 0, reviewed: 12 })
  })
  it('says for how many the encoder did not answer', () => {
    const { stoodIn } = encoderTrial([
      tried(side('unanswered', 1, 0.2), side('unanswered', 1, 0.2, { stoodIn: true })),
      tried(side('unanswered', 1, 0.2), side('unanswered', 1, 0.2)),
    ])
    expect(stoodIn).to.equal(1)
  })
})
