import type { ThresholdView } from '@janua/contracts'
import { expect } from 'chai'
import { nextTick } from 'vue'
import { FakeBrowser, until } from '../testing/fakeBrowser.ts'
import { inPage } from '../testing/inPage.ts'
import { type CurveOrder, curveOf } from './curveWork.ts'
import { useThreshold } from './useThreshold.ts'

/** Computes the curve as the page's worker does, a moment later. */
class CurveWorker {
  private listener: (event: { data: unknown }) => void = () => undefined
  addEventListener(_name: string, listener: (event: { data: unknown }) => void): void {
    this.listener = listener
  }
  postMessage(order: CurveOrder): void {
    setTimeout(() => this.listener({ data: { number: order.number, curve: curveOf(order) } }))
  }
  terminate(): void {
    this.listener = () => undefined
  }
}

describe('the threshold of a door', () => {
  const browser = new FakeBrowser()
  let leave: () => void
  const answer = (p: number, change: object = {}) => ({
    p,
    weight: 1,
    collection: 'Fares',
    door: 1,
    outcome: 'answered',
    ...change,
  })
  /** Of a hundred answers, those above 0.5 are right. */
  const places = Array.from({ length: 100 }, (_, i) => (i + 0.5) / 100)
  const view = (change: Partial<ThresholdView> = {}) =>
    ({
      replay: { id: 1, from: '2026-10-01', to: '2026-10-29', asked: 100, current: true },
      weeks: 4,
      volume: [
        ...places.map((p) => answer(p)),
        answer(0.4, { outcome: 'clarifying', weight: 7 }),
        answer(0.9, { outcome: 'declined' }),
      ],
      reviewed: places.map((p) => ({
        p,
        right: p > 0.5,
        chance: 1,
        collection: 'Fares',
        door: 1,
      })),
      offersTaken: 0.5,
      handsOver: 0.5,
      doors: [{ id: 1, title: 'Help', threshold: 0.6, thresholds: { Fares: 0.7 } }],
      collections: ['Fares'],
      ...change,
    }) as ThresholdView
  async function opened(given = view()) {
    browser.on('GET', '/threshold', () => given)
    const { made, leave: left } = inPage(useThreshold)
    leave = left
    await until(() => made.curve.value !== undefined)
    return made
  }
  beforeEach(() => {
    browser.open()
    browser.has('Worker', CurveWorker)
  })
  afterEach(() => {
    leave()
    browser.close()
  })

  it('begins at the first door, where its threshold stands', async () => {
    const made = await opened()
    expect([made.door.value, made.threshold.value, made.present.value]).to.eql([1, 0.6, 0.6])
  })
  it('tells the week as it is, with what is asked back beside it', async () => {
    const { week } = await opened()
    const of = (name: string) => week.value.find((each) => each.name === name)!
    expect(of('asked to clarify').now).to.equal(7)
    for (const { now, then } of week.value) expect(now).to.equal(then)
  })
  it('stays where the lead has put it while figures come anew, and not with another choice', async () => {
    const made = await opened()
    made.drag(0.2)
    browser.on('GET', '/threshold', () => view({ offersTaken: 0.9 }))
    await made.load()
    expect(made.threshold.value).to.equal(0.2)
    made.collection.value = 'Fares'
    await nextTick()
    expect(made.threshold.value).to.equal(0.7)
  })
  it('finds where the week costs least: neither where all is answered nor where little is', async () => {
    const { best, costs, drag, week } = await opened()
    costs.value = { wrong: 20, askedBack: 1, handedOver: 6, unhelped: 8 }
    expect(best.value).to.be.within(0.3, 0.75)
    const costAt = (threshold: number) => {
      drag(threshold)
      return week.value.find(({ tone }) => tone === 'cost')!.now
    }
    const [atBest, low, high] = [best.value!, 0.05, 0.95].map(costAt)
    expect(atBest).to.be.below(low!).and.below(high!)
  })
  it('says how many reviewed answers are missing for a curve', async () => {
    const made = await opened(view({ reviewed: view().reviewed.slice(0, 5) }))
    expect(made.curve.value!.missing).to.be.above(0)
    expect(made.week.value).to.eql([])
  })
  it('goes into the draft for the door and collection that were chosen', async () => {
    const made = await opened()
    made.collection.value = 'Fares'
    await nextTick()
    made.drag(0.45)
    browser.on('PUT', '/threshold', () => undefined)
    browser.on('GET', '/releases/state', () => ({ live: null }))
    await made.set()
    expect(browser.changes.map(({ body }) => body)).to.eql([
      { door: 1, collection: 'Fares', threshold: 0.45 },
    ])
  })
})
