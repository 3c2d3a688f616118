<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { ReadPage, Site } from '@janua/contracts'
import { wordDiff } from '@janua/core'
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import ProgressBar from 'primevue/progressbar'
import { computed, ref, watch } from 'vue'
import DiffParts from '../shell/DiffParts.vue'
import { counted, moment } from '../shell/format.ts'

/** One site, and what its last reading found. */
const { site, busy } = defineProps<{ site: Site; busy: boolean }>()
const emit = defineEmits<{
  edit: []
  read: []
  stop: []
  drop: []
  forget: []
  take: [addresses: string[]]
}>()
const reading = computed(() => site.reading)
const news = computed(
  () => reading.value?.pages.filter(({ change }) => change !== 'unchanged') ?? [],
)
const unchanged = computed(() => (reading.value?.pages.length ?? 0) - news.value.length)
const chosen = ref<string[]>([])
const opened = ref('')
const EVERY: Record<string, string> = {
  1: t('library.siteCard.daily'),
  7: t('library.siteCard.weekly'),
  30: t('library.siteCard.monthly'),
}
watch(
  () => reading.value?.id + (reading.value?.state ?? ''),
  () => (chosen.value = news.value.map(({ address }) => address)),
  { immediate: true },
)
const parts = (page: ReadPage) => wordDiff(page.before, page.after)
const short = (address: string) => new URL(address).pathname
</script>

<template>
  <section class="panel stack" data-test="site">
    <div class="row">
      <div class="grow">
        <h2>{{ site.address }}</h2>
        <p class="quiet small">
          {{
            $t('library.siteCard.inTheLibraryRead', {
              page: counted('units.page', site.pages),
              everyDays: site.everyDays ? EVERY[site.everyDays] : $t('library.siteCard.byHand'),
              page2: counted('units.page', site.pageLimit),
            })
          }}<template v-if="reading"
            >{{ ' ' }}{{ $t('library.siteCard.lastRead', { at: moment(reading.at) }) }}</template
          >
        </p>
      </div>
      <Button
        size="small"
        text
        severity="danger"
        :label="$t('library.siteCard.forgetIt')"
        @click="emit('forget')"
      /><Button size="small" text :label="$t('common.change')" @click="emit('edit')" />
      <Button
        v-if="reading?.state === 'reading'"
        size="small"
        outlined
        :label="$t('library.siteCard.stop')"
        @click="emit('stop')"
      />
      <Button
        v-else
        size="small"
        :label="$t('library.siteCard.readItNow')"
        :loading="busy"
        data-test="read-site"
        @click="emit('read')"
      />
    </div>
    <div v-if="reading?.state === 'reading'" class="row" role="status">
      <ProgressBar
        class="grow"
        :value="reading.found ? Math.round((100 * reading.read) / reading.found) : 0"
        :show-value="false"
        :aria-label="$t('library.siteCard.pagesRead')"
      /><span class="figures small">{{
        $t('library.siteCard.of', { read: reading.read, found: reading.found })
      }}</span
      ><span class="quiet small">{{ reading.current }}</span>
    </div>
    <p v-else-if="reading?.state === 'failed'" class="failed" data-test="site-failed">
      {{ $t('library.siteCard.theLastReadingFailed', { because: reading.because }) }}
    </p>
    <template v-else-if="reading?.state === 'waiting'">
      <p class="row" data-test="site-news">
        <strong class="grow">{{
          news.length
            ? $t('library.siteCard.toTakeOver', { page: counted('units.page', news.length) })
            : $t('library.siteCard.nothingHasChanged')
        }}</strong><span class="quiet small">{{
          $t('library.siteCard.unchanged', { page: counted('units.page', unchanged) })
        }}</span>
      </p>
      <p v-if="reading.because" class="small">{{ reading.because }}</p>
      <ul>
        <li
          v-for="page in news"
          :key="page.address"
          data-test="site-page"
          :data-change="page.change"
        >
          <Checkbox
            v-model="chosen"
            :value="page.address"
            :aria-label="$t('library.siteCard.takeOver', { page: page.title })"
          /><span class="change" :class="page.change">{{ page.change }}</span>
          <span class="grow"
            ><strong>{{ page.title }}</strong>
            <span class="quiet small"
              >{{ short(page.address) }} · {{ counted('units.word', page.words)
              }}<template v-if="page.questions"
                >, {{ counted('units.question', page.questions) }}</template
              ></span
            ></span
          >
          <button
            v-if="page.change === 'changed'"
            type="button"
            class="bare small"
            @click="opened = opened === page.address ? '' : page.address"
          >
            {{
              opened === page.address
                ? $t('library.siteCard.hide')
                : $t('library.siteCard.whatChanged')
            }}
          </button>
          <pre v-if="opened === page.address"><DiffParts :parts="parts(page)" /></pre>
        </li>
      </ul>
      <div v-if="news.length" class="row">
        <span class="grow" /><Button
          size="small"
          text
          :label="$t('library.siteCard.leaveItAll')"
          @click="emit('drop')"
        /><Button
          size="small"
          :label="$t('library.siteCard.takeOver', { page: counted('units.page', chosen.length) })"
          :disabled="chosen.length === 0"
          data-test="take-over"
          @click="emit('take', chosen)"
        />
      </div>
    </template>
    <details v-if="reading?.failed.length">
      <summary class="small">
        {{ $t('library.siteCard.notRead', { page: counted('units.page', reading.failed.length) }) }}
      </summary>
      <ul class="small">
        <li v-for="page in reading.failed" :key="page.address">
          {{ page.address }}: {{ page.because }}
        </li>
      </ul>
    </details>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  padding: 6px 0;
  border-top: 1px solid var(--line);
}
.change {
  font-size: var(--text-small);
  width: 74px;
}
.appeared {
  color: var(--moss);
}
.changed {
  color: var(--brass);
}
.gone,
.failed {
  color: var(--brick);
}
pre {
  flex-basis: 100%;
  white-space: pre-wrap;
  font: var(--text-small) / 1.5 var(--body);
  border: 1px solid var(--line);
  border-radius: var(--round-large);
  padding: 10px;
  max-height: 300px;
  overflow: auto;
  margin: 0;
}
</style>
