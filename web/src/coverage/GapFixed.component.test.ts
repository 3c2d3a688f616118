import type { GapSheet } from '@janua/contracts'
import { expect } from 'chai'
import { FakeServer } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import GapFixed from './GapFixed.vue'

const FIX = {
  kind: 'write',
  item: { id: 40, title: 'Helicopters', itemKind: 'article' },
  by: 'Edda Quill',
  at: '2026-11-30T09:30:00.000Z',
  promise: 0.8,
  promisedOn: 24,
  state: 'in draft',
  standing: null,
  release: null,
}
const REPLAY = {
  state: 'done',
  current: true,
  items: [40],
  from: '2026-11-02T00:00:00.000Z',
  to: '2026-11-30T00:00:00.000Z',
  asked: 2_000,
  lost: 1,
  done: 2_000,
  total: 2_000,
  summary: { coverage: { change: 0.01, interval: { low: 0.005, high: 0.015 } } },
}

describe('GapFixed', () => {
  const server = new FakeServer()
  let panel: ReturnType<typeof mounted>
  async function opened(fix: object = {}, replays: object[] = []): Promise<void> {
    server.on('GET', '/replays', () => replays)
    const sheet = { fixes: [{ ...FIX, ...fix }], asOf: '2026-11-30T12:00:00.000Z' }
    panel = mounted(GapFixed, { props: { sheet: sheet as unknown as GapSheet, effect: null } })
    await settled()
  }
  beforeEach(() => server.listen())
  afterEach(() => panel.unmount())

  it('tells what was promised, and asks for nothing before it is published', async () => {
    await opened()
    expect(panel.text())
      .to.include('In the draft')
      .and.include('Edda Quill wrote')
      .and.match(/Expected: 80.% of\s+24 questions correct/)
    expect(panel.get('a[href="/library/40"]').text()).to.equal('Helicopters')
  })
  it('works the gain out over four weeks, of this change alone', async () => {
    await opened()
    server.on('POST', '/replays', () => ({ id: 1 }))
    await panel.get('[data-test="work-out"]').trigger('click')
    await settled()
    expect(server.changes[0]!.body).to.eql({
      from: '2026-11-02T12:00:00.000Z',
      to: '2026-11-30T12:00:00.000Z',
      validity: 'asked',
      items: [40],
    })
  })
  it('shows the gain in right answers a week, with its interval and what is lost', async () => {
    await opened({}, [REPLAY])
    expect(panel.get('[data-test="gain"]').text())
      .to.include('5.0 correct answers a week (2.5 to 7.5)')
      .and.include('1 good answer lost')
  })
  for (const [of, change] of [
    ['of other changes as well', { items: [40, 41] }],
    ['of another change', { items: [41] }],
    ['of a draft that has changed', { current: false }],
    ['that failed', { state: 'failed' }],
  ] as const)
    it(`takes no gain from a replay ${of}`, async () => {
      await opened({}, [{ ...REPLAY, ...change }])
      expect(panel.find('[data-test="gain"]').exists()).to.equal(false)
      expect(panel.find('[data-test="work-out"]').exists()).to.equal(true)
    })
  it('says with how many questions it is fixed while these are few', async () => {
    await opened({
      state: 'fixed',
      release: 7,
      standing: { state: 'fixed', n: 12, share: 0.9, interval: { low: 0.6, high: 1 }, few: true },
    })
    expect(panel.get('h2').text().replace(/\s+/g, ' ')).to.equal('Fixed on 12 by release 7')
    expect(panel.get('[data-test="standing"]').text()).to.include('Fewer than 20 questions')
  })
})
