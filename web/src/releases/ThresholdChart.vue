<script setup lang="ts">
import { sure } from '../shell/format.ts'
import type { ThresholdPoint } from '@janua/core'
import { computed, useTemplateRef } from 'vue'

/** Share answered against accuracy with its band, by the place of the threshold; the threshold follows the finger. */
const { points, present, best } = defineProps<{
  points: ThresholdPoint[]
  present: number
  best: number | null
}>()
const threshold = defineModel<number>({ required: true })
const W = 700
const H = 300
const LEFT = 44
const x = (value: number) => LEFT + value * (W - LEFT - 10)
const y = (share: number) => 12 + (1 - share) * (H - 46)
const svg = useTemplateRef<SVGSVGElement>('svg')
const line = (some: ThresholdPoint[], of: (point: ThresholdPoint) => number | null) =>
  some
    .flatMap((point) =>
      of(point) === null ? [] : [`${x(point.threshold).toFixed(1)},${y(of(point)!).toFixed(1)}`],
    )
    .join(' ')
const known = computed(() => points.filter((point) => point.known))
const firstKnown = computed(() => known.value[0]?.threshold ?? 0)
const band = computed(() => {
  const some = known.value.filter((point) => point.band)
  return [
    ...some.map((point) => `${x(point.threshold)},${y(point.band!.high)}`),
    ...some.toReversed().map((point) => `${x(point.threshold)},${y(point.band!.low)}`),
  ].join(' ')
})
const at = computed(() => points[Math.round(threshold.value * 100)])

function follow(event: PointerEvent): void {
  if (event.type === 'pointermove' && event.buttons === 0) return
  const box = svg.value!.getBoundingClientRect()
  const value = (((event.clientX - box.left) / box.width) * W - LEFT) / (W - LEFT - 10)
  threshold.value = Math.round(Math.min(0.99, Math.max(0.05, value)) * 100) / 100
}
function hold(event: PointerEvent): void {
  svg.value!.setPointerCapture(event.pointerId)
  follow(event)
}
function key(event: KeyboardEvent): void {
  const by = { ArrowLeft: -0.01, ArrowRight: 0.01, PageDown: -0.1, PageUp: 0.1 }[event.key]
  if (by === undefined) return
  event.preventDefault()
  threshold.value = Math.round(Math.min(0.99, Math.max(0.05, threshold.value + by)) * 100) / 100
}
</script>

<template>
  <svg
    ref="svg"
    :viewBox="`0 0 ${W} ${H}`"
    class="chart"
    data-test="threshold-chart"
    @pointerdown="hold"
    @pointermove="follow"
  >
    <defs>
      <pattern
        id="unknown"
        width="6"
        height="6"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <line x1="0" y1="0" x2="0" y2="6" />
      </pattern>
    </defs>
    <g v-for="mark in [0, 0.25, 0.5, 0.75, 1]" :key="mark">
      <line class="grid" :x1="LEFT" :x2="W - 10" :y1="y(mark)" :y2="y(mark)" />
      <text class="tick" :x="LEFT - 8" :y="y(mark) + 4" text-anchor="end">
        {{ Math.round(mark * 100) }} %
      </text>
    </g>
    <text
      v-for="mark in [0, 0.2, 0.4, 0.6, 0.8, 1]"
      :key="mark"
      class="tick"
      :x="x(mark)"
      :y="H - 16"
      text-anchor="middle"
    >
      {{ sure(mark) }}
    </text>
    <rect
      v-if="firstKnown > 0"
      :x="x(0)"
      :y="y(1)"
      :width="x(firstKnown) - x(0)"
      :height="y(0) - y(1)"
      fill="url(#unknown)"
      class="unknown"
    />
    <text
      v-if="firstKnown > 0.08"
      class="tick"
      :x="x(firstKnown / 2)"
      :y="y(0.5)"
      text-anchor="middle"
    >
      {{ $t('releases.thresholdChart.notKnown') }}
    </text>
    <polygon class="band" :points="band" />
    <polyline class="answered" :points="line(points, ({ answered }) => answered)" />
    <polyline class="accuracy" :points="line(known, ({ accuracy }) => accuracy)" />
    <path v-if="best !== null" class="best" :d="`M${x(best)},${y(0) + 2} l-6,9 h12 z`">
      <title>{{ $t('releases.thresholdChart.theCheapestPlace', { best: sure(best) }) }}</title>
    </path>
    <line class="present" :x1="x(present)" :x2="x(present)" :y1="y(1)" :y2="y(0)" />
    <g
      class="threshold"
      role="slider"
      tabindex="0"
      :aria-label="$t('releases.thresholdChart.theThreshold')"
      aria-valuemin="0.05"
      aria-valuemax="0.99"
      :aria-valuenow="threshold"
      data-test="threshold"
      @keydown="key"
    >
      <rect :x="x(threshold) - 3" :y="y(1) - 6" width="6" :height="y(0) - y(1) + 12" />
      <text
        :x="x(threshold) + (threshold > 0.8 ? -9 : 9)"
        :y="y(1) + 2"
        :text-anchor="threshold > 0.8 ? 'end' : 'start'"
      >
        {{ $t('releases.thresholdChart.threshold', { threshold: sure(threshold) }) }}
      </text>
    </g>
    <template v-if="at">
      <circle class="dot answered" :cx="x(threshold)" :cy="y(at.answered)" r="5" />
      <circle
        v-if="at.accuracy !== null && at.known"
        class="dot accuracy"
        :cx="x(threshold)"
        :cy="y(at.accuracy)"
        r="5"
      />
    </template>
    <text class="tick" :x="x(0.5)" :y="H - 2" text-anchor="middle">
      {{ $t('releases.thresholdChart.confidenceFromWhichJanua') }}
    </text>
  </svg>
</template>

<style scoped>
.chart {
  width: 100%;
  display: block;
  touch-action: none;
  cursor: ew-resize;
  user-select: none;
}
.grid {
  stroke: var(--line);
}
.tick {
  font: var(--text-tiny) var(--body);
  fill: var(--muted);
  font-variant-numeric: tabular-nums;
}
pattern line {
  stroke: var(--line);
  stroke-width: 3;
}
polyline {
  fill: none;
  stroke-width: 2.5;
}
polyline.answered {
  stroke: var(--harbour);
}
polyline.accuracy {
  stroke: var(--moss);
}
.band {
  fill: var(--moss);
  opacity: 0.18;
}
.present {
  stroke: var(--muted);
  stroke-dasharray: 4 4;
}
.best {
  fill: var(--brass);
}
.threshold rect {
  fill: var(--brass);
  rx: 2px;
}
.threshold text {
  font: 600 var(--text-small) var(--body);
  fill: var(--brass);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}
.threshold:focus-visible {
  outline: none;
}
.threshold:focus-visible rect {
  stroke: var(--harbour);
  stroke-width: 2;
}
.dot {
  stroke: var(--surface);
  stroke-width: 2;
}
.dot.answered {
  fill: var(--harbour);
}
.dot.accuracy {
  fill: var(--moss);
}
</style>
