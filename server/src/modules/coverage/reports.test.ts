import type { CoverageView, DimensionView, TodayPageView } from '@janua/contracts'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  freshJanua,
  member,
  type Member,
  openTestApp,
  type TestClock,
} from '../../testing/harness.ts'
import { asked, learnt } from './testing.ts'

describe('what the figures say', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    lead = await member(janua, 'lead')
    clock.set('2026-10-01T08:00:00Z')
    await openTestApp(janua)
  })
  after(() => close())

  const today = async (query = '') => (await lead.get(`/today${query}`)).body as TodayPageView
  const coverage = async (weeks = 12) =>
    (await lead.get(`/coverage?weeks=${weeks}`)).body as CoverageView

  it('is plain when nobody has asked anything', async () => {
    expect(await today()).to.deep.include({
      figures: null,
      before: null,
      change: null,
      votedDown: [],
      alerts: [],
      targets: [],
    })
    expect((await coverage()).total.questions).to.equal(0)
    expect((await lead.get('/gaps')).body).to.include({ total: 0 })
  })
  it('tells of the last full week, and how it differs from the one before', async () => {
    clock.set('2026-10-06T08:00:00Z')
    await asked(janua, clock, [
      'can I bring my dog',
      'is there a helicopter',
      'how do I get a refund',
      'submarine tickets',
    ])
    clock.set('2026-10-13T08:00:00Z')
    await asked(janua, clock, ['can I bring my dog', 'how do I get a refund'])
    clock.set('2026-10-19T08:00:00Z')
    await learnt(janua)
    const { week, figures, before, change, running } = await today()
    expect(week).to.eql({ from: '2026-10-12', to: '2026-10-18' })
    expect([figures!.questions, before!.questions, running.figures]).to.eql([2, 4, null])
    expect(change!.by).to.be.closeTo(figures!.right / 2 - before!.right / 4, 1e-9)
    expect(change!.clear).to.equal(false)
  })
  it('tells of any week on its page', async () =>
    expect((await today('?week=2026-10-07')).figures!.questions).to.equal(4))
  it('has weeks, days and the heatmap of topics, and the same by door', async () => {
    const { weeks, days, total, releases } = await coverage(4)
    expect(weeks.map(({ starts, questions }) => [starts, questions])).to.eql([
      ['2026-10-05', 4],
      ['2026-10-12', 2],
    ])
    expect(days.map(({ day }) => day)).to.eql(['2026-10-06', '2026-10-13'])
    expect(total.questions).to.equal(6)
    expect(releases.map(({ number }) => number)).to.eql([1])
    const by = (await lead.get('/coverage/by?dimension=door&weeks=4')).body as DimensionView
    expect(by.rows.map(({ label, questions }) => [label, questions])).to.eql([['Ask us', 6]])
    const items = (await lead.get('/coverage/by?dimension=item&weeks=1')).body as DimensionView
    expect(items.unused).to.eql([])
    expect(
      ((await lead.get('/coverage/by?dimension=item&weeks=4')).body as DimensionView).rows.map(
        ({ label, answered }) => [label, answered],
      ),
    ).to.have.deep.members([
      ['Pets on board', 2],
      ['Refunds', 2],
    ])
  })
  it('says of a target what the weeks lead to, and too little of too few', async () => {
    await lead.put('/targets', { measure: 'coverage', share: 0.99, by: '2026-12-31' }).expect(204)
    expect((await today()).targets[0]).to.include({
      measure: 'coverage',
      share: 0.99,
      by: '2026-12-31',
      forecast: null,
      says: 'too early',
    })
    await lead.delete('/targets/coverage').expect(204)
    expect((await today()).targets).to.eql([])
    expect(
      (await lead.put('/targets', { measure: 'coverage', share: 1.2, by: '2026-12-31' })).body
        .message,
    ).to.include('A target lies between 1 and 99 %.')
  })
  it('notices a fall and tells of it once', async () => {
    const figure = (starts: string, right: number) =>
      ({
        span: 'day',
        dimension: 'all',
        name: '',
        starts,
        week: '2026-08-03',
        questions: 100,
        answered: 70,
        elsewhere: 0,
        clarifying: 0,
        suggested: 0,
        declined: 0,
        unanswered: 30,
        right,
        reviewed: 0,
        uncovered: 30,
        up: 0,
        down: 0,
        opened: 0,
        wantsPerson: 0,
        visitors: 90,
        conversations: 90,
        started: 0,
        asked: 0,
        ended: 0,
        taken: 0,
        abandoned: 0,
        contained: 0,
        resolved: 0,
        provisional: 0,
        low: null,
        high: null,
        few: false,
      }) as const
    const day = (i: number) => new Date(Date.UTC(2026, 8, 1 + i)).toISOString().slice(0, 10)
    await janua.tables.figures.destroy({ where: {} })
    await janua.tables.figures.bulkCreate(
      Array.from({ length: 45 }, (_, i) => figure(day(i), i < 40 ? 68 + (i % 5) : 40)),
    )
    await janua.coverage.alerts.watch()
    await janua.coverage.alerts.watch()
    const { alerts } = await today()
    expect(alerts).to.have.length(1)
    expect(alerts[0]).to.deep.include({ kind: 'coverage fell', topic: null })
    expect(alerts[0]!.fall!.before).to.be.closeTo(0.7, 0.01)
    await lead.put(`/alerts/${alerts[0]!.id}/seen`).expect(204)
    await janua.coverage.alerts.watch()
    expect((await today()).alerts).to.eql([])
  })
  it('counts as the lead sets, and refuses a zone that is none', async () => {
    const settings = {
      zone: 'Atlantis/Harbour',
      returnDays: 7,
      handleMinutes: null,
      costPerHour: null,
      currency: '€',
    }
    expect((await lead.put('/reporting', settings)).body.message).to.include(
      'There is no such time zone',
    )
    await lead.put('/reporting', { ...settings, zone: 'Asia/Tokyo' }).expect(204)
    await lead.post('/coverage/rebuild').expect(204)
    expect((await coverage(4)).zone).to.equal('Asia/Tokyo')
  })
})
