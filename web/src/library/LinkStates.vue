<script setup lang="ts">
import type { Insights } from '@janua/contracts'

/** The links of a text, with what came of the last check. */
defineProps<{ links: Insights['links'] }>()
const WORDS = {
  fine: 'leads there',
  broken: 'broken',
  unchecked: 'not checked',
  'not yet': 'not checked yet',
}
</script>

<template>
  <section v-if="links.length" aria-label="Links" data-test="links">
    <h3>Links</h3>
    <ul class="small">
      <li v-for="link in links" :key="link.address">
        <span class="address">{{ link.address }}</span>
        <b :class="link.state">{{ WORDS[link.state] }}</b><template v-if="link.because"
          >: {{ link.because }}</template
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 4px;
}
.address {
  overflow-wrap: anywhere;
}
b {
  font-weight: 600;
  color: var(--muted);
}
.fine {
  color: var(--moss);
}
.broken {
  color: var(--brick);
}
</style>
