<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { ReplayQuestion, Verdict } from '@janua/contracts'
import type { FlowBand, ReplayChange, ReplaySide } from '@janua/core'
import { onKeyStroke } from '@vueuse/core'
import Button from 'primevue/button'
import Message from 'primevue/message'
import Paginator from 'primevue/paginator'
import { computed, ref, watch } from 'vue'
import { OUTCOMES } from '../answering/outcomes.ts'
import { post, put } from '../shell/api.ts'
import { counted, sure } from '../shell/format.ts'
import { typingSomewhere } from '../shell/typing.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'
import DiffText from './DiffText.vue'
import { CHANGE_WORDS } from './replayWords.ts'

/** The questions behind a band or a group, the most frequent first, with what both sides say. */
const { replay, change, band } = defineProps<{
  replay: number
  change: ReplayChange | null
  band: FlowBand | null
}>()
const emit = defineEmits<{ changed: [] }>()
const ROWS = 12
const { run } = useAction()
const offset = ref(0)
const marked = ref(0)
const { state, reload: load } = useRemote(
  () => `/replays/${replay}/questions` as const,
  () => ({ change, from: band?.from, to: band?.to, offset: offset.value, limit: ROWS }),
)
const rows = computed(() => state.value.value?.rows ?? [])
const title = computed(() =>
  change
    ? CHANGE_WORDS[change].name
    : band
      ? band.from === band.to
        ? t('releases.replayQuestions.bothTimes', { from: OUTCOMES[band.from].name })
        : `${OUTCOMES[band.from].name} → ${OUTCOMES[band.to].name}`
      : t('releases.replayQuestions.allQuestions'),
)

watch(
  () => [change, band],
  () => {
    offset.value = 0
    marked.value = 0
  },
)
async function accept(row: ReplayQuestion): Promise<void> {
  await run(() => put(`/replays/${replay}/questions/${row.id}`, { accepted: !row.accepted }))
  await load()
  emit('changed')
}
async function review(row: ReplayQuestion, side: ReplaySide, verdict: Verdict): Promise<void> {
  const { place, print, confidence } = side
  if (!place) return
  await run(() =>
    post('/verdicts', {
      text: row.text,
      verdict,
      door: row.door,
      item: place.item,
      revision: place.revision,
      ordinal: place.ordinal,
      print: print || null,
      confidence,
      origin: 'replay',
    }),
  )
  await load()
}
/** A gain, or no change, is nothing that must be taken as intended. */
const mayAccept = ({ change: became }: ReplayQuestion) => became !== 'same' && became !== 'gained'
const verdictOf = (reviewed: number | null) =>
  reviewed === null
    ? ''
    : reviewed === 1
      ? t('releases.replayQuestions.reviewedRight')
      : reviewed === 0
        ? t('releases.replayQuestions.reviewedWrong')
        : t('releases.replayQuestions.reviewedPartly')
const fromOf = ({ place, readings }: ReplaySide) =>
  place
    ? [place.title, ...place.path].join(' › ')
    : readings
      ? t('releases.sourceLine.asksWhich', { readings: readings.join(' · ') })
      : ''
onKeyStroke(['j', 'k', 'r', 'w', 'a'], (event) => {
  const row = rows.value[marked.value]
  if (typingSomewhere(event) || !row || event.ctrlKey || event.metaKey) return
  event.preventDefault()
  if (event.key === 'j') marked.value = Math.min(rows.value.length - 1, marked.value + 1)
  if (event.key === 'k') marked.value = Math.max(0, marked.value - 1)
  if (event.key === 'r') void review(row, row.draft, 'right')
  if (event.key === 'w') void review(row, row.draft, 'wrong')
  if (event.key === 'a' && mayAccept(row)) void accept(row)
})
</script>

<template>
  <section class="behind" data-test="behind">
    <h2>
      {{ title
      }}<span class="quiet">
        · {{ counted('units.differentQuestion', state.value?.total ?? 0) }}</span
      >
    </h2>
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <p v-else-if="state.status === 'ready' && rows.length === 0" class="quiet">
      {{ $t('releases.replayQuestions.none') }}
    </p>
    <ol>
      <li
        v-for="(row, i) in rows"
        :key="row.id"
        :class="{ marked: i === marked, accepted: row.accepted }"
        data-test="replayed"
        @click="marked = i"
      >
        <p class="row">
          <strong class="grow">{{ row.text }}</strong><span class="small figures quiet">{{
            counted('units.time', row.times)
          }}</span>
        </p>
        <p v-if="row.carried" class="small quiet">
          {{ $t('releases.replayQuestions.goingOnFrom', { carried: row.carried }) }}
        </p>
        <template v-if="row.change === 'changed text'"
          ><p class="small quiet">{{ fromOf(row.draft) }}</p>
          <DiffText class="small" :before="row.live.text" :after="row.draft.text"
        /></template>
        <template v-else-if="row.change === 'same'"
          ><p class="small" :style="{ color: OUTCOMES[row.draft.outcome].colour }">
            {{ OUTCOMES[row.draft.outcome].shape }} {{ sure(row.live.confidence) }} →
            {{ sure(row.draft.confidence) }} {{ fromOf(row.draft) }}
          </p></template
        >
        <dl v-else class="small">
          <template
            v-for="[name, side] in [
              ['live', row.live],
              ['draft', row.draft],
            ] as const"
            :key="name"
            ><dt>{{ name }}</dt>
            <dd>
              <span :style="{ color: OUTCOMES[side.outcome].colour }"
                >{{ OUTCOMES[side.outcome].shape }} {{ OUTCOMES[side.outcome].name }}</span
              >
              <span class="figures">{{ sure(side.confidence) }}</span>
              <span v-if="side.reviewed !== null" class="quiet">{{
                verdictOf(side.reviewed)
              }}</span><span class="from">{{ fromOf(side) }}</span
              ><span v-if="i === marked && side.text" class="text">{{
                side.text.slice(0, 320)
              }}</span>
            </dd></template
          >
        </dl>
        <p v-if="i === marked" class="row actions">
          <Button
            v-if="row.draft.place"
            size="small"
            text
            :label="$t('releases.replayQuestions.draftIsRight')"
            data-test="replay-right"
            @click.stop="review(row, row.draft, 'right')"
          /><Button
            v-if="row.draft.place"
            size="small"
            text
            :label="$t('releases.replayQuestions.draftIsWrong')"
            @click.stop="review(row, row.draft, 'wrong')"
          />
          <Button
            v-if="row.live.place && !row.draft.place"
            size="small"
            text
            :label="$t('releases.replayQuestions.itWasWrongBefore')"
            @click.stop="review(row, row.live, 'wrong')"
          />
          <Button
            v-if="mayAccept(row)"
            size="small"
            text
            :label="
              row.accepted
                ? $t('releases.replayQuestions.notIntendedAfterAll')
                : $t('releases.replayQuestions.intended')
            "
            data-test="accept"
            @click.stop="accept(row)"
          />
          <RouterLink
            class="small"
            :to="{
              path: '/rehearsal',
              query: { ask: row.text, before: row.carried ? [row.carried] : [], door: row.door },
            }"
            >{{ $t('releases.replayQuestions.openInRehearsal') }}</RouterLink
          >
        </p>
        <p v-else-if="row.accepted" class="small quiet">
          {{ $t('releases.replayQuestions.takenAsIntended') }}
        </p>
      </li>
    </ol>
    <Paginator
      v-if="(state.value?.total ?? 0) > ROWS"
      :rows="ROWS"
      :total-records="state.value?.total"
      :first="offset"
      template="PrevPageLink CurrentPageReport NextPageLink"
      current-page-report-template="{first} to {last} of {totalRecords}"
      @page="offset = $event.first"
    />
  </section>
</template>

<style scoped>
.behind {
  display: grid;
  gap: 8px;
  align-content: start;
  min-width: 0;
}
h2 .quiet {
  font: 400 var(--text-small) / 1.2 var(--body);
}
ol {
  list-style: none;
  padding: 0;
  border-top: 1px solid var(--ink);
}
li {
  padding: 9px 10px;
  border-bottom: 1px solid var(--line);
  display: grid;
  gap: 4px;
  cursor: default;
}
li.marked {
  background: var(--surface);
  box-shadow: inset 3px 0 var(--harbour);
}
li.accepted strong {
  color: var(--muted);
}
dl {
  display: grid;
  grid-template-columns: 38px 1fr;
  gap: 2px 8px;
}
dt {
  color: var(--muted);
}
.from,
.text {
  display: block;
}
.text {
  white-space: pre-line;
  color: var(--muted);
}
.actions {
  gap: 2px;
}
</style>
