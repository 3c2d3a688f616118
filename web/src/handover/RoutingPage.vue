<script setup lang="ts">
import { ArrowDown, ArrowUp, GripVertical, X } from '@lucide/vue'
import Button from 'primevue/button'
import InputNumber from 'primevue/inputnumber'
import Message from 'primevue/message'
import Select from 'primevue/select'
import ToggleSwitch from 'primevue/toggleswitch'
import { computed } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import StateChip from '../library/StateChip.vue'
import { percent, moment } from '../shell/format.ts'
import ConflictNote from '../shell/ConflictNote.vue'
import KeptBack from '../shell/KeptBack.vue'
import RoutingProofPanel from './RoutingProofPanel.vue'
import RuleEditor from './RuleEditor.vue'
import { useRouting } from './useRouting.ts'

const {
  routing,
  rules,
  lastResort,
  model,
  learnedAtLeast,
  queues,
  doors,
  collections,
  topics,
  proof,
  reading,
  failure,
  changed,
  restored,
  meanwhile,
  conflict,
  busy,
  said,
  store,
  overwrite,
  takeTheirs,
  discard,
  read,
  add,
  swap,
} = useRouting()
const STARTER_SURENESS = 0.5
const newer = computed(() => routing.value?.newest && routing.value.newest.id !== model.value)
const shownModel = computed(() =>
  routing.value?.newest?.id === model.value ? routing.value?.newest : routing.value?.inUse,
)
const queueName = (id: number) => queues.value.find((queue) => queue.id === id)?.name ?? ''
const shareOf = (result: { n: number; right: number } | null | undefined) =>
  result && result.n > 0 ? result.right / result.n : null
const newestShare = computed(() => shareOf(routing.value?.newest?.heldOut))
const rulesShare = computed(() => shareOf(routing.value?.rulesAlone))
/** It decides by itself only where it does better than the rules do without it. */
const isBetter = computed(() => (newestShare.value ?? 0) > (rulesShare.value ?? 0))
function useNewest(): void {
  model.value = routing.value!.newest!.id
  if (isBetter.value) learnedAtLeast.value ??= STARTER_SURENESS
}
</script>

<template>
  <div class="page">
    <Message v-if="failure" severity="error">{{ failure }}</Message>
    <template v-if="routing">
      <div class="head">
        <div>
          <h1>{{ $t('handover.routing.routing') }}</h1>
          <p class="quiet row">
            {{ $t('handover.routing.theFirstRuleThat') }}
            <StateChip :state="routing.state" />
          </p>
        </div>
        <span v-if="changed" class="quiet small" data-test="unsaved">{{
          $t('handover.routing.notSavedYet')
        }}</span><strong v-else-if="said" class="small" role="status" data-test="saved">{{
          said
        }}</strong
        ><Button
          outlined
          :label="$t('common.saveInWork')"
          :loading="busy"
          @click="store(false)"
        /><Button
          :label="$t('common.saveAsReady')"
          :loading="busy"
          data-test="save-ready"
          @click="store(true)"
        />
      </div>
      <KeptBack v-if="restored" :meanwhile="meanwhile" @drop="discard" />
      <ConflictNote
        v-if="conflict"
        :message="conflict.message"
        @theirs="takeTheirs"
        @mine="overwrite"
      />
      <RoutingProofPanel
        v-if="proof"
        :proof="proof"
        :queues="queues"
        :reading="reading"
        @read="read"
        @shut="reading = undefined"
      />
      <VueDraggable v-model="rules" tag="ol" handle=".grip" :animation="120" class="rules">
        <li v-for="(rule, i) in rules" :key="rule.key" class="panel" data-test="rule">
          <span class="place figures">{{ i + 1 }}</span>
          <RuleEditor
            v-model="rules[i]!"
            :queues="queues"
            :doors="doors"
            :collections="collections"
            :topics="topics"
            :use="proof?.rules[i]"
            :names="rules.map(({ name }) => name)"
            class="grow"
            @read="read"
          />
          <span class="moves">
            <Button
              text
              size="small"
              :disabled="i === 0"
              :aria-label="$t('handover.routing.moveRuleUp', { rule: rule.name })"
              @click="swap(i - 1)"
              ><ArrowUp :size="16"
            /></Button>
            <Button
              text
              size="small"
              :disabled="i === rules.length - 1"
              :aria-label="$t('handover.routing.moveRuleDown', { rule: rule.name })"
              @click="swap(i)"
              ><ArrowDown :size="16"
            /></Button>
            <span class="grip" aria-hidden="true"><GripVertical :size="16" /></span>
            <Button
              text
              size="small"
              severity="danger"
              :aria-label="$t('handover.routing.removeRule', { rule: rule.name })"
              @click="rules.splice(i, 1)"
              ><X :size="16"
            /></Button>
          </span>
        </li>
      </VueDraggable>
      <section class="panel stack last" data-test="learned">
        <div class="row">
          <Button outlined :label="$t('handover.routing.addARule')" @click="add" /><span
            class="grow"
          />
          <template v-if="model">
            <ToggleSwitch
              :model-value="learnedAtLeast !== null"
              input-id="learned"
              data-test="learned-on"
              @update:model-value="learnedAtLeast = $event ? STARTER_SURENESS : null"
            /><label for="learned">{{ $t('handover.routing.whenNoRuleFits') }}</label
            ><template v-if="learnedAtLeast !== null"
              >{{ $t('handover.routing.sureAtLeast') }}
              <InputNumber
                v-model="learnedAtLeast"
                :min="0.05"
                :max="0.99"
                :step="0.05"
                :max-fraction-digits="2"
                size="small"
                input-class="short"
                :aria-label="$t('handover.routing.sureAtLeast2')"
            /></template>
          </template>
          <span>{{
            model && learnedAtLeast !== null
              ? $t('handover.routing.else')
              : $t('handover.routing.whenNoRuleFits2')
          }}</span><Select
            v-model="lastResort"
            :options="queues"
            option-label="name"
            option-value="id"
            :aria-label="$t('handover.routing.lastResort')"
          />
        </div>
        <p v-if="shownModel" class="small quiet">
          {{
            $t('handover.routing.learntFromHandOvers', {
              examples: shownModel.examples,
              madeAt: moment(shownModel.madeAt),
            })
          }}
        </p>
        <dl v-if="shownModel" class="signs small">
          <template v-for="each in shownModel.signs" :key="each.queue"
            ><dt>{{ queueName(each.queue) }}</dt>
            <dd>{{ each.signs.join(', ') }}</dd></template
          >
        </dl>
        <p v-if="newer" class="small">
          {{
            $t('handover.routing.fromHandOversWhose', {
              model: model ? $t('handover.routing.learntAnew') : $t('handover.routing.learnt'),
              examples: routing.newest!.examples,
              madeAt: moment(routing.newest!.madeAt),
            })
          }}
          <template v-if="newestShare !== null && rulesShare !== null"
            >{{
              $t('handover.routing.onHandOversIt', {
                newestShare: percent(newestShare),
                rulesShare: percent(rulesShare),
              })
            }}
            <template v-if="!isBetter">{{ $t('handover.routing.itCanBeUsed') }}</template></template
          >
          <Button
            size="small"
            outlined
            :label="
              model ? $t('handover.routing.useTheNewerOne') : $t('handover.routing.useItInThe')
            "
            data-test="use-newest"
            @click="useNewest"
          />
        </p>
        <p v-else-if="!model" class="small quiet">
          {{ $t('handover.routing.nothingIsLearntYet') }}
        </p>
      </section>
    </template>
  </div>
</template>

<style scoped>
.rules {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 10px;
}
.rules li {
  display: flex;
  gap: 16px;
  align-items: flex-start;
  padding: 12px 16px;
}
.place {
  font: 650 var(--text-heading) / 1.6 var(--display);
  color: var(--muted);
  width: 24px;
}
.moves {
  display: flex;
  align-items: center;
}
.grip {
  cursor: grab;
  color: var(--muted);
  padding: 4px;
}
.last {
  margin-top: 12px;
  padding: 14px 16px;
}
.last :deep(.short) {
  width: 72px;
}
.signs {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 3px 16px;
  margin: 0;
}
.signs dt {
  font-weight: 600;
}
.signs dd {
  margin: 0;
  color: var(--muted);
}
@media (width <= 700px) {
  .rules li {
    flex-wrap: wrap;
    justify-content: space-between;
  }
  .rules li .grow {
    order: 1;
    flex-basis: 100%;
  }
}
</style>
