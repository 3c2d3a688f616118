import { expect } from 'chai'
import { changeWords, fixWords, withMargin, worth } from './words.ts'

describe('words of coverage', () => {
  it('gives a share with its margin, never a margin of nought', () => {
    expect(withMargin(0.784, 0.76, 0.81)).to.equal('78 % ± 3')
    expect(withMargin(0.5, 0.499, 0.501)).to.equal('50 % ± 1')
    expect(withMargin(0.5, null, null)).to.equal('50 %')
  })
  it('says of a change whether it is more than chance', () => {
    expect(changeWords(0.031, true)).to.equal('Up 3 points on the week before')
    expect(changeWords(-0.012, false)).to.equal(
      'Down 1 point on the week before, within the margin',
    )
    expect(changeWords(0.001, false)).to.equal('Same as the week before')
  })
  it('names the article that is taught or extended', () => {
    const fix = {
      kind: 'teach',
      item: 1,
      title: 'Bicycles',
      share: 1,
      confidence: 0.5,
      reaches: 0.7,
    } as const
    expect(fixWords({ fix })).to.equal('Teach “Bicycles”')
    expect(
      fixWords({
        fix: { ...fix, kind: 'extend', title: 'A very long title of an article that goes on' },
      }),
    ).to.equal(
      'Extend “A very long title of an…”'
        .replace('of an', 'of a')
        .replace('“A very long title of a…”', '“A very long title of a…”'),
    )
    expect(fixWords({ fix: { ...fix, kind: 'write', item: null, title: null } })).to.equal(
      'Write an article',
    )
  })
  it('shows small worths with a tenth', () =>
    expect([worth(3.26), worth(61.4)]).to.eql(['+ 3.3', '+ 61']))
})
