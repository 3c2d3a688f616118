<script setup lang="ts">
import type { HandoverRow, Queue, RoutingProof, RoutingShare } from '@janua/contracts'
import { computed } from 'vue'
import { count, day, percent } from '../shell/format.ts'

/** What the rules on the page do to past hand-overs whose right queue is known, beside the live ones. */
const { proof, queues } = defineProps<{
  proof: RoutingProof
  queues: Queue[]
  reading: { what: string; rows: HandoverRow[] } | undefined
}>()
const emit = defineEmits<{ read: [ids: number[], what: string]; shut: [] }>()
const name = (id: number | null) => queues.find((queue) => queue.id === id)?.name ?? '–'
const shown = ({ n, right, low, high }: RoutingShare) =>
  n === 0 ? 'none known' : `${percent(right / n)} (${percent(low)}–${percent(high)})`
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
        <p class="label">Right first time, these rules</p>
        <p class="big" data-test="draft-share">{{ shown(proof.draft) }}</p>
      </div>
      <div>
        <p class="label">The live rules</p>
        <p class="big quiet">{{ shown(proof.live) }}</p>
      </div>
      <div>
        <p class="label">Moves saved</p>
        <p class="big">
          <button
            type="button"
            class="bare"
            :disabled="!proof.saved.length"
            data-test="moves-saved"
            @click="emit('read', proof.saved, 'Moves that these rules would have saved')"
          >
            {{ proof.saved.length }}
          </button>
          <span v-if="proof.caused.length" class="worse"
            >and
            <button
              type="button"
              class="bare"
              @click="emit('read', proof.caused, 'Moves that these rules would have caused')"
            >
              {{ proof.caused.length }} more caused
            </button></span
          >
        </p>
      </div>
    </div>
    <p class="quiet small">
      Of {{ proof.draft.n }} past hand-overs whose right queue was confirmed or moved to<template
        v-if="proof.since"
        >, since {{ day(proof.since) }}</template
      >. {{ count(proof.unmoved.n, 'further one') }} merely stayed where they came: weak evidence,
      {{ proof.unmoved.right }} of them would come there again.
    </p>
    <table v-if="proof.cells.length" class="cells figures">
      <caption class="small quiet">
        Which queue was right (down) and where these rules send it (across)
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
                  `Right: ${name(right)}; sent to ${name(routed)}`,
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
      Learnt from the older three quarters and tested on the {{ proof.learned.tested }} after them:
      rules alone {{ shown(proof.learned.rules) }}, learnt alone
      {{ shown(proof.learned.classifier) }}, <strong>both {{ shown(proof.learned.both) }}</strong
      >.<template v-if="proof.learned.classifier.low > proof.learned.both.high">
        What is learnt does better than the rules before it: put a rule “looks like” above those
        that go by nearest passages.</template
      >
    </p>
    <p v-else class="small quiet">
      Too few hand-overs with a known right queue to learn from: 40 are needed. They grow as agents
      close conversations and say whether the queue was right.
    </p>
    <div v-if="reading" class="stack reading" data-test="handovers">
      <p class="row">
        <strong class="grow">{{ reading.what }}</strong><button
          type="button"
          class="bare small"
          @click="emit('shut')"
        >
          close
        </button>
      </p>
      <p v-for="row in reading.rows" :key="row.id" class="small">
        <RouterLink :to="`/desk/${row.conversation}`">{{
          row.words.split('\n').join(' · ')
        }}</RouterLink>
        <span class="quiet"
          >went to {{ name(row.queue) }} by {{ row.because }}; right: {{ name(row.right) }} ({{
            row.rightBy
          }})</span
        >
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
