<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { Audience, OpenRelease, ShareOf } from '@janua/contracts'
import Button from 'primevue/button'
import { moment, percent, whole } from '../shell/format.ts'

/** A release that not everybody gets yet, beside the one that the others get. */
const { open, live, mayPublish, busy } = defineProps<{
  open: OpenRelease
  live: number
  mayPublish: boolean
  busy: boolean
}>()
defineEmits<{ open: [audience: Audience, share: number]; withdraw: [] }>()
const ROWS: { key: 'answered' | 'coverage' | 'votedDown' | 'wantsPerson'; name: string }[] = [
  { key: 'answered', name: t('releases.openCard.answered') },
  { key: 'coverage', name: t('releases.openCard.covered') },
  { key: 'votedDown', name: t('releases.openCard.votedDown') },
  { key: 'wantsPerson', name: t('releases.openCard.wishedForAPerson') },
]
const within = (share: ShareOf | undefined) =>
  share ? `${percent(share.share)} (${percent(share.low)}–${percent(share.high)})` : '–'
const OTHER_SHARES = [0.1, 0.25, 0.5].filter((share) => share !== open.share)
</script>

<template>
  <section class="open panel" data-test="open-release">
    <div>
      <h2>
        {{
          $t('releases.openCard.releaseIsOpenTo', {
            number: open.number,
            team:
              open.audience === 'team'
                ? $t('releases.openCard.theTeam')
                : $t('releases.openCard.ofVisitors', { share: percent(open.share) }),
          })
        }}
      </h2>
      <p class="quiet small">
        {{
          $t('releases.openCard.sinceEverybodyElseGets', {
            since: moment(open.since),
            live,
            team:
              open.audience === 'team'
                ? $t('releases.openCard.openADoorIn')
                : $t('releases.openCard.aVisitorAlwaysGets'),
          })
        }}
      </p>
    </div>
    <table v-if="open.outcomes.open || open.outcomes.live">
      <thead>
        <tr>
          <th scope="col">{{ $t('releases.openCard.sinceThen') }}</th>
          <th scope="col">{{ $t('releases.openCard.release', { number: open.number }) }}</th>
          <th scope="col">{{ $t('releases.openCard.release2', { live }) }}</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <td>{{ $t('releases.openCard.questions') }}</td>
          <td>{{ whole(open.outcomes.open?.answered.n ?? 0) }}</td>
          <td>{{ whole(open.outcomes.live?.answered.n ?? 0) }}</td>
        </tr>
        <tr v-for="row in ROWS" :key="row.key">
          <td>{{ row.name }}</td>
          <td>{{ within(open.outcomes.open?.[row.key]) }}</td>
          <td>{{ within(open.outcomes.live?.[row.key]) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-else class="small quiet">{{ $t('releases.openCard.nobodyHasAskedAnything') }}</p>
    <p v-if="mayPublish" class="row">
      <Button
        :label="$t('releases.openCard.openItToAll')"
        :loading="busy"
        data-test="open-all"
        @click="$emit('open', 'all', 1)"
      /><Button
        v-for="share in OTHER_SHARES"
        :key="share"
        size="small"
        outlined
        :label="$t('releases.openCard.to', { share: percent(share) })"
        :disabled="busy"
        @click="$emit('open', 'share', share)"
      /><span class="grow" /><Button
        text
        severity="danger"
        :label="$t('releases.openCard.withdraw')"
        :disabled="busy"
        data-test="withdraw"
        @click="$emit('withdraw')"
      />
    </p>
  </section>
</template>

<style scoped>
.open {
  display: grid;
  gap: 10px;
  margin-bottom: 20px;
  border-left: 4px solid var(--brass);
}
table {
  border-collapse: collapse;
  font-size: var(--text-small);
  font-variant-numeric: tabular-nums;
  justify-self: start;
}
th,
td {
  text-align: left;
  padding: 4px 22px 4px 0;
  border-bottom: 1px solid var(--line);
}
th {
  font-weight: 600;
}
</style>
