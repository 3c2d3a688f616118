<script setup lang="ts">
import type { GapEffect } from '@janua/contracts'
import { computed } from 'vue'

/** What a fix does to the topic's questions: expected right before and after, of how many. */
const {
  effect,
  before = 'in the draft now',
  after = 'with it',
} = defineProps<{ effect: GapEffect; before?: string; after?: string }>()
const width = (right: number) => `${effect.n === 0 ? 0 : (100 * right) / effect.n}%`
const gained = computed(
  () =>
    effect.questions.filter((one) => one.after === 'answered' && one.before !== 'answered').length,
)
</script>

<template>
  <div class="effect" data-test="effect">
    <p>
      <i18n-t keypath="coverage.effectLine.ofQuestionsAnsweredRightly" scope="global"
        ><template #live
          ><strong>{{ Math.round(effect.live) }} → {{ Math.round(effect.after) }}</strong></template
        ><template #n>{{ effect.n }}</template></i18n-t
      ><template v-if="effect.aWeek.after > 0"
        ><i18n-t keypath="coverage.effectLine.aboutMoreAWeek" scope="global"
          ><template #live
            ><strong>{{ (effect.aWeek.after - effect.aWeek.live).toFixed(1) }}</strong></template
          ></i18n-t
        ></template
      >
    </p>
    <div class="track" aria-hidden="true">
      <span class="after" :style="{ width: width(effect.after) }" /><span
        class="before"
        :style="{ width: width(effect.live) }"
      />
    </div>
    <p class="small quiet">
      {{
        $t('coverage.effectLine.andOfWordingsNewly', {
          before,
          after,
          gained,
          questions: effect.questions.length,
        })
      }}
    </p>
  </div>
</template>

<style scoped>
.effect {
  display: grid;
  gap: 5px;
}
.track {
  position: relative;
  height: 10px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: var(--round-medium);
  overflow: hidden;
}
.track span {
  position: absolute;
  inset: 0 auto 0 0;
}
.after {
  background: var(--moss);
  opacity: 0.65;
}
.before {
  background: var(--harbour);
}
</style>
