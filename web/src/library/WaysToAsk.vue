<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { Suggestion } from '@janua/core'
import { onKeyStroke } from '@vueuse/core'
import Button from 'primevue/button'
import { computed, ref, shallowRef } from 'vue'
import { get, post } from '../shell/api.ts'
import { counted } from '../shell/format.ts'
import { useModelUses } from '../models/useModelUses.ts'
import { typingSomewhere } from '../shell/typing.ts'
import { useAction } from '../shell/useAction.ts'

/** Other ways to ask, six at a time: real questions, the glossary's words, rewordings, and what a language model proposes. Y takes the marked one, N refuses it. */
const { id } = defineProps<{ id: number }>()
const emit = defineEmits<{ take: [text: string, isMachineWritten: boolean] }>()
const { run, busy } = useAction()
type Way = Omit<Suggestion, 'from'> & { from: Suggestion['from'] | 'model' }
const isModelOn = useModelUses().isOn('phrasings')
const ways = shallowRef<Way[]>()
const shown = ref(6)
const marked = ref(0)
const page = computed(() => ways.value?.slice(0, shown.value) ?? [])
const FROM = {
  log: 'asked',
  glossary: 'glossary',
  rewording: 'reworded',
  model: t('library.waysToAsk.languageModel'),
}
const FROM_MODEL = 10

async function look(): Promise<void> {
  ways.value = await run(() => get(`/articles/${id}/ways`))
  shown.value = 6
  marked.value = 0
}
/** What the model proposes comes before what is there. */
async function propose(): Promise<void> {
  const made = await run(() => post(`/articles/${id}/proposed-phrasings`, { count: FROM_MODEL }))
  if (!made) return
  const fresh = made.phrasings.map((text): Way => ({ text, from: 'model', times: 0 }))
  ways.value = [...fresh, ...(ways.value ?? []).filter(({ from }) => from !== 'model')]
  shown.value = Math.max(shown.value, fresh.length)
  marked.value = 0
}
function settle(way: Way, take: boolean): void {
  ways.value = ways.value!.filter((each) => each !== way)
  marked.value = Math.max(0, Math.min(marked.value, page.value.length - 1))
  if (take) emit('take', way.text, way.from === 'model')
  else void post(`/articles/${id}/ways/refused`, { text: way.text }).catch(() => undefined)
}
function onKey(keys: string[], action: () => void): void {
  onKeyStroke(keys, (event) => {
    if (page.value.length === 0 || typingSomewhere(event) || event.ctrlKey || event.metaKey) return
    event.preventDefault()
    action()
  })
}
onKey(['y', 'Y'], () => settle(page.value[marked.value]!, true))
onKey(['n', 'N'], () => settle(page.value[marked.value]!, false))
onKey(['j', 'J'], () => (marked.value = Math.min(page.value.length - 1, marked.value + 1)))
onKey(['k', 'K'], () => (marked.value = Math.max(0, marked.value - 1)))
</script>

<template>
  <section class="stack ways" :aria-label="$t('library.waysToAsk.otherWaysToAsk')" data-test="ways">
    <div class="row">
      <h3 class="grow">{{ $t('library.waysToAsk.otherWaysToAsk') }}</h3>
      <Button
        size="small"
        text
        :label="ways ? $t('library.waysToAsk.lookAgain') : $t('library.waysToAsk.suggestSome')"
        :loading="busy"
        data-test="suggest"
        @click="look"
      /><Button
        v-if="isModelOn"
        size="small"
        text
        :label="$t('library.waysToAsk.tenFromTheLanguage')"
        :loading="busy"
        data-test="propose-phrasings"
        @click="propose"
      />
    </div>
    <p v-if="ways && ways.length === 0" class="quiet small">
      {{ $t('library.waysToAsk.nothingMoreThatWould') }}
    </p>
    <ul v-else-if="ways">
      <li
        v-for="(way, i) in page"
        :key="way.text"
        :class="{ here: i === marked }"
        data-test="way"
        @mouseenter="marked = i"
      >
        <span class="grow">{{ way.text }}</span><span class="quiet small">{{
          way.from === 'log'
            ? $t('library.waysToAsk.asked', { time: counted('units.time', way.times) })
            : FROM[way.from]
        }}</span>
        <Button
          size="small"
          text
          :label="$t('library.waysToAsk.take')"
          data-test="take-way"
          @click="settle(way, true)"
        /><Button
          size="small"
          text
          severity="danger"
          :label="$t('library.waysToAsk.no')"
          @click="settle(way, false)"
        />
      </li>
    </ul>
    <div v-if="ways && page.length" class="row small quiet">
      <span class="grow"
        ><i18n-t keypath="library.waysToAsk.takesTheMarkedOne" scope="global"
          ><template #kbd><kbd>Y</kbd></template
          ><template #kbd2><kbd>N</kbd></template
          ><template #kbd3><kbd>J</kbd></template
          ><template #kbd4><kbd>K</kbd></template></i18n-t
        ></span
      ><Button
        v-if="ways.length > shown"
        size="small"
        text
        :label="$t('library.waysToAsk.sixMoreOf', { shown: ways.length - shown })"
        @click="shown += 6"
      />
    </div>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  border-top: 1px solid var(--line);
}
li {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 2px 2px 2px 8px;
  border-bottom: 1px solid var(--line);
}
li.here {
  background: var(--harbour-soft);
}
li.here .quiet {
  color: var(--ink);
}
</style>
