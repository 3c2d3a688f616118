<script setup lang="ts">
import type { QueueFigureRow } from '@janua/contracts'
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import Message from 'primevue/message'
import SelectButton from 'primevue/selectbutton'
import { computed, onScopeDispose, ref } from 'vue'
import { count, day, percent, span } from '../shell/format.ts'
import { useSession } from '../shell/session.ts'
import { useRemote } from '../shell/useRemote.ts'
import { CLOSING_NAMES } from './deskWords.ts'

/** How the queues did: service level against target, waits, moves, satisfaction and outcomes, by queue, agent and hour. */
const session = useSession()
const DAYS = [
  { value: 1, label: 'Today' },
  { value: 7, label: '7 days' },
  { value: 28, label: '28 days' },
]
const BY = [
  { value: 'queues', label: 'By queue' },
  { value: 'agents', label: 'By agent' },
  { value: 'hours', label: 'By hour' },
] as const
const REFRESH_MS = 30_000
const days = ref(7)
const by = ref<(typeof BY)[number]['value']>('queues')
const { state, reload: run } = useRemote('/queues/figures', () => ({ days: days.value }), {
  every: REFRESH_MS,
})
const rows = computed((): QueueFigureRow[] => state.value.value?.[by.value] ?? [])
const all = computed(() => state.value.value?.all)
onScopeDispose(session.hear('conversation', () => days.value === 1 && void run()))

const time = (seconds: number | null) => (seconds === null ? '–' : span(seconds))
const level = ({
  serviceLevel,
  taken,
  abandoned,
}: QueueFigureRow | NonNullable<typeof all.value>) =>
  serviceLevel === null ? '–' : `${percent(serviceLevel)} of ${taken + abandoned}`
const ended = ({ outcomes }: QueueFigureRow) =>
  Object.entries(outcomes)
    .sort((a, b) => b[1] - a[1])
    .map(([name, n]) => `${CLOSING_NAMES[name as keyof typeof CLOSING_NAMES] ?? name} ${n}`)
    .join(' · ')
const LOW = 0.7
</script>

<template>
  <section class="figures-panel" data-test="queue-figures">
    <div class="row head-row">
      <h2 class="grow">
        How it went<span v-if="state.value" class="quiet small">
          since {{ day(state.value.since) }}</span
        >
      </h2>
      <SelectButton
        v-model="by"
        :options="[...BY]"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        size="small"
        aria-label="By what"
      /><SelectButton
        v-model="days"
        :options="DAYS"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        size="small"
        aria-label="Since when"
        data-test="figure-days"
      />
    </div>
    <Message v-if="state.value?.mail" severity="warn" data-test="mail-waits"
      >{{ count(state.value.mail.waiting, 'mail') }} could not be sent yet:
      {{ state.value.mail.problem }}. Nothing is lost; they go out as soon as that is
      fixed.</Message
    >
    <p v-if="all" class="row sums" data-test="queue-sums">
      <span
        ><strong class="big">{{ level(all) }}</strong
        ><small class="quiet" title="Taken within the target ÷ (taken + abandoned after it)"
          >taken in time</small
        ></span
      >
      <span
        ><strong class="big">{{ time(all.medianWaitSeconds) }}</strong
        ><small class="quiet">wait, the middle one</small></span
      >
      <span
        ><strong class="big">{{ all.moves }}</strong
        ><small class="quiet">moves</small></span
      >
      <span
        ><strong class="big">{{ all.rating === null ? '–' : all.rating.toFixed(1) }}</strong
        ><small class="quiet">of 5, {{ all.rated }} rated</small></span
      >
      <span
        ><strong class="big">{{ state.value?.saved }}</strong
        ><small class="quiet">saved by asking</small></span
      >
    </p>
    <DataTable :value="rows" data-key="id" size="small">
      <template #empty
        ><p class="quiet">
          {{ state.status === 'loading' ? 'Counting…' : 'Nobody was handed over in this time.' }}
        </p></template
      >
      <Column :header="{ queues: 'Queue', agents: 'Agent', hours: 'Hour' }[by]" body-class="name"
        ><template #body="{ data }">{{ data.name }}</template></Column
      >
      <Column header="Came"
        ><template #body="{ data }"
          ><span class="figures">{{ data.entered }}</span></template
        ></Column
      >
      <Column header="Taken in time"
        ><template #body="{ data }"
          ><span
            class="figures"
            :class="{ low: data.serviceLevel !== null && data.serviceLevel < LOW }"
            >{{ level(data) }}</span
          ></template
        ></Column
      >
      <Column header="Left"
        ><template #body="{ data }"
          ><span class="figures">{{ data.abandoned || '–' }}</span></template
        ></Column
      >
      <Column header="Wait"
        ><template #body="{ data }"
          ><span class="figures">{{ time(data.medianWaitSeconds) }}</span></template
        ></Column
      >
      <Column header="First reply"
        ><template #body="{ data }"
          ><span class="figures">{{ time(data.medianFirstReplySeconds) }}</span></template
        ></Column
      >
      <Column header="Handled in"
        ><template #body="{ data }"
          ><span class="figures">{{ time(data.medianHandleSeconds) }}</span></template
        ></Column
      >
      <Column header="Moves"
        ><template #body="{ data }"
          ><span class="figures">{{ data.moves || '–' }}</span></template
        ></Column
      >
      <Column header="Rated"
        ><template #body="{ data }"
          ><span class="figures" :title="`${data.rated} rated`">{{
            data.rating === null ? '–' : data.rating.toFixed(1)
          }}</span></template
        ></Column
      >
      <Column header="Ended"
        ><template #body="{ data }"
          ><span class="small quiet">{{ ended(data) }}</span></template
        ></Column
      >
    </DataTable>
  </section>
</template>

<style scoped>
.figures-panel {
  margin-top: 26px;
}
.head-row {
  margin-bottom: 10px;
  gap: 12px;
}
.sums {
  gap: 34px;
  margin-bottom: 12px;
}
.sums > span {
  display: grid;
}
.big {
  font: 650 var(--text-heading) / 1.2 var(--display);
}
.low {
  color: var(--brick);
  font-weight: 600;
}
:deep(.name) {
  font-weight: 600;
}
</style>
