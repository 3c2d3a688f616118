<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { FlowBand } from '@janua/core'
import { computed } from 'vue'
import { OUTCOMES } from '../answering/outcomes.ts'
import { whole } from '../shell/format.ts'
import { spread } from '../answering/spread.ts'
import { type FlowPost, flowLayout } from './flowLayout.ts'

/** Outcomes under the live release at the left, under the draft at the right; a band opens its questions. */
const { flow, chosen, names } = defineProps<{
  flow: FlowBand[]
  chosen: FlowBand | null
  names: { live: string; draft: string }
}>()
defineEmits<{ choose: [band: FlowBand] }>()
const WIDTH = 520
const HEIGHT = 250
const POST = 12
const laid = computed(() => flowLayout(flow, { width: WIDTH, height: HEIGHT, post: POST, gap: 14 }))
/** Names of posts, kept apart where posts are small. */
function named(posts: readonly FlowPost[]) {
  const there = posts.filter(({ times }) => times > 0)
  const tops = spread(
    there.map(({ y, height }) => 24 + y + height / 2 - 18),
    38,
  )
  return there.map((post, i) => ({ ...post, top: tops[i]! }))
}
/** Names take more room than posts where several are small. */
const tall = computed(() =>
  Math.max(
    HEIGHT,
    ...[laid.value.live, laid.value.draft].flatMap(named).map(({ top }) => top + 20),
  ),
)
const isChosen = ({ from, to }: FlowBand) => chosen?.from === from && chosen.to === to
const said = ({ from, to, times }: FlowBand) =>
  from === to
    ? t('releases.flowChart.bothTimes', { times: whole(times), from: OUTCOMES[from].name })
    : t('releases.flowChart.then', {
        times: whole(times),
        from: OUTCOMES[from].name,
        to: OUTCOMES[to].name,
      })
</script>

<template>
  <figure class="flow" :style="{ minHeight: `${tall + 24}px` }" data-test="flow">
    <div class="side left">
      <p class="small quiet">{{ names.live }}</p>
      <p
        v-for="post in named(laid.live)"
        :key="post.outcome"
        class="post"
        :style="{ top: `${post.top}px`, color: OUTCOMES[post.outcome].colour }"
      >
        <strong class="figures">{{ whole(post.times) }}</strong><span class="small"
          >{{ OUTCOMES[post.outcome].shape }} {{ OUTCOMES[post.outcome].name }}</span
        >
      </p>
    </div>
    <svg
      :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
      :width="WIDTH"
      :height="HEIGHT"
      role="group"
      :aria-label="$t('releases.flowChart.flowBetweenOutcomes')"
    >
      <g
        v-for="band in laid.bands"
        :key="`${band.from} ${band.to}`"
        role="button"
        tabindex="0"
        class="band"
        :class="{
          chosen: isChosen(band),
          same: band.from === band.to,
          gained: band.to === 'answered' && band.from !== 'answered',
          lost: band.from === 'answered' && band.to !== 'answered',
        }"
        :aria-label="said(band)"
        :data-test="`band-${band.from}-${band.to}`"
        @click="$emit('choose', band)"
        @keydown.enter.prevent="$emit('choose', band)"
        @keydown.space.prevent="$emit('choose', band)"
      >
        <path :d="band.path" />
        <title>{{ said(band) }}</title>
        <text v-if="band.width > 13" :x="band.x" :y="band.y + 4">{{ whole(band.times) }}</text>
      </g>
      <rect
        v-for="post in laid.live"
        :key="`l${post.outcome}`"
        x="0"
        :y="post.y"
        :width="POST - 2"
        :height="post.height"
        :style="{ fill: OUTCOMES[post.outcome].colour }"
      />
      <rect
        v-for="post in laid.draft"
        :key="`d${post.outcome}`"
        :x="WIDTH - POST + 2"
        :y="post.y"
        :width="POST - 2"
        :height="post.height"
        :style="{ fill: OUTCOMES[post.outcome].colour }"
      />
    </svg>
    <div class="side right">
      <p class="small quiet">{{ names.draft }}</p>
      <p
        v-for="post in named(laid.draft)"
        :key="post.outcome"
        class="post"
        :style="{ top: `${post.top}px`, color: OUTCOMES[post.outcome].colour }"
      >
        <strong class="figures">{{ whole(post.times) }}</strong><span class="small"
          >{{ OUTCOMES[post.outcome].shape }} {{ OUTCOMES[post.outcome].name }}</span
        >
      </p>
    </div>
  </figure>
</template>

<style scoped>
.flow {
  display: grid;
  grid-template-columns: 128px auto 128px;
  gap: 10px;
  justify-content: start;
  overflow-x: auto;
}
svg {
  margin-top: 24px;
  overflow: visible;
  max-width: 100%;
}
.side {
  position: relative;
}
.left {
  text-align: right;
}
.post {
  position: absolute;
  display: grid;
  line-height: 1.2;
}
.left .post {
  right: 0;
}
.right .post {
  left: 0;
}
.post strong {
  font-size: var(--text-large);
}
.post .small {
  white-space: nowrap;
}
.band {
  cursor: pointer;
}
.band path {
  fill: var(--line);
  opacity: 0.75;
}
.band.gained path {
  fill: var(--moss);
  opacity: 0.55;
}
.band.lost path {
  fill: var(--brick);
  opacity: 0.6;
}
.band:hover path,
.band.chosen path {
  opacity: 1;
}
.band.chosen path {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.band:focus-visible {
  outline: none;
}
.band:focus-visible path {
  stroke: var(--harbour);
  stroke-width: 2.5;
}
text {
  font: 600 var(--text-tiny) var(--body);
  fill: var(--ink);
  text-anchor: middle;
  pointer-events: none;
  font-variant-numeric: tabular-nums;
}
</style>
