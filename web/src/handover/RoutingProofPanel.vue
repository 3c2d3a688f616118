<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { HandoverRow, Queue, RoutingProof, RoutingShare } from '@janua/contracts'
import { computed } from 'vue'
import { counted, day, percent } from '../shell/format.ts'

/** What the rules on the page do to past hand-overs whose right queue is known, beside the live ones. */
const { proof, queues } = defineProps<{
  proof: RoutingProof
  queues: Queue[]
  reading: { what: string; rows: HandoverRow[] } | undefined
}>()
const emit = defineEmits<{ read: [ids: number[], what: string]; shut: [] }>()
const name = (id: number | null) => queues.find((queue) => queue.id === id)?.name ?? '–'
const shown = ({ n, right, low, high }: RoutingShare) =>
  n === 0
    ? t('handover.routingProofPanel.noneKnown')
    : `${percent(right / n)} (${percent(low)}–${percent(high)})`
const short = (id: number) => name(id).split(/ & | and /)[0]!
const columns = computed(() =>
  [...new Set(proof.cells.flatMap(({ routed, right }) => [routed, right]))].sort(
    (a, b) => queues.findIndex(({ id }) => id === a) - queues.findIndex(({ id }) => id === b),
  ),
)
const cell = (right: number, routed: number) =>
  proof.cells.find((each) => each.right === right && each.routed === routed)
</script>

<template>
  <section class="panel stack proof" data-test="routing-proof">
    <div class="row figures-row">
      <div>
        <p class="label">{{ $t('handover.routingProofPanel.rightFirstTimeThese') }}</p>
        <p class="big" data-test="draft-share">{{ shown(proof.draft) }}</p>
      </div>
      <div>
        <p class="label">{{ $t('handover.routingProofPanel.theLiveRules') }}</p>
        <p class="big quiet">{{ shown(proof.live) }}</p>
      </div>
      <div>
        <p class="label">{{ $t('handover.routingProofPanel.movesSaved') }}</p>
        <p class="big">
          <button
            type="button"
            class="bare"
            :disabled="!proof.saved.length"
            data-test="moves-saved"
            @click="emit('read', proof.saved, $t('handover.routingProofPanel.savedMoves'))"
          >
            {{ proof.saved.length }}
          </button>
          <span v-if="proof.caused.length" class="worse"
            ><i18n-t keypath="handover.routingProofPanel.and" scope="global"
              ><template #caused
                ><button
                  type="button"
                  class="bare"
                  @click="emit('read', proof.caused, $t('handover.routingProofPanel.causedMoves'))"
                >
                  {{ $t('handover.routingProofPanel.moreCaused', { caused: proof.caused.length }) }}
                </button></template
              ></i18n-t
            ></span
          >
        </p>
      </div>
    </div>
    <p class="quiet small">
      {{ $t('handover.routingProofPanel.ofPastHandOvers', { n: proof.draft.n })
      }}<template v-if="proof.since">{{
        $t('handover.routingProofPanel.since', { since: day(proof.since) })
      }}</template
      >{{
        $t('handover.routingProofPanel.merelyStayedWhereThey', {
          furtherOne: counted('units.furtherOne', proof.unmoved.n),
          right: proof.unmoved.right,
        })
      }}
    </p>
    <table v-if="proof.cells.length" class="cells figures">
      <caption class="small quiet">
        {{
          $t('handover.routingProofPanel.whichQueueWasRight')
        }}
      </caption>
      <thead>
        <tr>
          <th />
          <th v-for="routed in columns" :key="routed" scope="col" :title="name(routed)">
            {{ short(routed) }}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="right in columns" :key="right">
          <th scope="row">{{ name(right) }}</th>
          <td
            v-for="routed in columns"
            :key="routed"
            :class="{ right: right === routed, wrong: right !== routed && cell(right, routed) }"
          >
            <button
              v-if="cell(right, routed)"
              type="button"
              class="bare"
              @click="
                emit(
                  'read',
                  cell(right, routed)!.ids,
                  $t('handover.routingProofPanel.cell', {
                    right: name(right),
                    routed: name(routed),
                  }),
                )
              "
            >
              {{ cell(right, routed)!.ids.length }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="proof.learned" class="small" data-test="learned-share">
      <i18n-t keypath="handover.routingProofPanel.learntFromTheOlder" scope="global"
        ><template #strong
          ><strong>{{
            $t('handover.routingProofPanel.both', { both: shown(proof.learned.both) })
          }}</strong></template
        ><template #tested>{{ proof.learned.tested }}</template
        ><template #rules>{{ shown(proof.learned.rules) }}</template
        ><template #classifier>{{ shown(proof.learned.classifier) }}</template></i18n-t
      ><template v-if="proof.learned.classifier.low > proof.learned.both.high"
        >{{ ' ' }}{{ $t('handover.routingProofPanel.whatIsLearntDoes') }}</template
      >
    </p>
    <p v-else class="small quiet">
      {{ $t('handover.routingProofPanel.tooFewHandOvers') }}
    </p>
    <div v-if="reading" class="stack reading" data-test="handovers">
      <p class="row">
        <strong class="grow">{{ reading.what }}</strong><button
          type="button"
          class="bare small"
          @click="emit('shut')"
        >
          {{ $t('handover.routingProofPanel.close') }}
        </button>
      </p>
      <p v-for="row in reading.rows" :key="row.id" class="small">
        <RouterLink :to="`/desk/${row.conversation}`">{{
          row.words.split('\n').join(' · ')
        }}</RouterLink>
        <span class="quiet">{{
          $t('handover.routingProofPanel.wentToByRight', {
            queue: name(row.queue),
            because: row.because,
            right: name(row.right),
            rightBy: row.rightBy,
          })
        }}</span>
      </p>
    </div>
  </section>
</template>

<style scoped>
.proof {
  margin-bottom: 14px;
  padding: 16px;
}
.figures-row {
  gap: 40px;
}
.big {
  font: 650 var(--text-heading) / 1.3 var(--display);
}
.big button {
  font: inherit;
}
.big button:disabled {
  color: inherit;
  text-decoration: none;
  cursor: default;
}
.worse {
  font-size: var(--text-body);
  color: var(--brick);
}
.cells {
  border-collapse: collapse;
  font-size: var(--text-small);
}
.cells caption {
  text-align: left;
  padding-bottom: 6px;
}
.cells th {
  font-weight: 500;
  text-align: left;
  padding: 3px 10px 3px 0;
}
.cells thead th {
  text-align: right;
  padding: 3px 8px;
}
.cells td {
  text-align: right;
  min-width: 62px;
  padding: 3px 8px;
  border-bottom: 1px solid var(--line);
}
.cells td.right {
  background: color-mix(in srgb, var(--moss) 14%, transparent);
}
.cells td.wrong {
  background: color-mix(in srgb, var(--brick) 12%, transparent);
}
.reading {
  border-top: 1px solid var(--line);
  padding-top: 10px;
  max-height: 260px;
  overflow: auto;
  gap: 6px;
}
</style>
