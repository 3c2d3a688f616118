<script setup lang="ts">
import { computed } from 'vue'

/** A course of some figures, without an axis; its words say the figures. */
const {
  values,
  rising = false,
  label,
} = defineProps<{ values: number[]; rising?: boolean; label: string }>()
const W = 72
const H = 22
const points = computed(() => {
  const most = Math.max(1, ...values)
  return values
    .map(
      (value, i) =>
        `${(2 + (i * (W - 4)) / Math.max(1, values.length - 1)).toFixed(1)},${(H - 3 - (value / most) * (H - 6)).toFixed(1)}`,
    )
    .join(' ')
})
</script>

<template>
  <svg
    :viewBox="`0 0 ${W} ${H}`"
    :width="W"
    :height="H"
    role="img"
    :aria-label="label"
    :class="{ rising }"
  >
    <title>{{ label }}</title>
    <polyline :points="points" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
}
polyline {
  fill: none;
  stroke: var(--muted);
  stroke-width: 2;
  stroke-linejoin: round;
}
.rising polyline {
  stroke: var(--brick);
}
</style>
