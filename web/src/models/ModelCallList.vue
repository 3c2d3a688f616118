<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { counted, moment, whole } from '../shell/format.ts'
import { useRemote } from '../shell/useRemote.ts'
import { USE_WORDS } from './uses.ts'

/** What was asked of the model, the newest first. */
defineProps<{ keepDays: number; money: (value: number) => string }>()
const AT_ONCE = 20
const limit = ref(AT_ONCE)
const { state } = useRemote('/models/calls', () => ({ limit: limit.value }))
const calls = computed(() => state.value.value)
/** Rules as they are, material so that it can be read. */
function partsOf(sent: string): string[] {
  return (JSON.parse(sent) as { content: string }[]).map(({ content }) =>
    content.startsWith('{') ? JSON.stringify(JSON.parse(content), null, 2) : content,
  )
}
async function more(): Promise<void> {
  limit.value = Math.min(200, limit.value + AT_ONCE)
}
</script>

<template>
  <section class="stack sent" :aria-label="$t('models.modelCallList.whatWasSent')">
    <h2>{{ $t('models.modelCallList.whatWasSent') }}</h2>
    <p class="small quiet">
      {{ $t('models.modelCallList.textsAreKeptFor', { day: counted('units.day', keepDays) }) }}
    </p>
    <p v-if="calls?.total === 0" class="quiet">{{ $t('models.modelCallList.nothingYet') }}</p>
    <ul v-else-if="calls">
      <li v-for="call in calls.rows" :key="call.id" data-test="model-call">
        <details>
          <summary>
            <span class="when small quiet">{{ moment(call.at) }}</span>
            <span class="grow"
              >{{ USE_WORDS[call.use].name }}
              <span class="small quiet">{{
                $t('models.modelCallList.for', {
                  who: call.who ?? $t('models.modelCallList.aVisitor'),
                })
              }}</span></span
            >
            <span v-if="call.fault" class="small fault">{{ call.fault }}</span>
            <span class="small figures quiet">{{
              $t('models.modelCallList.tokensS', {
                received: whole(call.tokens.sent + call.tokens.received),
                money: money(call.money),
                milliseconds: (call.milliseconds / 1000).toFixed(1),
              })
            }}</span>
          </summary>
          <p v-if="call.sent === null" class="small quiet">
            {{ $t('models.modelCallList.itsTextsAreForgotten') }}
          </p>
          <div v-else class="texts small">
            <div>
              <h3>{{ $t('models.modelCallList.sentTo', { model: call.model }) }}</h3>
              <pre v-for="(part, i) in partsOf(call.sent)" :key="i">{{ part }}</pre>
            </div>
            <div>
              <h3>{{ $t('models.modelCallList.cameBack') }}</h3>
              <pre>{{ call.received ?? $t('models.modelCallList.nothing') }}</pre>
            </div>
          </div>
        </details>
      </li>
    </ul>
    <p v-if="calls && calls.rows.length < calls.total && limit < 200">
      <Button text size="small" :label="$t('models.modelCallList.more')" @click="more" />
    </p>
  </section>
</template>

<style scoped>
.sent {
  margin-top: 22px;
}
ul {
  list-style: none;
  padding: 0;
  border-top: 1px solid var(--line);
}
li {
  border-bottom: 1px solid var(--line);
}
summary {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
  padding: 7px 2px;
  cursor: pointer;
}
.when {
  min-width: 118px;
}
.fault {
  color: var(--brick);
}
.texts {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
  gap: 18px;
  padding: 4px 2px 14px;
}
pre + pre {
  border-top: 1px solid var(--line);
  padding-top: 8px;
}
pre {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  max-height: 260px;
  overflow: auto;
  margin: 4px 0 0;
}
@media (width <= 960px) {
  .texts {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
