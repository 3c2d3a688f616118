<script setup lang="ts">
import { sure } from '../shell/format.ts'
import type { ReliabilityBin } from '@janua/core'

/** What was promised against what came of it, by tenths of confidence; on the line every promise is kept. */
const { bins } = defineProps<{ bins: ReliabilityBin[] }>()
const S = 190
const at = (value: number) => 26 + value * (S - 34)
const up = (value: number) => S - 24 - value * (S - 34)
const radius = (n: number) => Math.min(11, 3 + Math.sqrt(n))
</script>

<template>
  <svg
    :viewBox="`0 0 ${S} ${S}`"
    :width="S"
    :height="S"
    role="img"
    :aria-label="$t('releases.reliabilityDiagram.reliabilityDiagram')"
  >
    <line class="kept" :x1="at(0)" :y1="up(0)" :x2="at(1)" :y2="up(1)" />
    <path class="frame" :d="`M${at(0)},${up(1)} V${up(0)} H${at(1)}`" />
    <g v-for="bin in bins" :key="bin.from">
      <line
        class="off"
        :x1="at(bin.promised)"
        :x2="at(bin.promised)"
        :y1="up(bin.promised)"
        :y2="up(bin.right)"
      />
      <circle :cx="at(bin.promised)" :cy="up(bin.right)" :r="radius(bin.n)">
        <title>
          {{
            $t('releases.reliabilityDiagram.reviewedAtRight', {
              n: bin.n,
              promised: sure(bin.promised),
              right: Math.round(bin.right * 100),
            })
          }}
        </title>
      </circle>
    </g>
    <text :x="at(0.5)" :y="S - 4" text-anchor="middle">
      {{ $t('releases.reliabilityDiagram.promised') }}
    </text>
    <text :x="12" :y="up(0.5)" text-anchor="middle" :transform="`rotate(-90 12 ${up(0.5)})`">
      {{ $t('releases.reliabilityDiagram.cameRight') }}
    </text>
  </svg>
</template>

<style scoped>
.kept {
  stroke: var(--muted);
  stroke-dasharray: 3 3;
}
.frame {
  fill: none;
  stroke: var(--ink);
}
.off {
  stroke: var(--harbour);
  opacity: 0.5;
}
circle {
  fill: var(--harbour);
  opacity: 0.85;
}
text {
  font: var(--text-tiny) var(--body);
  fill: var(--muted);
}
</style>
