import type { CoverageView } from '@janua/contracts'
import { expect } from 'chai'
import { funnelFacts, funnelSteps } from './funnel.ts'

const view = (total: Partial<CoverageView['total']>): CoverageView =>
  ({
    returnDays: 7,
    total: {
      started: 40,
      asked: 30,
      ended: 20,
      contained: 15,
      resolved: 10,
      answered: 24,
      opened: 6,
      up: 3,
      down: 1,
      taken: 5,
      abandoned: 0,
      provisional: 0,
      wantsPerson: 0,
      ...total,
    },
  }) as CoverageView

describe('the funnel of conversations', () => {
  it('counts containment and resolution from what ended, not from what was started', () => {
    expect(funnelSteps(view({})).map(({ n, of }) => `${n}/${of}`)).to.eql([
      '40/40',
      '30/40',
      '20/30',
      '15/20',
      '10/20',
    ])
    const [containment, resolution] = funnelFacts(view({}))
    expect(containment!.value).to.equal('75 %')
    expect(resolution!.value).to.equal('50 %')
  })
  it('says that some of the resolved may still return', () => {
    const resolution = funnelFacts(view({ provisional: 4 }))[1]!
    expect(resolution.how).to.contain('4').and.contain('provisional')
    expect(funnelFacts(view({}))[1]!.how).not.to.contain('provisional')
  })
  it('has no share of nothing', () => {
    const [containment, , opened] = funnelFacts(view({ ended: 0, answered: 0 }))
    expect([containment!.value, opened!.value]).to.eql(['–', '–'])
  })
  it('names who left while waiting, and who asked for the team, only where there is somebody', () => {
    expect(funnelFacts(view({})).length).to.equal(5)
    const facts = funnelFacts(view({ abandoned: 2, wantsPerson: 9 }))
    expect(facts[4]!.how).to.contain('2')
    expect(facts[5]!.query).to.eql({ wantsPerson: 'true' })
  })
})
