import type { ToReview } from '@janua/contracts'
import { expect } from 'chai'
import { FakeServer } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import ReviewNext from './ReviewNext.vue'

const answer = (number: number): ToReview =>
  ({
    text: `question ${number}`,
    door: 1,
    item: 10 + number,
    revision: 20 + number,
    ordinal: 0,
    print: `p${number}`,
    confidence: 0.6,
    chance: 0.25,
    collection: 'Fares',
    title: 'Fares for foot passengers',
    path: ['Children'],
    said: 'Half the fare.',
  }) as ToReview

describe('ReviewNext', () => {
  const server = new FakeServer()
  let panel: ReturnType<typeof mounted>
  async function started(count: number): Promise<void> {
    server.on('GET', '/threshold/to-review?threshold=0.65', () =>
      Array.from({ length: count }, (_, i) => answer(i + 1)),
    )
    panel = mounted(ReviewNext, { props: { threshold: 0.65 } })
    await panel.get('[data-test="review-start"]').trigger('click')
    await settled()
  }
  const press = async (key: string) => {
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
    await settled()
  }
  beforeEach(() => {
    server.listen()
    server.on('POST', '/verdicts', () => ({ verdict: 1 }))
  })
  afterEach(() => panel.unmount())

  it('shows one answer with where it is from, and stores the verdict with its chance', async () => {
    await started(2)
    expect(panel.text())
      .to.include('1 of 2')
      .and.include('Half the fare.')
      .and.include('Fares for foot passengers › Children')
    await panel.get('[data-test="review-wrong"]').trigger('click')
    await settled()
    expect(server.changes[0]!.body).to.deep.include({
      text: 'question 1',
      verdict: 'wrong',
      item: 11,
      chance: 0.25,
      question: null,
      origin: 'threshold',
    })
    expect(panel.text()).to.include('question 2')
  })
  it('is worked by keyboard, and passes over without a verdict', async () => {
    await started(3)
    await press('r')
    await press('n')
    await press('p')
    expect(server.changes.map(({ body }) => [body.text, body.verdict])).to.eql([
      ['question 1', 'right'],
      ['question 3', 'partly'],
    ])
  })
  it('has the curve counted anew after every five, and at the end', async () => {
    await started(6)
    for (let i = 0; i < 4; i++) await press('r')
    expect(panel.emitted('reviewed')).to.equal(undefined)
    await press('r')
    expect(panel.emitted('reviewed')).to.have.length(1)
    await press('r')
    expect(panel.emitted('reviewed')).to.have.length(2)
    expect(panel.text()).to.include('All of these are reviewed.')
  })
  it('stays at an answer whose verdict was not stored', async () => {
    await started(2)
    server.on('POST', '/verdicts', () => 500)
    await press('r')
    expect(panel.text()).to.include('question 1')
  })
  it('says so when nothing is left', async () => {
    await started(0)
    expect(panel.text()).to.include('has been reviewed already')
  })
})
