<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { ConflictFinding, CopyFinding, FoundPassage, FoundSide } from '@janua/contracts'
import { wordDiff } from '@janua/core'
import Button from 'primevue/button'
import { computed } from 'vue'
import { percent } from '../shell/format.ts'
import { itemPath } from './itemPaths.ts'

/** Two passages side by side: what they state differently is marked, or what is not the same in near copies. */
const { pair, here, busy } = defineProps<{
  pair: ConflictFinding | CopyFinding
  here: boolean
  busy: boolean
}>()
defineEmits<{ meant: []; takeOut: [item: number, title: string] }>()
const conflict = computed(() => ('on' in pair ? pair : undefined))
const copy = computed(() => ('likeness' in pair ? pair : undefined))
const WHAT: Record<string, string> = {
  time: 'times',
  money: 'prices',
  percent: 'shares',
  duration: t('library.findingPair.durations'),
  length: 'lengths',
  weight: 'weights',
  date: 'dates',
  count: 'numbers',
  'yes or no': t('library.findingPair.yesAndNo'),
}
const diff = computed(() => wordDiff(pair.a.text, pair.b.text))
const where = ({ title, path, page }: FoundPassage) =>
  [title, ...path].join(' › ') + (page ? t('library.findingPair.page', { page }) : '')

/** The statement cut at its marks. */
function marked({ states, marks }: FoundSide): { text: string; differs: boolean }[] {
  const pieces: { text: string; differs: boolean }[] = []
  let at = 0
  for (const [from, to] of marks) {
    pieces.push(
      { text: states.slice(at, from), differs: false },
      { text: states.slice(from, to), differs: true },
    )
    at = to
  }
  return [...pieces, { text: states.slice(at), differs: false }]
}
</script>

<template>
  <section class="panel" :class="{ here }" data-test="finding">
    <p class="row small">
      <strong class="grow">{{
        conflict
          ? $t('library.findingPair.theyStateDifferent', { on: WHAT[conflict.on] ?? conflict.on })
          : $t('library.findingPair.ofTheShorterOne', { likeness: percent(copy!.likeness) })
      }}</strong><Button
        size="small"
        text
        :label="$t('library.findingPair.itIsMeantSo')"
        :loading="busy"
        data-test="meant"
        @click="$emit('meant')"
      />
    </p>
    <div class="both">
      <div v-for="(side, i) in [pair.a, pair.b]" :key="i">
        <p class="small">
          <RouterLink :to="itemPath(side.kind, side.item)">{{ where(side) }}</RouterLink>
        </p>
        <blockquote v-if="conflict">
          <template v-for="(piece, p) in marked(side as FoundSide)" :key="p"
            ><mark v-if="piece.differs">{{ piece.text }}</mark
            ><template v-else>{{ piece.text }}</template></template
          >
        </blockquote>
        <blockquote v-else class="long" tabindex="0" role="region" :aria-label="where(side)">
          <template v-for="(part, p) in diff" :key="p"
            ><span
              v-if="(part.type === 'gone' && i === 0) || (part.type === 'new' && i === 1)"
              class="own"
              >{{ part.text }}</span
            ><template v-else-if="part.type === 'same'">{{ part.text }}</template></template
          >
        </blockquote>
        <p class="row">
          <RouterLink class="small" :to="itemPath(side.kind, side.item)">{{
            $t('library.findingPair.changeThisOne')
          }}</RouterLink><Button
            v-if="side.kind !== 'document'"
            size="small"
            text
            severity="danger"
            :label="$t('library.findingPair.takeItOut')"
            @click="$emit('takeOut', side.item, side.title)"
          />
        </p>
      </div>
    </div>
  </section>
</template>

<style scoped>
.panel {
  padding: 10px 16px;
}
.panel.here {
  border-color: var(--harbour);
}
.both {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 24px;
}
blockquote {
  margin: 6px 0;
  padding-left: 12px;
  border-left: 3px solid var(--line);
}
.long {
  max-height: 150px;
  overflow: auto;
  font-size: var(--text-small);
  white-space: pre-line;
}
mark {
  background: var(--brass-soft);
  color: var(--ink);
  font-weight: 650;
  padding: 0 2px;
}
.own {
  color: var(--muted);
}
@media (width <= 960px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
