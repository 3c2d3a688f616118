<script setup lang="ts">
import { computed } from 'vue'

const { name, size = 28 } = defineProps<{ name: string; size?: number }>()
const initials = computed(() =>
  name
    .split(/\s+/)
    .map((word) => word[0])
    .slice(0, 2)
    .join('')
    .toUpperCase(),
)
</script>

<template>
  <span class="arch" :style="{ width: `${size}px`, height: `${size}px` }" :title="name">{{
    initials
  }}</span>
</template>

<style scoped>
.arch {
  display: inline-grid;
  place-items: center;
  background: var(--brass-bright);
  color: #1c2a2e;
  font: 700 var(--text-tiny) / 1 var(--body);
  border-radius: 50% 50% 5px 5px;
  flex: none;
}
</style>
