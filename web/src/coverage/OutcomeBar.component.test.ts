import { expect } from 'chai'
import { mounted } from '../testing/mounted.ts'
import OutcomeBar from './OutcomeBar.vue'

describe('OutcomeBar', () => {
  const SUMS = {
    questions: 100,
    right: 40.4,
    answered: 50,
    elsewhere: 0,
    suggested: 20,
    clarifying: 3,
    unanswered: 27,
    declined: 0,
  }
  const opened = (sums: object = {}) =>
    mounted(OutcomeBar, {
      props: { sums: { ...SUMS, ...sums }, from: '2026-11-23', to: '2026-11-29' },
    })
  const legend = (bar: ReturnType<typeof opened>) =>
    bar.findAll('.legend li').map((li) => li.text())

  it('has a part for all that came, and none for what did not', () => {
    expect(legend(opened())).to.eql([
      '● correctly answered',
      '□ answered wrongly',
      '◌ suggested articles',
      '◐ asked to clarify',
      '○ unanswered',
    ])
  })
  it('is as wide as the share that each has', () => {
    const grows = opened()
      .findAll('.outcomes a')
      .map((part) => Number((part.element as HTMLElement).style.flexGrow))
    expect(grows.map((grow) => Math.round(grow * 1000))).to.eql([404, 96, 200, 30, 270])
  })
  it('opens the questions of the same days behind each part', () => {
    expect(opened().get('.outcomes .unanswered').attributes('href')).to.equal(
      '/questions?from=2026-11-23&to=2026-11-29&outcome=unanswered',
    )
  })
  it('counts no more right answers than were given', () => {
    expect(legend(opened({ right: 55 }))).not.to.include('□ answered wrongly')
  })
  it('writes no share into a part that is too narrow for it', () => {
    expect(opened().get('.outcomes .clarifying').text()).to.equal('')
  })
  it('shows nothing of a week without questions', () => {
    const none = Object.fromEntries(Object.keys(SUMS).map((name) => [name, 0]))
    expect(legend(opened(none))).to.eql([])
  })
})
