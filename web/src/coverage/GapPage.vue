<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import Message from 'primevue/message'
import SelectButton from 'primevue/selectbutton'
import { computed, ref, watch } from 'vue'
import { counted, percent, whole } from '../shell/format.ts'
import { useSession } from '../shell/session.ts'
import { useRemote } from '../shell/useRemote.ts'
import GapFixed from './GapFixed.vue'
import GapWork from './GapWork.vue'
import FixExtend from './FixExtend.vue'
import FixTeach from './FixTeach.vue'
import FixWrite from './FixWrite.vue'
import NearestWhy from './NearestWhy.vue'
import TopicTools from './TopicTools.vue'
import TopicWordings from './TopicWordings.vue'
import SparkLine from './SparkLine.vue'
import { STATE_WORDS, withMargin, worth } from './words.ts'

/** One topic: its own words, why the nearest passages were not enough, and the fix beside it. */
const { id } = defineProps<{ id: number }>()
const session = useSession()
const { state, reload: load } = useRemote(() => `/gaps/${id}` as const, undefined, {
  hears: ['figures'],
})
const { state: effect, reload: loadEffect } = useRemote(() => `/gaps/${id}/effect` as const)
/** Only what holds for the draft as it is: what a fix did not yet change would be read as what it does. */
const shownEffect = computed(() => (effect.value.status === 'ready' ? effect.value.value : null))
const sheet = computed(() => state.value.value)
const kind = ref<'teach' | 'extend' | 'write'>('teach')
const chosen = ref<string[]>([])
const KINDS = [
  { value: 'teach', label: t('coverage.gap.teachPhrasings') },
  { value: 'extend', label: t('coverage.gap.extendAnArticle') },
  { value: 'write', label: t('coverage.gap.writeAnArticle') },
]
const FITS = {
  teach: t('coverage.gap.anArticleNearlyHas'),
  extend: t('coverage.gap.anArticleHasPart'),
  write: t('coverage.gap.nothingHasItWrite'),
}
const isDone = computed(
  () => sheet.value !== undefined && ['in draft', 'published', 'fixed'].includes(sheet.value.state),
)

watch(
  () => sheet.value?.topic,
  () => sheet.value && (kind.value = sheet.value.fix.kind),
  { immediate: true },
)
// Figures may tell of a fix before the answer to its request does: what was counted without it is no longer shown.
watch(
  () => sheet.value?.fixes[0]?.id,
  () => effect.value.status === 'ready' && void loadEffect(),
)
async function changed(): Promise<void> {
  chosen.value = []
  await Promise.all([load(), loadEffect(), session.refreshRelease()])
}
</script>

<template>
  <div class="page">
    <Message v-if="state.status === 'failed'" severity="error"
      >{{ state.reason }}
      <RouterLink to="/gaps">{{ $t('coverage.gap.allGaps') }}</RouterLink></Message
    >
    <div v-if="sheet" class="columns">
      <section class="stack">
        <header class="stack">
          <p class="small">
            <RouterLink to="/gaps">{{ $t('coverage.gap.gaps') }}</RouterLink><span class="quiet">
              › {{ STATE_WORDS[sheet.state]
              }}<template v-if="sheet.reopened">{{
                $t('coverage.gap.openedAgain')
              }}</template></span
            >
          </p>
          <h1 data-test="gap-title">{{ sheet.label }}</h1>
          <p class="row facts">
            <span
              ><i18n-t keypath="coverage.gap.aWeek" scope="global"
                ><template #aWeek
                  ><strong>{{
                    sheet.aWeek >= 10 ? whole(Math.round(sheet.aWeek)) : sheet.aWeek.toFixed(1)
                  }}</strong></template
                ></i18n-t
              ></span
            ><SparkLine
              :values="sheet.weeks"
              :rising="sheet.trend.stands && (sheet.trend.ratio ?? 2) > 1"
              :label="$t('coverage.gap.byWeek', { weeks: sheet.weeks.join(', ') })"
            /><span v-if="sheet.trend.stands && sheet.trend.isNew" class="new">{{
              $t('coverage.gap.newThisWeek')
            }}</span
            ><span v-else-if="sheet.trend.stands && sheet.trend.ratio" class="new">{{
              $t('coverage.gap.theWeeksBefore', { ratio: sheet.trend.ratio.toFixed(1) })
            }}</span
            ><span
              ><i18n-t keypath="coverage.gap.covered" scope="global"
                ><template #high
                  ><strong>{{
                    withMargin(sheet.coverage, sheet.low, sheet.high)
                  }}</strong></template
                ></i18n-t
              ><span v-if="sheet.few" class="quiet"
                >{{ ' ' }}{{ $t('coverage.gap.few') }}</span
              ></span
            ><span
              ><i18n-t keypath="coverage.gap.fixingIsWorthUp" scope="global"
                ><template #potential
                  ><strong>{{ worth(sheet.potential) }}</strong></template
                ></i18n-t
              ></span
            ><span v-if="sheet.saves"
              >{{ $t('coverage.gap.hours', { hours: sheet.saves.hours.toFixed(1) })
              }}<template v-if="sheet.saves.cost !== null"
                >{{ ' '
                }}{{
                  $t('coverage.gap.or', {
                    currency: sheet.saves.currency,
                    cost: Math.round(sheet.saves.cost),
                  })
                }}</template
              >
              {{ $t('coverage.gap.ofAgentsWorkA') }}</span
            >
          </p>
          <p v-if="sheet.words.length" class="small quiet">
            {{ $t('coverage.gap.setApartBy', { words: sheet.words.join(', ') }) }}
          </p>
        </header>
        <div v-if="sheet.after.asked" class="small after">
          <i18n-t keypath="coverage.gap.ofWithoutAnAnswer" scope="global"
            ><template #strong
              ><strong>{{ $t('coverage.gap.whatBecameOfThem') }}</strong></template
            ><template #conversation>{{
              counted('units.conversation', sheet.after.asked)
            }}</template
            ><template #left>{{ sheet.after.left }}</template
            ><template #insisted>{{ sheet.after.insisted }}</template
            ><template #handedOver>{{ sheet.after.handedOver }}</template></i18n-t
          ><template v-if="sheet.after.queues.length">
            ({{ sheet.after.queues.map(({ name, n }) => `${name} ${n}`).join(', ') }})</template
          ><template v-if="sheet.after.handleMinutes !== null">{{
            $t('coverage.gap.whichTookAnAgent', {
              handleMinutes: sheet.after.handleMinutes.toFixed(0),
            })
          }}</template
          >.
        </div>
        <TopicWordings v-model="chosen" :sheet="sheet" :effect="shownEffect" />
        <TopicTools :sheet="sheet" :chosen="chosen" @changed="changed" />
        <NearestWhy :sheet="sheet" />
      </section>
      <aside class="stack">
        <section v-if="sheet.closed" class="panel stack answered-now" data-test="gap-closed">
          <h2>{{ $t('coverage.gap.answeredSince') }}</h2>
          <p class="small">
            <i18n-t keypath="coverage.gap.releaseAnswersItsQuestions" scope="global"
              ><template #share
                ><strong>{{ percent(sheet.closed.share) }}</strong></template
              ><template #release>{{ sheet.closed.release }}</template
              ><template #n>{{ sheet.closed.n }}</template></i18n-t
            >
          </p>
        </section>
        <GapFixed v-if="sheet.fixes.length" :sheet="sheet" :effect="shownEffect" />
        <section class="panel stack" data-test="fix-panel">
          <h2>{{ isDone ? $t('coverage.gap.fixItOtherwise') : $t('coverage.gap.fixIt') }}</h2>
          <p class="small quiet">
            {{ FITS[sheet.fix.kind]
            }}<template v-if="sheet.fix.title && sheet.fix.kind !== 'write'"
              >{{ ' '
              }}{{
                $t('coverage.gap.ofItsQuestionsCome', {
                  share: percent(sheet.fix.share),
                  fix: sheet.fix.title,
                })
              }}</template
            >
          </p>
          <SelectButton
            v-model="kind"
            :options="KINDS"
            option-label="label"
            option-value="value"
            :allow-empty="false"
            size="small"
            :aria-label="$t('coverage.gap.howToFixIt')"
            data-test="fix-kind"
          />
          <FixTeach v-if="kind === 'teach'" :key="`teach ${id}`" :sheet="sheet" @fixed="changed" />
          <FixExtend
            v-else-if="kind === 'extend'"
            :key="`extend ${id}`"
            :sheet="sheet"
            @fixed="changed"
          />
          <FixWrite v-else :key="`write ${id}`" :sheet="sheet" @fixed="changed" />
        </section>
        <GapWork :sheet="sheet" @changed="changed" />
      </aside>
    </div>
  </div>
</template>

<style scoped>
section.stack {
  gap: 18px;
}
header {
  gap: 6px;
}
.facts {
  gap: 6px 18px;
  font-variant-numeric: tabular-nums;
}
.new {
  background: var(--brick-soft);
  color: var(--brick);
  border-radius: var(--round-small);
  padding: 1px 6px;
  font-weight: 600;
  font-size: var(--text-small);
}
.after {
  border-left: 3px solid var(--plum);
  padding-left: 12px;
}
aside .answered-now {
  border-left: 4px solid var(--moss);
}
aside .panel {
  gap: 12px;
}
</style>
