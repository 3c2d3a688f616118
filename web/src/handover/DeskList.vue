<script setup lang="ts">
import type { Desk, DeskRow } from '@janua/contracts'
import { span } from '../shell/format.ts'

const { desk, open, now } = defineProps<{ desk: Desk; open: number | null; now: number }>()
/** A wait of this many seconds fills the ring. */
const FULL_WAIT = 600
const waited = (row: DeskRow) => Math.max(0, (now - Date.parse(row.waitingSince ?? row.lastAt)) / 1000)
const ring = (row: DeskRow) => `conic-gradient(${waited(row) > FULL_WAIT / 2 ? 'var(--brick)' : 'var(--brass)'} ${Math.min(1, waited(row) / FULL_WAIT) * 360}deg, var(--line) 0)`
const lastWord = (row: DeskRow) => ({ visitor: 'wrote', agent: 'you wrote', assistant: 'assistant wrote', event: 'since' })[row.lastBy]
</script>

<template>
  <nav class="lists" aria-label="Conversations">
    <h2><span>Waiting</span><span class="quiet figures">{{ desk.waiting.length }}</span></h2>
    <p v-if="desk.waiting.length === 0" class="quiet small none">Nobody waits.</p>
    <RouterLink v-for="row in desk.waiting" :key="row.id" :to="`/desk/${row.id}`" class="item" :class="{ open: row.id === open }" data-test="waiting">
      <i class="ring" :style="{ background: ring(row) }" aria-hidden="true" />
      <span><strong>{{ row.subject }}</strong><small>{{ row.queue?.name }} · waits <span class="figures">{{ span(waited(row)) }}</span></small></span>
    </RouterLink>
    <h2><span>Mine</span><span class="quiet figures">{{ desk.mine.length }}</span></h2>
    <p v-if="desk.mine.length === 0" class="quiet small none">You have none open. Take one above.</p>
    <RouterLink v-for="row in desk.mine" :key="row.id" :to="`/desk/${row.id}`" class="item" :class="{ open: row.id === open, fresh: row.lastBy === 'visitor' }" data-test="mine">
      <span><strong>{{ row.subject }}</strong><small>{{ row.visitor }} · {{ lastWord(row) }} <span class="figures">{{ span((now - Date.parse(row.lastAt)) / 1000) }}</span> ago</small></span>
    </RouterLink>
    <h2 class="last"><span>With the assistant now</span><span class="quiet figures">{{ desk.withAssistant }}</span></h2>
  </nav>
</template>

<style scoped>
h2 { display: flex; justify-content: space-between; padding: 14px 18px 10px; border-bottom: 1px solid var(--line); }
h2:not(:first-child) { border-top: 2px solid var(--ink); margin-top: 14px; }
h2.last { border-bottom: 0; }
h2 .quiet { font: 400 14px/1.4 'Figtree Variable', sans-serif; }
.none { padding: 10px 18px; }
.item { display: flex; gap: 12px; padding: 11px 18px; color: inherit; text-decoration: none; border-bottom: 1px solid var(--line); border-left: 4px solid transparent; }
.item.open { background: var(--surface); border-left-color: var(--brass); }
.item.fresh strong::after { content: ' ●'; color: var(--plum); }
.item > span { display: grid; gap: 2px; min-width: 0; }
small { color: var(--muted); font-size: 13px; }
.ring { width: 30px; height: 30px; border-radius: 50%; flex: none; mask: radial-gradient(circle, transparent 10px, #000 10.5px); }
</style>
