<script setup lang="ts">
import type { UnsettledRow } from '@janua/contracts'
import OutcomeChip from '../answering/OutcomeChip.vue'
import { moment, sure, whole } from '../shell/format.ts'

const { row, marked } = defineProps<{ row: UnsettledRow; marked: boolean }>()
defineEmits<{ open: [] }>()
</script>

<template>
  <li :class="{ marked }" :data-marked="marked">
    <button
      type="button"
      :aria-current="marked ? 'true' : undefined"
      data-test="unsettled"
      @click="$emit('open')"
    >
      <span
        class="times figures"
        :title="$t('coverage.unsettledItem.askedTimes', { times: row.times })"
        >{{ whole(row.times) }}<small>×</small></span
      >
      <span class="words">
        <strong>{{ row.text }}</strong>
        <span class="small quiet">
          <OutcomeChip v-if="row.outcome !== 'answered'" :outcome="row.outcome" /><template
            v-if="row.votedDown"
            ><template v-if="row.outcome !== 'answered'"> · </template
            ><span class="down">{{
              $t('coverage.unsettledItem.votedDown', { votedDown: row.votedDown })
            }}</span></template
          >
          {{ $t('coverage.unsettledItem.last', { lastAt: moment(row.lastAt) })
          }}<template v-if="row.nearest && row.state === 'open'"
            >{{ ' '
            }}{{
              $t('coverage.unsettledItem.near', {
                nearest: row.nearest.title,
                confidence: sure(row.nearest.confidence),
              })
            }}</template
          >
          <template v-if="row.state === 'fixed' && !row.fix"
            >{{ ' ' }}{{ $t('coverage.unsettledItem.answeredSince') }}</template
          >
          <template v-if="row.fix">
            ·
            {{
              row.state === 'fixed'
                ? $t('coverage.unsettledItem.answeredByReleaseFrom', {
                    release: row.fix.proof?.release,
                  })
                : $t('coverage.unsettledItem.fix')
            }}
            {{ row.fix.item.title }}</template
          >
        </span>
      </span>
    </button>
  </li>
</template>

<style scoped>
li {
  border-bottom: 1px solid var(--line);
  border-left: 4px solid transparent;
}
li.marked {
  background: var(--surface);
  border-left-color: var(--brass);
}
button {
  display: flex;
  gap: 14px;
  width: 100%;
  padding: 9px 10px;
  border: 0;
  background: none;
  color: inherit;
  text-align: left;
  cursor: pointer;
}
.times {
  font: 650 var(--text-large) / 1.3 var(--display);
  width: 46px;
  text-align: right;
  flex: none;
}
small {
  font-size: var(--text-tiny);
  color: var(--muted);
}
.words {
  display: grid;
  gap: 2px;
  min-width: 0;
}
.down {
  color: var(--brick);
}
</style>
