import { expect } from 'chai'
import { flowLayout } from './flowLayout.ts'

const SIZE = { width: 400, height: 200, post: 20, gap: 10 }

describe('flowLayout', () => {
  const { live, draft, bands } = flowLayout(
    [
      { from: 'answered', to: 'answered', times: 60 },
      { from: 'unanswered', to: 'answered', times: 30 },
      { from: 'unanswered', to: 'unanswered', times: 10 },
    ],
    SIZE,
  )
  it('makes posts as high as their questions', () => {
    expect(live.map(({ outcome, times }) => `${outcome} ${times}`)).to.eql([
      'answered 60',
      'unanswered 40',
    ])
    expect(draft.map(({ times }) => times)).to.eql([90, 10])
    expect(live[0]!.height / live[1]!.height).to.be.closeTo(1.5, 1e-9)
    expect(live.at(-1)!.y + live.at(-1)!.height).to.be.closeTo(200, 1e-9)
  })
  it('lets bands fill their posts without covering each other', () => {
    const width = (outcome: string) =>
      bands.filter(({ to }) => to === outcome).reduce((sum, band) => sum + band.width, 0)
    expect(width('answered')).to.be.closeTo(draft[0]!.height, 1e-9)
  })
  it('keeps the smallest band wide enough to press', () => {
    const thin = flowLayout(
      [
        { from: 'answered', to: 'answered', times: 10_000 },
        { from: 'answered', to: 'unanswered', times: 1 },
      ],
      SIZE,
    ).bands.find(({ to }) => to === 'unanswered')!
    expect(thin.width).to.equal(3)
  })
  it('draws nothing of nothing', () =>
    expect(flowLayout([], SIZE)).to.eql({ live: [], draft: [], bands: [] }))
})
