<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { GapEffect, GapSheet } from '@janua/contracts'
import Button from 'primevue/button'
import { computed } from 'vue'
import { itemPath } from '../library/itemPaths.ts'
import type { ItemKind } from '@janua/contracts'
import { post } from '../shell/api.ts'
import { counted, moment, percent } from '../shell/format.ts'
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
  'in draft': t('coverage.gapFixed.inTheDraft'),
  published: t('coverage.gapFixed.publishedNotFixedYet'),
  fixed: 'Fixed',
  reopened: t('coverage.gapFixed.openedAgain'),
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
      }}<template v-if="fix.state === 'fixed' && standing?.few"
        >{{ ' ' }}{{ $t('coverage.gapFixed.on', { n: standing.n }) }}</template
      ><template v-if="fix.release && fix.state === 'fixed'"
        >{{ ' ' }}{{ $t('coverage.gapFixed.byRelease', { release: fix.release }) }}</template
      >
    </h2>
    <p class="small">
      <i18n-t keypath="coverage.gapFixed.promisedOfQuestionsRight" scope="global"
        ><template #item
          ><RouterLink :to="itemPath(fix.item.itemKind as ItemKind, fix.item.id)">{{
            fix.item.title
          }}</RouterLink></template
        ><template #by>{{ fix.by }}</template
        ><template #kind>{{ ACTION[fix.kind] }}</template
        ><template #at>{{ moment(fix.at) }}</template
        ><template #promise>{{ percent(fix.promise) }}</template
        ><template #promisedOn>{{ fix.promisedOn }}</template></i18n-t
      >
    </p>
    <p v-if="standing" class="small" data-test="standing">
      <i18n-t keypath="coverage.gapFixed.askedAgainOrSince" scope="global"
        ><template #share
          ><strong>{{ percent(standing.share) }}</strong></template
        ><template #n>{{ standing.n }}</template
        ><template #low>{{ percent(standing.interval.low) }}</template
        ><template #high>{{ percent(standing.interval.high) }}</template></i18n-t
      ><template v-if="standing.few">{{ ' ' }}{{ $t('coverage.gapFixed.onFewerThan20') }}</template>
    </p>
    <template v-if="fix.state === 'in draft'">
      <EffectLine v-if="effect" :effect="effect" before="live now" after="in the draft" />
      <p v-else class="small quiet">{{ $t('coverage.gapFixed.askingItsQuestionsAgain') }}</p>
      <p v-if="gain" class="small" data-test="gain">
        <i18n-t keypath="coverage.gapFixed.gainOverAllOf" scope="global"
          ><template #change
            ><strong>{{ gain.change }}</strong></template
          ><template #question>{{ counted('units.question', gain.n) }}</template
          ><template #low>{{ gain.low }}</template
          ><template #high>{{ gain.high }}</template
          ><template #goodAnswer>{{ counted('units.goodAnswer', gain.lost) }}</template></i18n-t
        >
      </p>
      <p v-else-if="replay" class="small quiet">
        {{
          $t('coverage.gapFixed.askingAllQuestionsOf', { done: replay.done, total: replay.total })
        }}
      </p>
      <p v-else class="row">
        <Button
          size="small"
          outlined
          :label="$t('coverage.gapFixed.workOutTheGain')"
          :loading="busy"
          data-test="work-out"
          @click="workOut"
        />
      </p>
      <p class="small">
        <i18n-t keypath="coverage.gapFixed.itCountsAsFixed" scope="global"
          ><template #link
            ><RouterLink to="/releases" data-test="to-publish">{{
              $t('coverage.gapFixed.publishIt')
            }}</RouterLink></template
          ></i18n-t
        >
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
