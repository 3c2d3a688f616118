<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { ModelUse, UseView } from '@janua/contracts'
import Button from 'primevue/button'
import Message from 'primevue/message'
import ToggleSwitch from 'primevue/toggleswitch'
import { computed, ref } from 'vue'
import { put } from '../shell/api.ts'
import { decimal, counted, whole } from '../shell/format.ts'
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
  if (!view.value?.connection) return t('models.models.noLanguageModelIs')
  if (view.value.isStopped) return t('models.models.theLanguageModelIs')
  if (month.value.calls === 0) return t('models.models.aLanguageModelIs')
  const asked = t('models.models.theLanguageModelWas', {
    time: counted('units.time', month.value.calls),
  })
  return view.value.connection.prices
    ? t('models.models.for', { asked, money: money(month.value.money) })
    : asked
})
const currency = computed(() => view.value?.connection?.currency ?? '')
const money = (value: number) => (view.value?.connection?.prices ? inCurrency(value) : '–')
const inCurrency = (value: number) => `${decimal(value, 2)} ${currency.value}`
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
    stopped ? t('models.models.nothingIsAskedOf') : t('models.models.theModelMayBe'),
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
              >{{
                $t('models.models.at', {
                  model: view.connection!.model,
                  url: view.connection!.url,
                })
              }}<template v-if="view.source === 'environment'">{{
                $t('models.models.setUpWithThe')
              }}</template>
              {{
                $t('models.models.tokensInThirtyDays', { tokens: whole(month.tokens) })
              }}</template
            ><template v-else>{{ $t('models.models.januaAnswersWithoutOne') }}</template>
          </p>
        </div>
        <Button
          outlined
          :label="
            isConnected ? $t('models.models.changeTheConnection') : $t('models.models.connectOne')
          "
          data-test="connect-model"
          @click="connecting = !connecting"
        /><Button
          v-if="isConnected"
          :severity="view.isStopped ? 'primary' : 'danger'"
          :outlined="!view.isStopped"
          :label="
            view.isStopped ? $t('models.models.letItGoOn') : $t('models.models.stopEverything')
          "
          :loading="busy"
          data-test="stop-model"
          @click="stop(!view.isStopped)"
        />
      </div>
      <Message v-if="view.isStopped" severity="warn">
        {{ $t('models.models.whateverIsSwitchedOn') }}
      </Message>
      <ConnectionForm
        v-if="connecting"
        :connection="view.connection"
        :source="view.source"
        @stored="stored"
        @cancel="connecting = false"
      />
      <section v-if="isConnected" class="stack uses-section" :aria-label="$t('models.models.uses')">
        <h2>{{ $t('models.models.whatItIsUsed') }}</h2>
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
                  <dt>{{ $t('models.models.askedToday') }}</dt>
                  <dd>
                    {{ whole(use.today.calls)
                    }}<template v-if="use.today.failed">{{
                      $t('models.models.failed', { failed: use.today.failed })
                    }}</template>
                  </dd>
                </div>
                <div>
                  <dt>{{ $t('models.models.cost30Days') }}</dt>
                  <dd>{{ money(use.month.money) }}</dd>
                </div>
                <div>
                  <dt>{{ $t('models.models.takes') }}</dt>
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
                :label="open === use.use ? $t('common.close') : $t('models.models.rulesAndLimits')"
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
