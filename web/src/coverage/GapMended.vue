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

/** The newest mend: what it promised, what the draft does now, and once it is published whether it holds. */
const { sheet, effect } = defineProps<{ sheet: GapSheet; effect: GapEffect | null }>()
const { run, busy } = useAction()
const mend = computed(() => sheet.mends[0]!)
const standing = computed(() =>
  mend.value.standing && 'share' in mend.value.standing ? mend.value.standing : null,
)
const HEAD = {
  'in draft': 'In the draft',
  published: 'Published, not mended yet',
  mended: 'Mended',
  reopened: 'Opened again',
}
const DEED = { teach: 'taught', extend: 'extended', write: 'wrote' }
const { state: replays, reload: loadReplays } = useRemote('/replays', undefined, {
  hears: ['replay'],
})
/** A replay of exactly this mend, of the draft as it is. */
const replay = computed(() =>
  replays.value.value?.find(
    ({ items, current, state }) =>
      current &&
      items?.length === 1 &&
      items[0] === mend.value.item.id &&
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
      items: [mend.value.item.id],
    }),
  )
  await loadReplays()
}
</script>

<template>
  <section class="panel stack mend" :class="mend.state.replace(' ', '-')" data-test="gap-mend">
    <h2>
      {{ HEAD[mend.state]
      }}<template v-if="mend.state === 'mended' && standing?.few"> on {{ standing.n }}</template
      ><template v-if="mend.release && mend.state === 'mended'">
        by release {{ mend.release }}</template
      >
    </h2>
    <p class="small">
      {{ mend.by }} {{ DEED[mend.kind] }}
      <RouterLink :to="itemPath(mend.item.itemKind as ItemKind, mend.item.id)">{{
        mend.item.title
      }}</RouterLink>, {{ moment(mend.at) }}. Promised: {{ percent(mend.promise) }} of
      {{ mend.promisedOn }} questions right.
    </p>
    <p v-if="standing" class="small" data-test="standing">
      Asked again or since: <strong>{{ percent(standing.share) }}</strong> of {{ standing.n }} right
      ({{ percent(standing.interval.low) }} to {{ percent(standing.interval.high) }}).<template
        v-if="standing.few"
      >
        On fewer than 20 questions, so with care.</template
      >
    </p>
    <template v-if="mend.state === 'in draft'">
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
        It counts as mended when the release that has it keeps the promise.
        <RouterLink to="/releases" data-test="to-publish">Publish it</RouterLink>
      </p>
    </template>
  </section>
</template>

<style scoped>
.mend {
  border-left: 4px solid var(--brass);
}
.mend.mended {
  border-left-color: var(--moss);
}
.mend.reopened {
  border-left-color: var(--brick);
}
</style>
