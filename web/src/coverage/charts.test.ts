import type { CoverageView, DimensionView } from '@janua/contracts'
import { expect } from 'chai'
import { FakeBrowser } from '../testing/fakeBrowser.ts'
import { dimensionChart, drawnRows, rowWords, tableOf } from './dimensionChart.ts'
import { drawnWeeks, questionsOfWeek, trendChart, weekWords } from './trendChart.ts'

/** What the charts of Coverage draw and say; the colours are the page's. */
describe('the charts of coverage', () => {
  const browser = new FakeBrowser()
  beforeEach(() => {
    browser.open()
    browser.has('getComputedStyle', () => ({ getPropertyValue: (name: string) => name }))
    browser.has('matchMedia', () => ({ matches: true }))
    ;(document as { documentElement?: object }).documentElement = {}
  })
  afterEach(() => browser.close())

  const week = (starts: string, change: object = {}) =>
    ({
      starts,
      questions: 100,
      right: 60,
      low: 0.5,
      high: 0.7,
      few: false,
      running: false,
      ...change,
    }) as CoverageView['weeks'][number]
  const view = (weeks: CoverageView['weeks'], change: object = {}) =>
    ({ weeks, releases: [], targets: [], ...change }) as unknown as CoverageView

  describe('week by week', () => {
    it('leave out a week without questions, and one that has hardly begun', () => {
      const weeks = [
        week('2026-11-02'),
        week('2026-11-09', { questions: 0 }),
        week('2026-11-16', { few: true }),
        week('2026-11-23', { few: true, running: true }),
      ]
      expect(drawnWeeks({ weeks }).map(({ starts }) => starts)).to.eql(['2026-11-02', '2026-11-16'])
    })
    it('draw the interval as a band between its ends', () => {
      const { series } = trendChart([week('2026-11-02')], view([]))
      const [low, band, line] = series.map(({ data }) => data[0]) as [
        [number, number],
        [number, number],
        { value: [number, number]; symbol: string },
      ]
      expect(low[1]).to.equal(0.5)
      expect(band[1]).to.be.closeTo(0.2, 1e-9)
      expect(line.value).to.eql([Date.parse('2026-11-02'), 0.6])
    })
    it('mark a running week, releases and the target', () => {
      const given = view([], {
        releases: [{ number: 7, at: '2026-11-05T09:00:00Z' }],
        targets: [
          { measure: 'accuracy', share: 0.9 },
          { measure: 'coverage', share: 0.7 },
        ],
      })
      const { series } = trendChart([week('2026-11-02', { running: true })], given)
      const line = series[2] as {
        data: { symbol: string }[]
        markLine: { data: { xAxis?: number; yAxis?: number }[] }
      }
      expect(line.data[0]!.symbol).to.equal('emptyCircle')
      expect(line.markLine.data.map(({ xAxis, yAxis }) => xAxis ?? yAxis)).to.eql([
        Date.parse('2026-11-05T09:00:00Z'),
        0.7,
      ])
    })
    it('say what a week came to, and lead to its questions', () => {
      expect(weekWords(week('2026-11-02', { running: true })))
        .to.match(/^Week from 2 Nov/)
        .and.include(', so far')
        .and.include('of 100 questions')
      expect(questionsOfWeek({ starts: '2026-10-26' })).to.eql({
        from: '2026-10-26',
        to: '2026-11-01',
      })
    })
  })

  describe('by door, collection, hour and so on', () => {
    const row = (label: string, change: object = {}) =>
      ({
        label,
        name: label,
        questions: 10,
        answered: 8,
        right: 6,
        low: 0.4,
        high: 0.8,
        opened: 3,
        up: 2,
        down: 1,
        ...change,
      }) as unknown as DimensionView['rows'][number]
    const named = (n: number) => Array.from({ length: n }, (_, i) => row(String(i)))

    it('draw the most asked, the first of them at the top', () => {
      const drawn = drawnRows(named(20), 'collection')
      expect([drawn.length, drawn.at(-1)!.label]).to.eql([16, '0'])
    })
    it('draw all hours, in their order from left to right', () => {
      const drawn = drawnRows(named(24), 'hour')
      expect([drawn.length, drawn[0]!.label]).to.eql([24, '0'])
      const { xAxis } = dimensionChart(drawn, 'hour') as unknown as { xAxis: { data: string[] } }
      expect(xAxis.data).to.have.length(24)
    })
    it('draw shares with their intervals, and counts of answers without', () => {
      const shares = dimensionChart([row('Fares')], 'door').series
      expect(shares[0]!.data).to.eql([0.6])
      expect(shares[1]!.data).to.eql([[0, 0.4, 0.8]])
      const counts = dimensionChart([row('Dogs')], 'item').series
      expect(counts.map(({ data }) => data)).to.eql([[8]])
    })
    it('draw the interval from end to end along the bar', () => {
      const [, intervals] = dimensionChart([row('Fares')], 'door').series as unknown as [
        unknown,
        { renderItem: (params: unknown, api: object) => { shape: object } },
      ]
      const { shape } = intervals.renderItem(null, {
        value: (place: number) => [0, 0.4, 0.8][place],
        coord: ([x, y]: [number, number]) => [x * 100, y],
      })
      expect(shape).to.eql({ x1: 40, y1: 0, x2: 80, y2: 0 })
    })
    it('say of an item what its answers did, else how well questions are covered', () => {
      expect(rowWords(row('Dogs'), 'item')).to.equal('Dogs: 8 answers, 3 opened, 2 up, 1 down')
      expect(rowWords(row('Fares'), 'door')).to.include('of 10 questions')
    })
    it('have the same in a table, a share in per cent with one decimal', () => {
      expect(tableOf([row('Fares', { right: 6.66 })], 'door').rows).to.eql([
        ['Fares', 10, 66.6, 40, 80],
      ])
      const items = tableOf([row('Dogs', { answered: 0, right: 0 })], 'item')
      expect(items.rows[0]).to.have.length(items.columns.length)
      expect(items.rows[0]!.slice(0, 3)).to.eql(['Dogs', 0, 0])
    })
  })
})
