import { type AlertSettings, type Desk, type DeskRow, STARTER_ALERTS } from '@janua/contracts'
import { expect } from 'chai'
import { createPinia, setActivePinia } from 'pinia'
import { useSession } from '../shell/session.ts'
import { FakeBrowser } from '../testing/fakeBrowser.ts'
import { useAlerts } from './useAlerts.ts'
import { useDeskLists } from './useDeskLists.ts'

const row = (id: number, more: Partial<DeskRow> = {}): DeskRow => ({
  id,
  state: 'waiting',
  subject: `question ${id}`,
  visitor: 'Osk',
  queue: { id: 1, name: 'Refunds' },
  agent: null,
  priority: 'normal',
  waitingSince: null,
  dueAt: null,
  offeredUntil: null,
  caseNumber: null,
  lastAt: '2026-11-23T10:00:00Z',
  lastBy: 'visitor',
  ...more,
})
const hour = (ahead: number) => new Date(Date.now() + ahead * 3_600_000).toTimeString().slice(0, 5)

/** What tells an agent that somebody needs them, with a browser that counts what it was asked to show and to play. */
describe('useAlerts', () => {
  const browser = new FakeBrowser()
  const notices: { title: string; body: string; tag: string }[] = []
  let played: number
  let desk: Desk
  let settings: AlertSettings
  beforeEach(async () => {
    browser.open()
    browser.visible = false
    notices.length = 0
    played = 0
    desk = {
      waiting: [],
      mine: [],
      askedIn: [],
      cases: [],
      withAgents: [],
      withAssistant: [],
      closed: [],
      now: new Date().toISOString(),
    }
    settings = { ...STARTER_ALERTS, browser: true, sound: true, quiet: null }
    class Notice {
      static permission = 'granted'
      constructor(title: string, { body, tag }: { body: string; tag: string }) {
        notices.push({ title, body, tag })
      }
    }
    class Sound {
      currentTime = 0
      gain = { setValueAtTime: () => undefined, linearRampToValueAtTime: () => undefined }
      connect = <T>(to: T) => to
      stop = () => undefined
      close = () => undefined
      start = () => played++
    }
    Object.assign(window, { Notification: Notice, setTimeout: () => 0 })
    for (const [name, value] of Object.entries({
      Notification: Notice,
      AudioContext: Sound,
      OscillatorNode: Sound,
      GainNode: Sound,
    }))
      browser.has(name, value)
    browser.answers = ({ path }) =>
      path.endsWith('/alerts') ? settings : path.endsWith('/desk') ? { ...desk } : undefined
    setActivePinia(createPinia())
    useSession().user = { id: 7, role: 'agent', presence: 'here', name: 'Anton' } as never
  })
  afterEach(() => browser.close())
  const settled = () => new Promise((done) => setTimeout(done, 5))
  async function opened(rows: Partial<Desk> = {}) {
    Object.assign(desk, rows)
    const alerts = useAlerts()
    await settled()
    return alerts
  }
  async function becomes(rows: Partial<Desk>): Promise<void> {
    Object.assign(desk, rows)
    await useDeskLists().refresh()
    await settled()
  }

  it('says nothing of what was there when the page opened, and counts it', async () => {
    const alerts = await opened({ waiting: [row(1), row(2)] })
    expect([alerts.count, notices, played]).to.eql([2, [], 0])
    expect(document.title).to.match(/^\(2\)/)
  })
  it('tells of who comes, once, by a notice and a sound', async () => {
    await opened({ waiting: [row(1)] })
    await becomes({ waiting: [row(1), row(3)] })
    await becomes({ waiting: [row(3), row(1)] })
    expect(notices).to.eql([
      { title: 'Someone is waiting in Refunds', body: 'question 3', tag: 'janua 3' },
    ])
    expect(played).to.equal(2)
  })
  it('tells of each new message of one’s own visitors, and of being asked in; not of what oneself wrote', async () => {
    const mine = row(4, { state: 'agent', lastBy: 'agent' })
    const alerts = await opened({ mine: [mine] })
    expect(alerts.count).to.equal(0)
    await becomes({ mine: [{ ...mine, lastBy: 'visitor', lastAt: '2026-11-23T10:01:00Z' }] })
    await becomes({ mine: [{ ...mine, lastBy: 'visitor', lastAt: '2026-11-23T10:02:00Z' }] })
    await becomes({
      mine: [{ ...mine, lastAt: '2026-11-23T10:03:00Z' }],
      askedIn: [row(5, { state: 'agent', lastBy: 'team' })],
    })
    expect(notices.map(({ title, tag }) => [title, tag])).to.eql([
      ['Osk wrote', 'janua 4'],
      ['Osk wrote', 'janua 4'],
      ['Osk wrote', 'janua 5'],
    ])
  })
  const silent: [string, () => void, { notices: number; notes: number }][] = [
    [
      'is silent in quiet hours',
      () => (settings.quiet = { from: hour(-1), to: hour(1) }),
      { notices: 0, notes: 0 },
    ],
    [
      'is silent for who is off duty',
      () => (useSession().user = { ...useSession().user!, presence: 'off' }),
      { notices: 0, notes: 0 },
    ],
    [
      'only sounds while the page is looked at',
      () => (browser.visible = true),
      { notices: 0, notes: 2 },
    ],
    [
      'only shows a notice when no sound is wanted',
      () => (settings.sound = false),
      { notices: 1, notes: 0 },
    ],
    [
      'only sounds where the browser allows no notices',
      () => ((globalThis.Notification as unknown as { permission: string }).permission = 'denied'),
      { notices: 0, notes: 2 },
    ],
  ]
  for (const [when, set, expected] of silent)
    it(when, async () => {
      set()
      await opened()
      await becomes({ waiting: [row(1)] })
      expect({ notices: notices.length, notes: played }).to.eql(expected)
    })
  it('takes what waits for the next who signs in as no news either', async () => {
    await opened({ waiting: [row(1)] })
    useSession().user = null
    await settled()
    desk.waiting = [row(1), row(2), row(3)]
    useSession().user = { id: 8, role: 'agent', presence: 'here', name: 'Bria' } as never
    await settled()
    expect([useAlerts().count, notices]).to.eql([3, []])
  })
})
