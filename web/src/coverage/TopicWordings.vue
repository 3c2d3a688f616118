<script setup lang="ts">
import type { GapEffect, GapSheet } from '@janua/contracts'
import { computed, ref } from 'vue'
import OutcomeChip from '../answering/OutcomeChip.vue'
import { whole } from '../shell/format.ts'

/** The questions of a topic in their own words: how they came out, and what the draft would say now. */
const { sheet, effect } = defineProps<{ sheet: GapSheet; effect: GapEffect | null }>()
const chosen = defineModel<string[]>({ required: true })
const SHOWN = 6
const all = ref(false)
const now = computed(() => new Map(effect?.questions.map((one) => [one.text, one]) ?? []))
const rows = computed(() => (all.value ? sheet.wordings : sheet.wordings.slice(0, SHOWN)))
const pick = (hash: string, on: boolean) =>
  (chosen.value = on ? [...chosen.value, hash] : chosen.value.filter((each) => each !== hash))
</script>

<template>
  <section class="stack" data-test="wordings">
    <h2>{{ $t('coverage.topicWordings.inTheirOwnWords') }}</h2>
    <div class="sideways">
      <table>
        <thead>
          <tr>
            <th scope="col">
              <span class="visually-hidden">{{ $t('coverage.topicWordings.choose') }}</span>
            </th>
            <th scope="col">{{ $t('common.question') }}</th>
            <th scope="col" class="n">{{ $t('coverage.topicWordings.asked') }}</th>
            <th scope="col">{{ $t('coverage.topicWordings.then') }}</th>
            <th scope="col">{{ $t('coverage.topicWordings.inTheDraft') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.hash">
            <td>
              <input
                type="checkbox"
                :checked="chosen.includes(row.hash)"
                :aria-label="$t('coverage.topicWordings.choose2', { text: row.text })"
                @change="pick(row.hash, ($event.target as HTMLInputElement).checked)"
              />
            </td>
            <td>
              <RouterLink
                :to="{ path: '/questions', query: { open: row.question, topic: sheet.topic } }"
                >{{ row.text }}</RouterLink
              >
            </td>
            <td class="n">{{ whole(row.times) }} ×</td>
            <td><OutcomeChip :outcome="row.outcome" /></td>
            <td><OutcomeChip v-if="now.get(row.text)" :outcome="now.get(row.text)!.after" /></td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="small row">
      <button v-if="sheet.wordings.length > SHOWN" type="button" class="bare" @click="all = !all">
        {{
          all
            ? $t('coverage.topicWordings.showFewer')
            : $t('coverage.topicWordings.showAll', { wordings: sheet.wordings.length })
        }}</button><span v-if="all && sheet.more > 0" class="quiet">{{
        $t('coverage.topicWordings.andMoreWordings', { more: sheet.more })
      }}</span
      ><RouterLink :to="{ path: '/questions', query: { topic: sheet.topic } }">{{
        $t('coverage.topicWordings.allItsQuestionsIn')
      }}</RouterLink>
    </p>
  </section>
</template>

<style scoped>
.stack {
  gap: 6px;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--text-small);
}
th {
  text-align: left;
  font-weight: 400;
  color: var(--muted);
  border-bottom: 1px solid var(--ink);
  padding: 4px 10px 4px 0;
}
td {
  border-bottom: 1px solid var(--line);
  padding: 6px 10px 6px 0;
  vertical-align: top;
}
td a {
  color: inherit;
  text-decoration: none;
}
td a:hover {
  text-decoration: underline;
}
.n {
  text-align: right;
  white-space: nowrap;
  font-variant-numeric: tabular-nums;
}
</style>
