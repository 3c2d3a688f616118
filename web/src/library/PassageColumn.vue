<script setup lang="ts">
import type { Insights } from '@janua/contracts'
import { splitPassages } from '@janua/core'
import { computed } from 'vue'
import BlockList from '../answering/BlockList.vue'
import { counted } from '../shell/format.ts'
import { refDebounced } from '@vueuse/core'

/** The passages that a text will be split into, as the assistant sees it. */
const { body, answered = [] } = defineProps<{ body: string; answered?: Insights['passages'] }>()
const settled = refDebounced(
  computed(() => body),
  200,
)
const questionsOf = (ordinal: number) =>
  answered.find((each) => each.ordinal === ordinal)?.questions ?? []
const passages = computed(() => splitPassages(settled.value))
</script>

<template>
  <aside class="passages" :aria-label="$t('library.passageColumn.passages')">
    <h2>{{ counted('units.passage', passages.length) }}</h2>
    <p class="quiet small">{{ $t('library.passageColumn.anAnswerIsTaken') }}</p>
    <section v-for="passage in passages" :key="passage.ordinal" class="panel" data-test="passage">
      <p class="quiet small">
        <template v-if="passage.path.length">{{ passage.path.join(' › ') }} · </template
        >{{ counted('units.word', passage.words) }}
      </p>
      <div class="prose text"><BlockList :blocks="passage.blocks" /></div>
      <ul v-if="questionsOf(passage.ordinal).length" class="asked small">
        <li class="quiet">{{ $t('library.passageColumn.answeredInTheLast') }}</li>
        <li v-for="question in questionsOf(passage.ordinal).slice(0, 5)" :key="question.text">
          “{{ question.text }}”<span v-if="question.times > 1" class="quiet figures">
            ×{{ question.times }}</span
          >
        </li>
      </ul>
    </section>
    <p v-if="passages.length === 0" class="empty">
      {{ $t('library.passageColumn.nothingToAnswerFrom') }}
    </p>
  </aside>
</template>

<style scoped>
.passages {
  display: grid;
  gap: 10px;
  align-content: start;
}
.panel {
  padding: 10px 14px;
}
.text {
  font-size: var(--text-small);
  overflow-x: auto;
}
.asked {
  list-style: none;
  padding: 0;
  margin-top: 8px;
  border-top: 1px solid var(--line);
  padding-top: 6px;
}
</style>
