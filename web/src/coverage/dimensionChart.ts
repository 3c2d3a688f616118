import { t } from '../shell/i18n.ts'
import type { DimensionView } from '@janua/contracts'
import type { Dimension } from '@janua/core'
import { counted, percent, whole } from '../shell/format.ts'
import { axis, base, token, tooltip } from './chartStyle.ts'
import { shareOf, tenths } from './words.ts'

type Row = DimensionView['rows'][number]

/** So many bars are drawn; the table below has all. */
const MOST_DRAWN = 16
const HOURS = 24

/**
 * The rows in the order in which they are drawn: hours as they come, from left to right; else the most asked at the top,
 * and ECharts draws from the bottom.
 */
export function drawnRows(rows: readonly Row[], dimension: Dimension): Row[] {
  return dimension === 'hour' ? rows.slice(0, HOURS) : rows.slice(0, MOST_DRAWN).toReversed()
}

/** What the tooltip says of a bar. Of an item it tells what its answers did, else how well questions are covered. */
export function rowWords(row: Row, dimension: Dimension): string {
  return dimension === 'item'
    ? t('coverage.dimensionChart.itemFigures', { ...row, answered: whole(row.answered) })
    : `${row.label}: ${t('coverage.trendChart.shareOfQuestions', {
        share: `<strong>${percent(shareOf(row))}</strong>`,
        low: percent(row.low ?? 0),
        high: percent(row.high ?? 1),
        questions: counted('units.question', row.questions),
      })}`
}

/** The same as a table: its heads, and a row for each. */
export function tableOf(rows: readonly Row[], dimension: Dimension) {
  return dimension === 'item'
    ? {
        columns: [
          t('common.title'),
          t('coverage.byDimension.answers'),
          t('coverage.dimensionChart.expectedRight'),
          t('coverage.dimensionChart.opened'),
          t('coverage.logFilters.votedUp'),
          t('coverage.logFilters.votedDown'),
        ],
        rows: rows.map((row) => [
          row.label,
          row.answered,
          tenths(row.answered === 0 ? 0 : Math.min(1, row.right / row.answered)),
          row.opened,
          row.up,
          row.down,
        ]),
      }
    : {
        columns: [
          t('common.name'),
          t('common.questions'),
          t('coverage.coverageTrend.coverage'),
          t('coverage.coverageTrend.low'),
          t('coverage.coverageTrend.high'),
        ],
        rows: rows.map((row) => [
          row.label,
          row.questions,
          tenths(shareOf(row)),
          tenths(row.low),
          tenths(row.high),
        ]),
      }
}

/** Bars of coverage with their intervals, or of answers given, as ECharts draws them in the colours in force. @param rows as drawn */
export function dimensionChart(rows: readonly Row[], dimension: Dimension) {
  const isItems = dimension === 'item'
  const upright = dimension === 'hour'
  const value = {
    type: 'value',
    min: 0,
    max: isItems ? undefined : 1,
    ...axis(),
    axisLabel: {
      color: token('muted'),
      formatter: (n: number) => (isItems ? String(n) : `${Math.round(n * 100)} %`),
    },
  }
  const names = {
    type: 'category',
    data: rows.map(({ label }) => label),
    ...axis(),
    splitLine: { show: false },
    axisLabel: { color: token('ink'), width: 190, overflow: 'truncate' },
  }
  const intervals = {
    type: 'custom',
    silent: true,
    renderItem: whisker(upright),
    data: rows.map((row, i) => [i, row.low ?? shareOf(row), row.high ?? shareOf(row)]),
  }
  return {
    ...base(),
    grid: { left: upright ? 44 : 200, right: 24, top: 8, bottom: 26 },
    tooltip: {
      trigger: 'item',
      ...tooltip(),
      formatter: ({ dataIndex }: { dataIndex: number }) => rowWords(rows[dataIndex]!, dimension),
    },
    ...(upright ? { xAxis: names, yAxis: value } : { xAxis: value, yAxis: names }),
    series: [
      {
        type: 'bar',
        barMaxWidth: 16,
        itemStyle: { color: token('harbour') },
        data: rows.map((row) => (isItems ? row.answered : shareOf(row))),
      },
      ...(isItems ? [] : [intervals]),
    ],
  }
}

/** The interval of a bar, drawn over it. */
function whisker(upright: boolean) {
  return (
    _params: unknown,
    api: { value(at: number): number; coord(point: [number, number]): [number, number] },
  ) => {
    const at = (share: number) => api.coord(upright ? [api.value(0), share] : [share, api.value(0)])
    const [[x1, y1], [x2, y2]] = [at(api.value(1)), at(api.value(2))]
    return {
      type: 'line',
      shape: { x1, y1, x2, y2 },
      style: { stroke: token('brass-bright'), lineWidth: 3 },
    }
  }
}
