<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { Verdict } from '@janua/contracts'
import { onKeyStroke } from '@vueuse/core'
import Button from 'primevue/button'
import Message from 'primevue/message'
import { onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import OutcomeChip from '../answering/OutcomeChip.vue'
import { moment, sure, whole } from '../shell/format.ts'
import { typingSomewhere } from '../shell/typing.ts'
import { useSession } from '../shell/session.ts'
import LogFilters from './LogFilters.vue'
import QuestionSheet from './QuestionSheet.vue'
import { filterFrom, queryOf, useLog } from './useLog.ts'

/** Every question of every channel: searched, opened, reviewed one after another by keyboard. */
const session = useSession()
const route = useRoute()
const router = useRouter()
const {
  filter,
  rows,
  next,
  marked,
  reviewed,
  state,
  counted,
  busy,
  load,
  more,
  step,
  review,
  undo,
} = useLog()
const KEYS: Record<string, Verdict> = {
  r: 'right',
  p: 'partly',
  w: 'wrong',
  s: 'rightly silent',
  q: 'not a question',
}
const LABELS: Record<Verdict, string> = {
  right: t('coverage.questions.right'),
  partly: t('coverage.questions.partly'),
  wrong: t('coverage.questions.wrong'),
  'rightly silent': t('coverage.questions.rightlySilent'),
  'not a question': t('coverage.questions.notAQuestion'),
}
const sheet = ref(0)
const fileLink = (format: string) =>
  `/api/log/file?${new URLSearchParams({ ...queryOf(filter.value), format }).toString()}`

onMounted(async () => {
  filter.value = filterFrom(route.query)
  marked.value = Number(route.query.open) || null
  const asked = marked.value
  await load()
  if (asked) marked.value = asked
})
watch(
  filter,
  async () => {
    await router.replace({ query: queryOf(filter.value) })
    await load()
  },
  { deep: true },
)
watch(
  marked,
  () => document.querySelector('[data-marked="true"]')?.scrollIntoView({ block: 'nearest' }),
  { flush: 'post' },
)
async function say(verdict: Verdict): Promise<void> {
  await review(verdict)
  sheet.value++
}
onKeyStroke([...Object.keys(KEYS), 'n', 'j', 'k', 'u'], (event) => {
  if (typingSomewhere(event) || event.ctrlKey || event.metaKey || event.altKey) return
  event.preventDefault()
  if (event.key === 'u') void undo()
  else if (event.key === 'k') step(-1)
  else if (event.key === 'n' || event.key === 'j') step(1)
  else void say(KEYS[event.key]!)
})
</script>

<template>
  <div class="page">
    <div class="head">
      <div>
        <h1 data-test="log-head">
          <template v-if="counted.value"
            >{{ counted.value.more ? `${$t('coverage.questions.moreThan')} ` : ''
            }}{{ whole(counted.value.n) }}
            {{
              counted.value.n === 1
                ? $t('coverage.questions.question')
                : $t('coverage.questions.questions')
            }}</template
          ><template v-else>{{ $t('common.questions') }}</template>
        </h1>
        <p class="quiet">{{ $t('coverage.questions.everythingThatWasAsked') }}</p>
      </div>
      <RouterLink to="/questions/imports" class="small">{{
        $t('coverage.questions.bringInALog')
      }}</RouterLink>
      <template v-if="session.role === 'lead'"
        ><a :href="fileLink('csv')" class="small" download>{{ $t('common.csv') }}</a
        ><a :href="fileLink('jsonl')" class="small" download>{{
          $t('coverage.questions.jsonLines')
        }}</a></template
      >
    </div>
    <LogFilters v-model="filter" />
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <div v-if="state.status === 'ready' && rows.length === 0" class="empty panel">
      <p>{{ $t('coverage.questions.nothingWasAskedThat') }}</p>
    </div>
    <div v-else class="columns">
      <div class="list">
        <div class="sideways">
          <table>
            <thead>
              <tr>
                <th scope="col">{{ $t('common.question') }}</th>
                <th scope="col">{{ $t('coverage.questions.outcome') }}</th>
                <th scope="col" class="n">{{ $t('coverage.questions.sure') }}</th>
                <th scope="col">{{ $t('coverage.questions.from') }}</th>
                <th scope="col">{{ $t('coverage.questions.reviewed') }}</th>
                <th scope="col" class="n">{{ $t('coverage.questions.asked') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr
                v-for="row in rows"
                :key="row.id"
                :class="{ marked: row.id === marked }"
                :data-marked="row.id === marked"
                data-test="log-row"
                @click="marked = row.id"
              >
                <td>
                  <button
                    type="button"
                    class="text"
                    :aria-current="row.id === marked ? 'true' : undefined"
                  >
                    {{ row.text }}</button><span v-if="row.written" class="small under written"
                    >“{{ row.written }}”</span
                  ><span class="small quiet under">{{
                    row.topic?.label ??
                    (row.channel === 'imported' ? $t('coverage.questions.imported') : '')
                  }}</span>
                </td>
                <td>
                  <OutcomeChip :outcome="row.outcome" /><span
                    v-if="row.vote"
                    class="small vote"
                    :class="row.vote"
                    >{{
                      row.vote === 'up'
                        ? $t('coverage.questions.settled')
                        : $t('coverage.questions.votedDown')
                    }}</span
                  >
                </td>
                <td class="n">{{ sure(row.confidence) }}</td>
                <td class="from">{{ row.source?.title }}</td>
                <td class="small">{{ row.reviewed ? LABELS[row.reviewed] : '' }}</td>
                <td class="n small">{{ moment(row.at) }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <p v-if="next !== null">
          <Button
            size="small"
            text
            :label="$t('coverage.questions.olderOnes')"
            :loading="state.status === 'loading'"
            data-test="log-more"
            @click="more"
          />
        </p>
      </div>
      <aside v-if="marked !== null" class="panel">
        <p class="row reviewing" data-test="reviewing">
          <Button
            v-for="(verdict, key) in KEYS"
            :key="key"
            size="small"
            outlined
            :disabled="busy"
            :data-test="`log-${key}`"
            @click="say(verdict)"
            ><span>{{ LABELS[verdict] }}</span> <kbd>{{ String(key).toUpperCase() }}</kbd></Button
          ><Button
            v-if="reviewed.length"
            size="small"
            text
            :disabled="busy"
            data-test="log-undo"
            @click="undo"
            ><span>{{ $t('coverage.questions.undo') }}</span> <kbd>U</kbd></Button
          >
        </p>
        <QuestionSheet :id="marked" :key="`${marked} ${sheet}`" />
      </aside>
    </div>
  </div>
</template>

<style scoped>
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
  padding: 4px 12px 5px 0;
  white-space: nowrap;
  position: sticky;
  top: 0;
  background: var(--paper);
}
td {
  padding: 7px 12px 7px 0;
  border-bottom: 1px solid var(--line);
  vertical-align: top;
}
th:first-child,
td:first-child {
  padding-left: 8px;
  border-left: 4px solid transparent;
}
tr {
  cursor: pointer;
}
tr.marked td {
  background: var(--surface);
}
tr.marked td:first-child {
  border-left-color: var(--brass);
}
.text {
  border: 0;
  background: none;
  padding: 0;
  color: inherit;
  text-align: left;
  cursor: pointer;
  font-size: var(--text-small);
  overflow-wrap: anywhere;
}
.written {
  display: -webkit-box;
  overflow: hidden;
  overflow-wrap: anywhere;
  -webkit-line-clamp: 3;
  line-clamp: 3;
  -webkit-box-orient: vertical;
}
.under {
  display: block;
}
.n {
  text-align: right;
  white-space: nowrap;
  font-variant-numeric: tabular-nums;
}
.from {
  max-width: 150px;
}
.vote {
  display: block;
}
.vote.down {
  color: var(--brick);
}
.vote.up {
  color: var(--moss);
}
.reviewing {
  gap: 6px;
  margin-bottom: 12px;
}
aside {
  position: sticky;
  top: 12px;
  max-height: calc(100vh - 110px);
  overflow: auto;
}
@media (width <= 960px) {
  aside {
    position: static;
    max-height: none;
  }
}
</style>
