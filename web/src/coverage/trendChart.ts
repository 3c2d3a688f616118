import { t } from '../shell/i18n.ts'
import type { CoverageView } from '@janua/contracts'
import { counted, day, percent } from '../shell/format.ts'
import { axis, base, token, tooltip } from './chartStyle.ts'
import { shareOf } from './words.ts'

type Week = CoverageView['weeks'][number]

/** The moment at which a day begins, in milliseconds. */
const at = (iso: string) => Date.parse(`${iso}T00:00:00Z`)
const SIX_DAYS_MS = 6 * 86_400_000
const short = (iso: string) => day(iso).replace(/ \d{4}$/, '')
const lowOf = (week: Week) => week.low ?? shareOf(week)
const highOf = (week: Week) => week.high ?? shareOf(week)

/** The weeks that are drawn: one that has hardly begun would only show its margin. */
export function drawnWeeks({ weeks }: Pick<CoverageView, 'weeks'>): Week[] {
  return weeks.filter(({ questions, running, few }) => questions > 0 && !(running && few))
}

/** The address of a week's questions. */
export function questionsOfWeek({ starts }: Pick<Week, 'starts'>): { from: string; to: string } {
  return { from: starts, to: new Date(at(starts) + SIX_DAYS_MS).toISOString().slice(0, 10) }
}

/** What the tooltip says of a week. */
export function weekWords(week: Week): string {
  const head = t(
    week.running ? 'coverage.trendChart.weekFromSoFar' : 'coverage.trendChart.weekFrom',
    { day: day(week.starts) },
  )
  const figure = t('coverage.trendChart.shareOfQuestions', {
    share: `<strong>${percent(shareOf(week))}</strong>`,
    low: percent(lowOf(week)),
    high: percent(highOf(week)),
    questions: counted('units.question', week.questions),
  })
  return `${head}<br>${figure}`
}

/** Coverage with its band, releases and target, as ECharts draws it in the colours in force. */
export function trendChart(weeks: Week[], { releases, targets }: CoverageView) {
  const target = targets.find(({ measure }) => measure === 'coverage')
  const hidden = {
    type: 'line' as const,
    stack: 'band',
    symbol: 'none',
    lineStyle: { width: 0 },
    silent: true,
  }
  return {
    ...base(),
    grid: { left: 44, right: 16, top: 26, bottom: 26 },
    tooltip: {
      trigger: 'axis',
      ...tooltip(),
      formatter: ([first]: { dataIndex: number }[]) => weekWords(weeks[first!.dataIndex]!),
    },
    xAxis: {
      type: 'time',
      ...axis(),
      splitLine: { show: false },
      axisLabel: {
        color: token('muted'),
        formatter: (value: number) => short(new Date(value).toISOString()),
        hideOverlap: true,
      },
    },
    yAxis: {
      type: 'value',
      min: 0,
      max: 1,
      interval: 0.25,
      ...axis(),
      axisLabel: {
        color: token('muted'),
        formatter: (value: number) => `${Math.round(value * 100)} %`,
      },
    },
    series: [
      // Two stacked lines: nothing up to the lower end of the interval, the band from there on.
      { ...hidden, data: weeks.map((week) => [at(week.starts), lowOf(week)]) },
      {
        ...hidden,
        areaStyle: { color: token('harbour'), opacity: 0.16 },
        data: weeks.map((week) => [at(week.starts), highOf(week) - lowOf(week)]),
      },
      {
        type: 'line',
        symbolSize: 8,
        lineStyle: { width: 2.5, color: token('harbour') },
        itemStyle: { color: token('harbour') },
        data: weeks.map((week) => ({
          value: [at(week.starts), shareOf(week)],
          symbol: week.running ? 'emptyCircle' : 'circle',
        })),
        markLine: {
          symbol: 'none',
          silent: true,
          animation: false,
          data: [...releases.map(releaseLine), ...(target ? [targetLine(target.share)] : [])],
        },
      },
    ],
  }
}

function releaseLine({ number, at: moment }: CoverageView['releases'][number]) {
  return {
    xAxis: Date.parse(moment),
    label: {
      formatter: t('coverage.trendChart.release', { number }),
      color: token('brass'),
      position: 'end' as const,
      align: 'left' as const,
    },
    lineStyle: { color: token('brass'), type: 'dotted' as const },
  }
}

function targetLine(share: number) {
  return {
    yAxis: share,
    label: { formatter: 'target', color: token('moss'), position: 'insideEndTop' as const },
    lineStyle: { color: token('moss'), type: 'dashed' as const },
  }
}
