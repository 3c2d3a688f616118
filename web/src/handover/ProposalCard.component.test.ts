import type { Proposal } from '@janua/contracts'
import { expect } from 'chai'
import { mounted } from '../testing/mounted.ts'
import ProposalCard from './ProposalCard.vue'

const PROPOSAL: Proposal = {
  id: 3,
  kind: 'fixed',
  question: 'Is there a helicopter?',
  words: 'No helicopter flies.',
  item: null,
  conversation: 8,
  state: 'open',
  by: 'Anton Reeve',
  at: '2026-11-30T09:30:00.000Z',
  reason: '',
  itemTitle: null,
  madeItem: null,
}

describe('ProposalCard', () => {
  const opened = (proposal: Partial<Proposal> = {}, mayDecide = true) =>
    mounted(ProposalCard, {
      props: { proposal: { ...PROPOSAL, ...proposal }, mayDecide, busy: false },
    })

  it('gives a lead what the agent wrote to change, and takes it as it was changed', async () => {
    const card = opened()
    await card.get('textarea').setValue('No helicopter flies to any island.')
    await card.get('[data-test="accept-proposal"]').trigger('click')
    expect(card.emitted('accept')).to.eql([
      [
        {
          question: 'Is there a helicopter?',
          words: 'No helicopter flies to any island.',
          title: 'Is there a helicopter?',
          collection: '',
        },
      ],
    ])
  })
  it('asks for no text where a way to ask is proposed, and names its article', () => {
    const card = opened({ kind: 'phrasing', item: 12, itemTitle: 'Getting about', words: '' })
    expect(card.find('textarea').exists()).to.equal(false)
    expect(card.get('a[href="/library/12"]').text()).to.equal('Getting about')
  })
  it('can be declined', async () => {
    const card = opened()
    await card.get('[data-test="decline-proposal"]').trigger('click')
    expect(card.emitted('decline')).to.have.length(1)
  })
  it('is only read by who may not decide, with the reason why it was declined', () => {
    const card = opened({ state: 'declined', reason: 'We do not fly any more.' }, false)
    expect(card.find('button').exists()).to.equal(false)
    expect(card.text())
      .to.include('No helicopter flies.')
      .and.include('Declined: We do not fly any more.')
  })
  for (const [kind, at] of [
    ['fixed', '/fixed/40'],
    ['article', '/library/40'],
  ] as const)
    it(`leads to the ${kind} that was made of it`, () => {
      const card = opened({ kind, state: 'accepted', madeItem: 40 }, false)
      expect(card.find(`a[href="${at}"]`).exists()).to.equal(true)
    })
})
