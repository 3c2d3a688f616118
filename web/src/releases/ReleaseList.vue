<script setup lang="ts">
import type { ReleaseRow } from '@janua/contracts'
import Button from 'primevue/button'
import { ref } from 'vue'
import { counted, moment, percent } from '../shell/format.ts'

defineProps<{ releases: ReleaseRow[]; open: number | null; mayPublish: boolean; busy: boolean }>()
defineEmits<{ live: [number: number] }>()
const unfolded = ref<number>()
const SIGNS = { added: '+', edited: '~', removed: '−' }
</script>

<template>
  <section>
    <h2>{{ $t('releases.releaseList.releases') }}</h2>
    <ol>
      <li
        v-for="release in releases"
        :key="release.number"
        :class="{ live: release.live }"
        data-test="release"
      >
        <div class="row">
          <strong class="grow"
            >{{ $t('releases.releaseList.release', { number: release.number })
            }}<span v-if="release.live" class="now">{{
              $t('releases.releaseList.visitorsGetThisOne')
            }}</span
            ><span v-else-if="release.number === open" class="now open">{{
              $t('releases.releaseList.notForAllYet')
            }}</span></strong
          >
          <Button
            v-if="mayPublish && !release.live && release.number !== open"
            size="small"
            outlined
            :label="$t('releases.releaseList.rollBackTo', { number: release.number })"
            :disabled="busy"
            data-test="roll-back"
            @click="$emit('live', release.number)"
          />
        </div>
        <p v-if="release.note">{{ release.note }}</p>
        <p v-if="release.because" class="small bad">
          {{ $t('releases.releaseList.publishedAllTheSame', { because: release.because }) }}
        </p>
        <p class="quiet small">
          {{ release.by }}, {{ moment(release.at) }} ·
          {{ counted('units.article', release.articles) }} ·
          <button
            type="button"
            class="bare small"
            :aria-expanded="unfolded === release.number"
            @click="unfolded = unfolded === release.number ? undefined : release.number"
          >
            {{ counted('units.change', release.changes.length) }}</button><template
            v-if="release.checks"
          >
            {{
              $t('releases.releaseList.checksOf', {
                passed: release.checks.passed,
                failed: release.checks.passed + release.checks.failed,
              })
            }}</template
          ><template v-if="release.encoder"
            >{{ ' '
            }}{{ $t('releases.releaseList.encoder', { encoder: release.encoder }) }}</template
          ><template v-if="release.redacted">
            ·
            <span :title="$t('releases.releaseList.aVisitorAskedTo')">{{
              $t('releases.releaseList.redacted')
            }}</span></template
          >
        </p>
        <p class="small figures">
          <template v-if="release.coverage"
            ><i18n-t keypath="releases.releaseList.covered" scope="global"
              ><template #span
                ><span class="quiet">{{
                  $t('releases.releaseList.toOfAskedOf', {
                    low: percent(release.coverage.low),
                    high: percent(release.coverage.high),
                    question: counted('units.question', release.coverage.n),
                  })
                }}</span></template
              ><template #share>{{ percent(release.coverage.share) }}</template></i18n-t
            ></template
          ><span v-else class="quiet">{{ $t('releases.releaseList.nothingWasAskedOf') }}</span>
        </p>
        <ul v-if="unfolded === release.number" class="small">
          <li v-for="(change, i) in release.changes" :key="i">
            <span class="sign">{{ SIGNS[change.type] }}</span> {{ change.title }}
          </li>
        </ul>
      </li>
    </ol>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
  margin-top: 12px;
}
ol > li {
  padding: 12px 0 12px 16px;
  border-left: 3px solid var(--line);
}
ol > li.live {
  border-left-color: var(--moss);
}
.now {
  margin-left: 10px;
  font-weight: 500;
  font-size: var(--text-small);
  color: var(--moss);
}
.now.open {
  color: var(--brass);
}
.bad {
  color: var(--brick);
}
ul {
  list-style: none;
  padding: 6px 0 0;
  max-height: 240px;
  overflow: auto;
}
.sign {
  display: inline-block;
  width: 14px;
  font-weight: 700;
}
</style>
