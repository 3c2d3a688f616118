import { expect } from 'chai'
import { seeded } from '../maths/random.ts'
import { opinionTrial, type TriedAnswer } from './opinionTrial.ts'

const near = (says: TriedAnswer['says'], right: boolean, sure = 0.6): TriedAnswer => ({
  sure,
  threshold: 0.65,
  says,
  right,
})

describe('opinionTrial', () => {
  it('gains right answers by opinions that are right, and spares wrong ones', () => {
    const tried = [
      ...Array.from({ length: 30 }, () => near('yes', true)),
      ...Array.from({ length: 30 }, () => near('no', false, 0.7)),
    ]
    const { now, then, lost, gained, spared, worse, said } = opinionTrial(tried)
    expect(now).to.eql({ right: 0, wrong: 30, silent: 30 })
    expect(then).to.eql({ right: 30, wrong: 0, silent: 30 })
    expect([lost, gained.length, spared.length, worse]).to.eql([[], 30, 30, []])
    expect(said).to.eql({ yes: 30, partly: 0, no: 30 })
  })
  it('changes nothing by a model whose opinions are chance, once there are enough of them', () => {
    const random = seeded(7)
    const tried = Array.from({ length: 600 }, () => {
      const sure = 0.5 + 0.3 * random()
      return near(random() < 0.5 ? 'yes' : 'no', random() < sure, sure)
    })
    const { scale, now, then } = opinionTrial(tried)
    expect(scale.yes).to.be.closeTo(0, 0.25)
    expect(scale.no).to.be.closeTo(0, 0.25)
    expect(then.right - now.right).to.be.within(-60, 60)
  })
  it('tells the good answers that it would lose', () => {
    const tried = [near('no', true, 0.7), near('yes', true, 0.7), near(null, true, 0.7)]
    const { lost, now, then } = opinionTrial(tried)
    expect(lost).to.eql([0])
    expect(now.right - then.right).to.equal(1)
  })
  it('leaves answers alone on which nothing was said, and is nothing of nothing', () => {
    expect(opinionTrial([near(null, true), near(null, false, 0.7)]).then).to.eql({
      right: 0,
      wrong: 1,
      silent: 1,
    })
    expect(opinionTrial([]).now).to.eql({ right: 0, wrong: 0, silent: 0 })
  })
})
