<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { ImportResult } from '@janua/contracts'
import Button from 'primevue/button'
import { computed } from 'vue'
import { counted } from '../shell/format.ts'
import { itemPath } from './itemPaths.ts'

/** What became of each file; those that were refused stand first. */
const { results } = defineProps<{ results: ImportResult[] }>()
defineEmits<{ away: [] }>()
const sorted = computed(() =>
  [...results].sort((a, b) => Number(b.result === 'refused') - Number(a.result === 'refused')),
)
const tally = computed(() => {
  const sum = (pick: 'imported' | 'updated' | 'unchanged') =>
    results.reduce(
      (n, each) => n + (each.result === 'taken' ? each.tally[pick] : Number(each.result === pick)),
      0,
    )
  return t('library.importResults.importedUpdatedUnchangedRefused', {
    imported: sum('imported'),
    updated: sum('updated'),
    unchanged: sum('unchanged'),
    refused: results.filter(({ result }) => result === 'refused').length,
  })
})
const BECAME = {
  article: 'articles',
  fixed: t('library.importResults.fixedAnswers'),
  glossary: t('library.importResults.glossary'),
  smallTalk: t('library.importResults.smallTalk'),
  document: 'documents',
  library: t('library.importResults.library'),
} as Record<string, string>
</script>

<template>
  <div class="stack">
    <p class="row">
      <strong class="grow" data-test="import-tally">{{ tally }}</strong><Button
        size="small"
        text
        :label="$t('library.importResults.putThisListAway')"
        @click="$emit('away')"
      />
    </p>
    <ul data-test="import-results">
      <li v-for="result in sorted" :key="`${result.file} ${result.result}`" :class="result.result">
        <b>{{ result.result }}</b> <span class="file">{{ result.file }}</span><template
          v-if="result.result === 'refused'"
          >: {{ result.reason }}</template
        >
        <template v-else-if="result.result === 'taken'"
          >{{ ' '
          }}{{
            $t('library.importResults.newUpdatedUnchanged', {
              what: BECAME[result.what],
              imported: result.tally.imported,
              updated: result.tally.updated,
              unchanged: result.tally.unchanged,
            })
          }}
          <details v-if="result.notes.length" open>
            <summary>
              {{
                $t('library.importResults.notComeIn', {
                  rowDid: counted('units.rowDid', result.notes.length),
                })
              }}
            </summary>
            <ul class="notes">
              <li v-for="note in result.notes.slice(0, 100)" :key="note">{{ note }}</li>
            </ul>
          </details>
        </template>
        <template v-else>
          → <RouterLink :to="itemPath(result.kind, result.id)">{{ result.title }}</RouterLink>
          <span class="quiet"
            >{{ counted('units.passage', result.passages) }},
            {{ counted('units.word', result.words)
            }}<template v-for="note in result.notes" :key="note"> · {{ note }}</template></span
          ></template
        >
      </li>
    </ul>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  font-size: var(--text-small);
  max-height: 260px;
  overflow: auto;
  display: grid;
  gap: 3px;
}
.notes {
  padding-left: 18px;
}
.refused b {
  color: var(--brick);
}
.imported b,
.updated b,
.taken b {
  color: var(--moss);
}
.unchanged b {
  color: var(--muted);
}
</style>
