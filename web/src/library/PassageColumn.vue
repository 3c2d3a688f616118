<script setup lang="ts">
import { splitPassages } from '@janua/core'
import { computed } from 'vue'
import BlockList from '../answering/BlockList.vue'
import { count } from '../shell/format.ts'
import { refDebounced } from '@vueuse/core'

/** The passages that a text will be split into, as the assistant sees it. */
const { body } = defineProps<{ body: string }>()
const settled = refDebounced(computed(() => body), 200)
const passages = computed(() => splitPassages(settled.value))
</script>

<template>
  <aside class="passages" aria-label="Passages">
    <h2>{{ count(passages.length, 'passage') }}</h2>
    <p class="quiet small">An answer is taken from one of these. Headings make new ones.</p>
    <section v-for="passage in passages" :key="passage.ordinal" class="panel" data-test="passage">
      <p class="quiet small"><template v-if="passage.path.length">{{ passage.path.join(' › ') }} · </template>{{ count(passage.words, 'word') }}</p>
      <div class="prose text"><BlockList :blocks="passage.blocks" /></div>
    </section>
    <p v-if="passages.length === 0" class="empty">Nothing to answer from yet. Write the text on the left.</p>
  </aside>
</template>

<style scoped>
.passages { display: grid; gap: 10px; align-content: start; }
.panel { padding: 10px 14px; }
.text { font-size: 13.5px; overflow-x: auto; }
</style>
