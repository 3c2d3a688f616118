<script setup lang="ts">
import type { ModelUse, UseView } from '@janua/contracts'
import Button from 'primevue/button'
import Message from 'primevue/message'
import ToggleSwitch from 'primevue/toggleswitch'
import { computed, ref } from 'vue'
import { put } from '../shell/api.ts'
import { count, whole } from '../shell/format.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'
import ConnectionForm from './ConnectionForm.vue'
import ModelCallList from './ModelCallList.vue'
import ModelKinds from './ModelKinds.vue'
import OpinionTrial from './OpinionTrial.vue'
import UseForm from './UseForm.vue'
import { USE_WORDS } from './uses.ts'

/** A language model of one's own: where it stands, what it may be used for, what it costs, what was sent. */
const { run, busy } = useAction()
const { state, reload: load } = useRemote('/models')
const view = computed(() => state.value.value)
const open = ref<ModelUse>()
const connecting = ref(false)

const isConnected = computed(() => view.value?.connection != null)
const headline = computed(() => {
  if (!view.value?.connection) return 'No language model is connected'
  if (view.value.isStopped) return 'The language model is stopped'
  if (month.value.calls === 0) return 'A language model is connected, and was asked nothing yet'
  const asked = `The language model was asked ${count(month.value.calls, 'time')} in thirty days`
  return view.value.connection.prices ? `${asked}, for ${money(month.value.money)}` : asked
})
const currency = computed(() => view.value?.connection?.currency ?? '')
const money = (value: number) => (view.value?.connection?.prices ? inCurrency(value) : '–')
const inCurrency = (value: number) =>
  `${value.toLocaleString('en-GB', { minimumFractionDigits: 2, maximumFractionDigits: 2 })} ${currency.value}`
const month = computed(() =>
  (view.value?.uses ?? []).reduce(
    (sum, { month }) => ({
      calls: sum.calls + month.calls,
      tokens: sum.tokens + month.tokens,
      money: sum.money + month.money,
    }),
    { calls: 0, tokens: 0, money: 0 },
  ),
)

async function toggle({ use: name, settings }: UseView, on: boolean): Promise<void> {
  await run(() => put(`/models/uses/${encodeURIComponent(name)}`, { ...settings, on }))
  await load()
}
async function stop(stopped: boolean): Promise<void> {
  await run(
    () => put('/models/stopped', { stopped }),
    stopped ? 'Nothing is asked of the model any more' : 'The model may be asked again',
  )
  await load()
}
async function stored(): Promise<void> {
  connecting.value = false
  open.value = undefined
  await load()
}
</script>

<template>
  <div class="page">
    <ModelKinds />
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <template v-if="view">
      <div class="head">
        <div>
          <h1 data-test="models-head">
            {{ headline }}
          </h1>
          <p class="quiet">
            <template v-if="isConnected"
              >{{ view.connection!.model }} at {{ view.connection!.url
              }}<template v-if="view.source === 'environment'">, set up with the server</template> ·
              {{ whole(month.tokens) }} tokens in thirty days</template
            ><template v-else
              >Janua answers without one. Who has one can let it word answers, propose phrasings and
              draft articles.</template
            >
          </p>
        </div>
        <Button
          outlined
          :label="isConnected ? 'Change the connection' : 'Connect one'"
          data-test="connect-model"
          @click="connecting = !connecting"
        /><Button
          v-if="isConnected"
          :severity="view.isStopped ? 'primary' : 'danger'"
          :outlined="!view.isStopped"
          :label="view.isStopped ? 'Let it go on' : 'Stop everything'"
          :loading="busy"
          data-test="stop-model"
          @click="stop(!view.isStopped)"
        />
      </div>
      <Message v-if="view.isStopped" severity="warn">
        Whatever is switched on below, nothing is sent. Visitors read the articles’ own words.
      </Message>
      <ConnectionForm
        v-if="connecting"
        :connection="view.connection"
        :source="view.source"
        @stored="stored"
        @cancel="connecting = false"
      />
      <section v-if="isConnected" class="stack uses-section" aria-label="Uses">
        <h2>What it is used for</h2>
        <ul class="uses">
          <li v-for="use in view.uses" :key="use.use" data-test="model-use">
            <div class="use">
              <ToggleSwitch
                :model-value="use.settings.on"
                :aria-label="USE_WORDS[use.use].name"
                :disabled="busy"
                @update:model-value="toggle(use, $event)"
              />
              <div class="grow">
                <h3>{{ USE_WORDS[use.use].name }}</h3>
                <p class="small quiet">{{ USE_WORDS[use.use].does }}</p>
              </div>
              <dl class="small figures">
                <div>
                  <dt>asked today</dt>
                  <dd>
                    {{ whole(use.today.calls)
                    }}<template v-if="use.today.failed">, {{ use.today.failed }} failed</template>
                  </dd>
                </div>
                <div>
                  <dt>cost, 30 days</dt>
                  <dd>{{ money(use.month.money) }}</dd>
                </div>
                <div>
                  <dt>takes</dt>
                  <dd>
                    {{
                      use.month.medianMilliseconds === null
                        ? '–'
                        : `${(use.month.medianMilliseconds / 1000).toFixed(1)} s`
                    }}
                  </dd>
                </div>
              </dl>
              <Button
                text
                size="small"
                class="open"
                :label="open === use.use ? 'Close' : 'Rules and limits'"
                :aria-expanded="open === use.use"
                data-test="use-rules"
                @click="open = open === use.use ? undefined : use.use"
              />
            </div>
            <UseForm
              v-if="open === use.use"
              :use="use"
              :currency="currency"
              :has-prices="view.connection!.prices !== null"
              @stored="stored"
            />
          </li>
        </ul>
      </section>
      <OpinionTrial
        v-if="isConnected"
        :money="money"
        :has-prices="view.connection!.prices !== null"
      />
      <ModelCallList v-if="isConnected" :keep-days="view.connection!.keepDays" :money="money" />
    </template>
  </div>
</template>

<style scoped>
.uses-section {
  margin-top: 14px;
}
.uses {
  list-style: none;
  padding: 0;
  border-top: 1px solid var(--ink);
}
.uses > li {
  border-bottom: 1px solid var(--line);
  padding: 10px 0;
}
.use {
  display: flex;
  align-items: center;
  gap: 14px;
}
.open {
  min-width: 128px;
}
.use p {
  max-width: 74ch;
}
dl {
  display: grid;
  grid-template-columns: repeat(3, 92px);
  gap: 12px;
  margin: 0;
}
dt {
  color: var(--muted);
}
dd {
  margin: 0;
}
@media (width <= 960px) {
  .use {
    flex-wrap: wrap;
  }
  .use .grow {
    flex-basis: calc(100% - 70px);
  }
}
</style>
