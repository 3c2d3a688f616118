<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { ReplayInput } from '@janua/contracts'
import Button from 'primevue/button'
import Message from 'primevue/message'
import Select from 'primevue/select'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { counted, day, moment, whole } from '../shell/format.ts'
import FlowChart from './FlowChart.vue'
import ReplayParts from './ReplayParts.vue'
import ReplayQuestions from './ReplayQuestions.vue'
import ReplayStart from './ReplayStart.vue'
import { pointsWithin } from './replayWords.ts'
import { useReplays } from './useReplays.ts'

const { id } = defineProps<{ id: number | null }>()
const router = useRouter()
const route = useRoute()
const replays = useReplays(() => id)
const { list, draft, chosen, replay, summary, groups, verdict, busy, act, reload } = replays
/** Changes that the page before has chosen. */
const items = [route.query.items ?? []].flat().map(Number).filter(Boolean)
const starts = ref(items.length > 0 || route.query.start !== undefined)
const options = computed(() =>
  (list.value.value ?? []).map((each) => ({
    value: each.id,
    label: t('releases.replay.replayTo', { id: each.id, from: day(each.from), to: day(each.to) }),
  })),
)

async function start(input: ReplayInput): Promise<void> {
  if (await replays.start(input)) starts.value = false
}
</script>

<template>
  <div class="page">
    <Message v-if="list.status === 'failed'" severity="error">{{ list.reason }}</Message>
    <div class="head">
      <div v-if="replay">
        <h1 data-test="replay-head">
          {{
            verdict ||
            {
              running: $t('releases.replay.askingAgain'),
              done: '',
              cancelled: 'Cancelled',
              failed: $t('releases.replay.thisReplayCouldNot'),
            }[replay.state]
          }}
        </h1>
        <p class="quiet">
          <template v-if="summary"
            >{{
              $t('releases.replay.n95IntervalOverVisitors', {
                coverage: pointsWithin(summary.coverage),
              })
            }}{{ ' ' }}</template
          >{{
            $t('releases.replay.ofToOfThem', {
              question: counted('units.question', replay.asked),
              from: day(replay.from),
              to: day(replay.to),
              total: whole(replay.total),
              liveRelease: replay.liveRelease,
              chosenChange: replay.items
                ? `${counted('units.chosenChange', replay.items.length)}`
                : $t('releases.replay.theWholeDraft'),
              asked:
                replay.validity === 'asked'
                  ? $t('releases.replay.datesAsOfWhen')
                  : $t('releases.replay.datesAsOfNow'),
            })
          }}
        </p>
      </div>
      <div v-else-if="list.status === 'ready'">
        <h1>{{ $t('releases.replay.askAgainWhatWas') }}</h1>
        <p class="quiet">
          {{ $t('releases.replay.aReplayPutsThe') }}
        </p>
      </div>
      <Select
        v-if="options.length > 1"
        :model-value="replay?.id"
        :options="options"
        option-label="label"
        option-value="value"
        size="small"
        :aria-label="$t('releases.replay.earlierReplays')"
        @update:model-value="(to: number) => router.push(`/replay/${to}`)"
      />
      <Button
        :label="$t('releases.replay.newReplay')"
        :disabled="replay?.state === 'running'"
        data-test="replay-new"
        @click="starts = !starts"
      />
    </div>
    <ReplayStart
      v-if="starts || (list.status === 'ready' && !replay)"
      :changes="draft.value ?? []"
      :items="items"
      :busy="busy"
      @start="start"
    />
    <template v-if="replay">
      <div v-if="replay.state === 'running'" class="panel running" data-test="replay-running">
        <div class="bar">
          <i :style="{ width: `${replay.total ? (100 * replay.done) / replay.total : 0}%` }" />
        </div>
        <p class="row">
          <span class="grow figures">{{
            $t('releases.replay.ofDifferentQuestions', {
              done: whole(replay.done),
              total: whole(replay.total),
            })
          }}</span><Button size="small" text :label="$t('common.cancel')" @click="act('cancel')" />
        </p>
      </div>
      <Message v-else-if="replay.state === 'cancelled'" severity="info"
        ><span class="row"
          >{{
            $t('releases.replay.ofWereAskedThey', {
              done: whole(replay.done),
              total: whole(replay.total),
            })
          }}
          <Button
            size="small"
            text
            :label="$t('releases.replay.goOnWithIt')"
            @click="act('resume')" /></span
      ></Message>
      <Message v-else-if="replay.state === 'failed'" severity="error"
        ><span class="row"
          >{{ replay.problem }}
          <Button
            size="small"
            text
            :label="$t('releases.replay.tryAgain')"
            @click="act('resume')" /></span
      ></Message>
      <Message v-else-if="!replay.current" severity="info">{{
        $t('releases.replay.theDraftHasChanged', {
          more: replay.items ? ` ${$t('releases.replay.orTheChoice')}` : '',
          at: moment(replay.at),
          by: replay.by,
        })
      }}</Message>
    </template>
    <div v-if="replay && summary" class="columns">
      <div class="stack">
        <FlowChart
          :flow="summary.flow"
          :chosen="chosen.band"
          :names="{
            live: $t('releases.replay.release', { liveRelease: replay.liveRelease }),
            draft: 'Draft',
          }"
          @choose="(band) => (chosen = { change: null, band })"
        />
        <p v-if="summary.model" class="small quiet" data-test="model-line">
          {{
            $t('releases.replay.bothSidesAreScored', {
              liveRelease: replay.liveRelease,
              model: pointsWithin(summary.model),
            })
          }}
        </p>
        <ul class="groups">
          <li v-for="group in groups" :key="group.change">
            <button
              type="button"
              :class="[
                group.tone,
                { chosen: chosen.change === group.change, none: group.times === 0 },
              ]"
              :data-test="`group-${group.change}`"
              :disabled="group.times === 0"
              @click="chosen = { change: group.change, band: null }"
            >
              <strong class="figures">{{ whole(group.times) }}</strong><span
                ><b>{{ group.name }}</b
                ><span class="small quiet">{{ group.means }}</span></span
              >
            </button>
          </li>
        </ul>
        <ReplayParts :summary="summary" />
      </div>
      <ReplayQuestions
        :key="replay.id"
        :replay="replay.id"
        :change="chosen.change"
        :band="chosen.band"
        @changed="reload"
      />
    </div>
  </div>
</template>

<style scoped>
.running {
  display: grid;
  gap: 8px;
  margin-bottom: 14px;
}
.bar {
  height: 10px;
  background: var(--line);
  border-radius: var(--round-medium);
  overflow: hidden;
}
.bar i {
  display: block;
  height: 100%;
  background: var(--harbour);
  transition: width 0.25s;
}
.groups {
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 18px;
  border-top: 1px solid var(--ink);
}
.groups button {
  width: 100%;
  display: flex;
  gap: 12px;
  align-items: baseline;
  text-align: left;
  border: 0;
  border-bottom: 1px solid var(--line);
  background: none;
  padding: 8px 6px;
  cursor: pointer;
  color: inherit;
}
.groups button > span {
  display: grid;
}
.groups strong {
  font: 650 var(--text-large) / 1 var(--display);
  min-width: 46px;
  text-align: right;
}
.groups .bad strong {
  color: var(--brick);
}
.groups .good strong {
  color: var(--moss);
}
.groups .look strong {
  color: var(--brass);
}
.groups .none {
  opacity: 0.55;
  cursor: default;
}
.groups .none strong {
  color: inherit;
}
.groups .chosen {
  background: var(--harbour-soft);
}
.groups .chosen .quiet {
  color: inherit;
}
.groups b {
  font-weight: 600;
}
@media (width <= 960px) {
  .columns,
  .groups {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
