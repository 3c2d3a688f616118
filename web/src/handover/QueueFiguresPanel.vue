<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { QueueFigureRow } from '@janua/contracts'
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import Message from 'primevue/message'
import SelectButton from 'primevue/selectbutton'
import { computed, onScopeDispose, ref } from 'vue'
import { counted, day, percent, span } from '../shell/format.ts'
import { useSession } from '../shell/session.ts'
import { useRemote } from '../shell/useRemote.ts'
import { CLOSING_NAMES } from './deskWords.ts'
import TermHelp from '../help/TermHelp.vue'

/** How the queues did: service level against target, waits, moves, satisfaction and outcomes, by queue, agent and hour. */
const session = useSession()
const DAYS = [
  { value: 1, label: t('handover.queueFiguresPanel.today') },
  { value: 7, label: t('handover.queueFiguresPanel.n7Days') },
  { value: 28, label: t('handover.queueFiguresPanel.n28Days') },
]
const BY = [
  { value: 'queues', label: t('handover.queueFiguresPanel.byQueue') },
  { value: 'agents', label: t('handover.queueFiguresPanel.byAgent') },
  { value: 'hours', label: t('handover.queueFiguresPanel.byHour') },
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
  serviceLevel === null
    ? '–'
    : t('handover.queueFiguresPanel.of', {
        serviceLevel: percent(serviceLevel),
        abandoned: taken + abandoned,
      })
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
        {{ $t('handover.queueFiguresPanel.howItWent')
        }}<span v-if="state.value" class="quiet small"
          >{{ ' '
          }}{{ $t('handover.queueFiguresPanel.since', { since: day(state.value.since) }) }}</span
        >
      </h2>
      <SelectButton
        v-model="by"
        :options="[...BY]"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        size="small"
        :aria-label="$t('handover.queueFiguresPanel.byWhat')"
      /><SelectButton
        v-model="days"
        :options="DAYS"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        size="small"
        :aria-label="$t('handover.queueFiguresPanel.sinceWhen')"
        data-test="figure-days"
      />
    </div>
    <Message v-if="state.value?.mail" severity="warn" data-test="mail-waits">{{
      $t('handover.queueFiguresPanel.couldNotBeSent', {
        mail: counted('units.mail', state.value.mail.waiting),
        problem: state.value.mail.problem,
      })
    }}</Message>
    <p v-if="all" class="row sums" data-test="queue-sums">
      <span
        ><strong class="big">{{ level(all) }}</strong
        ><small class="quiet" :title="$t('handover.queueFiguresPanel.takenWithinTheTarget')">{{
          $t('handover.queueFiguresPanel.takenInTime')
        }}</small
        ><TermHelp term="people.serviceLevel" :about="$t('handover.queueFiguresPanel.takenInTime')"
      /></span>
      <span
        ><strong class="big">{{ time(all.medianWaitSeconds) }}</strong
        ><small class="quiet">{{ $t('handover.queueFiguresPanel.waitTheMiddleOne') }}</small
        ><TermHelp term="people.wait" :about="$t('handover.queueFiguresPanel.waitTheMiddleOne')"
      /></span>
      <span
        ><strong class="big">{{ all.moves }}</strong
        ><small class="quiet">{{ $t('handover.queueFiguresPanel.moves') }}</small></span
      >
      <span
        ><strong class="big">{{ all.rating === null ? '–' : all.rating.toFixed(1) }}</strong
        ><small class="quiet">{{
          $t('handover.queueFiguresPanel.of5Rated', { rated: all.rated })
        }}</small></span
      >
      <span
        ><strong class="big">{{ state.value?.saved }}</strong
        ><small class="quiet">{{ $t('handover.queueFiguresPanel.savedByAsking') }}</small></span
      >
    </p>
    <DataTable :value="rows" data-key="id" size="small">
      <template #empty
        ><p class="quiet">
          {{
            state.status === 'loading'
              ? $t('handover.queueFiguresPanel.counting')
              : $t('handover.queueFiguresPanel.nobodyWasHandedOver')
          }}
        </p></template
      >
      <Column :header="{ queues: 'Queue', agents: 'Agent', hours: 'Hour' }[by]" body-class="name"
        ><template #body="{ data }">{{ data.name }}</template></Column
      >
      <Column :header="$t('handover.queueFiguresPanel.came')"
        ><template #body="{ data }"
          ><span class="figures">{{ data.entered }}</span></template
        ></Column
      >
      <Column :header="$t('handover.queueFiguresPanel.takenInTime2')"
        ><template #body="{ data }"
          ><span
            class="figures"
            :class="{ low: data.serviceLevel !== null && data.serviceLevel < LOW }"
            >{{ level(data) }}</span
          ></template
        ></Column
      >
      <Column :header="$t('handover.queueFiguresPanel.left')"
        ><template #body="{ data }"
          ><span class="figures">{{ data.abandoned || '–' }}</span></template
        ></Column
      >
      <Column :header="$t('handover.queueFiguresPanel.wait')"
        ><template #body="{ data }"
          ><span class="figures">{{ time(data.medianWaitSeconds) }}</span></template
        ></Column
      >
      <Column :header="$t('handover.queueFiguresPanel.firstReply')"
        ><template #body="{ data }"
          ><span class="figures">{{ time(data.medianFirstReplySeconds) }}</span></template
        ></Column
      >
      <Column :header="$t('handover.queueFiguresPanel.handledIn')"
        ><template #body="{ data }"
          ><span class="figures">{{ time(data.medianHandleSeconds) }}</span></template
        ></Column
      >
      <Column :header="$t('handover.queueFiguresPanel.moves2')"
        ><template #body="{ data }"
          ><span class="figures">{{ data.moves || '–' }}</span></template
        ></Column
      >
      <Column :header="$t('handover.queueFiguresPanel.rated')"
        ><template #body="{ data }"
          ><span
            class="figures"
            :title="$t('handover.queueFiguresPanel.rated2', { rated: data.rated })"
            >{{ data.rating === null ? '–' : data.rating.toFixed(1) }}</span
          ></template
        ></Column
      >
      <Column :header="$t('handover.queueFiguresPanel.ended')"
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
