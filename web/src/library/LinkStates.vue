<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { Insights } from '@janua/contracts'

/** The links of a text, with what came of the last check. */
defineProps<{ links: Insights['links'] }>()
const WORDS = {
  fine: t('library.linkStates.leadsThere'),
  broken: t('library.linkStates.broken'),
  unchecked: t('library.linkStates.notChecked'),
  'not yet': t('library.linkStates.notCheckedYet'),
}
</script>

<template>
  <section v-if="links.length" :aria-label="$t('library.linkStates.links')" data-test="links">
    <h3>{{ $t('library.linkStates.links') }}</h3>
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
