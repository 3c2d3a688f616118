<script setup lang="ts">
import { DOOR_LANGUAGES, type StartView } from '@janua/contracts'
import Button from 'primevue/button'
import Message from 'primevue/message'
import Select from 'primevue/select'
import SelectButton from 'primevue/selectbutton'
import Textarea from 'primevue/textarea'
import { computed, ref } from 'vue'
import ImportPanel from '../library/ImportPanel.vue'
import { post } from '../shell/api.ts'
import { counted } from '../shell/format.ts'
import { type AppLanguage, t } from '../shell/i18n.ts'
import { useAction } from '../shell/useAction.ts'
import { LANGUAGE_NAMES } from './languageNames.ts'
import { pastedAnswers } from './pasted.ts'

/** What the assistant answers from: files, a site, pasted answers, or examples to begin with. */
const { view } = defineProps<{ view: StartView }>()
const emit = defineEmits<{ changed: [] }>()
const { run, busy } = useAction()
const WAYS = [
  { value: 'files', label: t('start.content.files') },
  { value: 'pasted', label: t('start.content.paste') },
  { value: 'site', label: t('start.content.site') },
  { value: 'examples', label: t('start.content.examples') },
]
const way = ref('files')
const text = ref('')
const found = computed(() => pastedAnswers(text.value))
const language = ref(view.team?.language ?? 'en')

/** One article after the other, so that what is not stored stays in the field. */
async function addPasted(): Promise<void> {
  const all = found.value
  const added = await run(
    async () => {
      for (const { question, answer } of all)
        await post('/articles', {
          kind: 'article',
          title: question,
          collection: '',
          phrasings: [],
          body: answer,
          reviewOn: null,
          ready: true,
        })
      return true
    },
    t('start.content.pastedAdded', { article: counted('units.article', all.length) }),
  )
  if (added) text.value = ''
  emit('changed')
}
async function addExamples(): Promise<void> {
  const done = await run(() => post('/start/examples', { language: language.value }))
  if (done) emit('changed')
}
</script>

<template>
  <section class="panel stack">
    <h1>{{ $t('start.content.title') }}</h1>
    <p class="quiet">{{ $t('start.content.why') }}</p>
    <SelectButton
      v-model="way"
      class="ways"
      :options="WAYS"
      option-label="label"
      option-value="value"
      :allow-empty="false"
      :aria-label="$t('start.content.way')"
      data-test="content-way"
    />
    <ImportPanel v-if="way === 'files'" open @done="emit('changed')" />
    <div v-else-if="way === 'pasted'" class="stack">
      <label class="field"
        ><span>{{ $t('start.content.pasteHere') }}</span
        ><Textarea
          v-model="text"
          rows="9"
          :placeholder="$t('start.content.pasteExample')"
          data-test="pasted"
      /></label>
      <ul v-if="found.length" class="small found">
        <li v-for="{ question, answer } in found.slice(0, 5)" :key="question">
          <strong>{{ question }}</strong> <span class="quiet">{{ answer.slice(0, 90) }}</span>
        </li>
      </ul>
      <div class="row end">
        <span class="small quiet grow">{{
          text.trim() && found.length === 0
            ? $t('start.content.noneFound')
            : $t('start.content.rule')
        }}</span>
        <Button
          :label="
            $t('start.content.addPasted', { article: counted('units.article', found.length) })
          "
          :disabled="found.length === 0"
          :loading="busy"
          data-test="add-pasted"
          @click="addPasted"
        />
      </div>
    </div>
    <p v-else-if="way === 'site'">
      <i18n-t keypath="start.content.siteHow" scope="global"
        ><template #sites
          ><RouterLink to="/sites">{{ $t('start.content.sites') }}</RouterLink></template
        ></i18n-t
      >
    </p>
    <div v-else class="stack">
      <p>{{ $t('start.content.examplesWhat') }}</p>
      <Message severity="info">{{ $t('start.content.examplesReplace') }}</Message>
      <div class="row end">
        <Select
          v-model="language"
          :options="[...DOOR_LANGUAGES]"
          :option-label="(each) => LANGUAGE_NAMES[each as AppLanguage]"
          :aria-label="$t('start.content.language')"
        />
        <Button
          :label="$t('start.content.addExamples')"
          :loading="busy"
          data-test="add-examples"
          @click="addExamples"
        />
      </div>
    </div>
    <p v-if="view.items" class="so-far" data-test="so-far">
      <i18n-t keypath="start.content.soFar" scope="global"
        ><template #items
          ><RouterLink to="/library">{{ counted('units.item', view.items) }}</RouterLink></template
        ></i18n-t
      ><template v-if="view.examples">{{
        $t('start.content.ofThemExamples', { examples: view.examples })
      }}</template>
    </p>
  </section>
</template>

<style scoped>
.ways {
  flex-wrap: wrap;
}
.found {
  padding-left: 18px;
  margin: 0;
}
.so-far {
  border-top: 1px solid var(--line);
  padding-top: 12px;
}
</style>
