<script setup lang="ts">
import type { GapEffect, GapSheet } from '@janua/contracts'
import Button from 'primevue/button'
import { computed } from 'vue'
import { itemPath } from '../library/itemPaths.ts'
import type { ItemKind } from '@janua/contracts'
import { post } from '../shell/api.ts'
import { count, moment, percent } from '../shell/format.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'
import EffectLine from './EffectLine.vue'

/** The newest fix: what it promised, what the draft does now, and once it is published whether it holds. */
const { sheet, effect } = defineProps<{ sheet: GapSheet; effect: GapEffect | null }>()
const { run, busy } = useAction()
const fix = computed(() => sheet.fixes[0]!)
const standing = computed(() =>
  fix.value.standing && 'share' in fix.value.standing ? fix.value.standing : null,
)
const HEAD = {
  'in draft': 'In the draft',
  published: 'Published, not fixed yet',
  fixed: 'Fixed',
  reopened: 'Opened again',
}
const ACTION = { teach: 'taught', extend: 'extended', write: 'wrote' }
const { state: replays, reload: loadReplays } = useRemote('/replays', undefined, {
  hears: ['replay'],
})
/** A replay of exactly this fix, of the draft as it is. */
const replay = computed(() =>
  replays.value.value?.find(
    ({ items, current, state }) =>
      current &&
      items?.length === 1 &&
      items[0] === fix.value.item.id &&
      state !== 'failed' &&
      state !== 'cancelled',
  ),
)
const gain = computed(() => {
  const summary = replay.value?.summary
  if (!summary || !replay.value) return null
  const weeks = (Date.parse(replay.value.to) - Date.parse(replay.value.from)) / (7 * 86_400_000)
  const aWeek = (share: number) => ((share * replay.value!.asked) / weeks).toFixed(1)
  return {
    n: replay.value.asked,
    change: aWeek(summary.coverage.change),
    low: aWeek(summary.coverage.interval.low),
    high: aWeek(summary.coverage.interval.high),
    lost: replay.value.lost,
  }
})

async function workOut(): Promise<void> {
  const until = new Date(sheet.asOf)
  await run(() =>
    post('/replays', {
      from: new Date(+until - 28 * 86_400_000).toISOString(),
      to: until.toISOString(),
      validity: 'asked',
      items: [fix.value.item.id],
    }),
  )
  await loadReplays()
}
</script>

<template>
  <section class="panel stack fix" :class="fix.state.replace(' ', '-')" data-test="gap-fix">
    <h2>
      {{ HEAD[fix.state]
      }}<template v-if="fix.state === 'fixed' && standing?.few"> on {{ standing.n }}</template
      ><template v-if="fix.release && fix.state === 'fixed'">
        by release {{ fix.release }}</template
      >
    </h2>
    <p class="small">
      {{ fix.by }} {{ ACTION[fix.kind] }}
      <RouterLink :to="itemPath(fix.item.itemKind as ItemKind, fix.item.id)">{{
        fix.item.title
      }}</RouterLink>, {{ moment(fix.at) }}. Promised: {{ percent(fix.promise) }} of
      {{ fix.promisedOn }} questions right.
    </p>
    <p v-if="standing" class="small" data-test="standing">
      Asked again or since: <strong>{{ percent(standing.share) }}</strong> of {{ standing.n }} right
      ({{ percent(standing.interval.low) }} to {{ percent(standing.interval.high) }}).<template
        v-if="standing.few"
      >
        On fewer than 20 questions, so with care.</template
      >
    </p>
    <template v-if="fix.state === 'in draft'">
      <EffectLine v-if="effect" :effect="effect" before="live now" after="in the draft" />
      <p v-else class="small quiet">Asking its questions again…</p>
      <p v-if="gain" class="small" data-test="gain">
        Gain over all {{ count(gain.n, 'question') }} of four weeks, harm elsewhere included:
        <strong>{{ gain.change }}</strong> right answers a week ({{ gain.low }} to {{ gain.high }}),
        {{ count(gain.lost, 'good answer') }} lost.
      </p>
      <p v-else-if="replay" class="small quiet">
        Asking all questions of four weeks again: {{ replay.done }} of {{ replay.total }} …
      </p>
      <p v-else class="row">
        <Button
          size="small"
          outlined
          label="Work out the gain over all questions"
          :loading="busy"
          data-test="work-out"
          @click="workOut"
        />
      </p>
      <p class="small">
        It counts as fixed when the release that has it keeps the promise.
        <RouterLink to="/releases" data-test="to-publish">Publish it</RouterLink>
      </p>
    </template>
  </section>
</template>

<style scoped>
.fix {
  border-left: 4px solid var(--brass);
}
.fix.fixed {
  border-left-color: var(--moss);
}
.fix.reopened {
  border-left-color: var(--brick);
}
</style>
