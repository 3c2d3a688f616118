<script setup lang="ts">
import type { ArticleCreate, FixInput, UnsettledRow } from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import SelectButton from 'primevue/selectbutton'
import Textarea from 'primevue/textarea'
import { computed, ref } from 'vue'
import ItemPicker, { type PickedItem } from '../library/ItemPicker.vue'
import { post } from '../shell/api.ts'
import { count, moment, sure } from '../shell/format.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'
import AnswerCard from './AnswerCard.vue'

const { row } = defineProps<{ row: UnsettledRow }>()
const emit = defineEmits<{ fixed: [] }>()
const { run, busy } = useAction()
const { state } = useRemote('/unsettled/detail', () => ({ norm: row.norm }))
const kind = ref<FixInput['kind']>('phrasing')
const picked = ref<PickedItem | null>(
  row.nearest && { id: row.nearest.item, title: row.nearest.title },
)
const phrasing = ref(row.text)
const title = ref(row.text.charAt(0).toUpperCase() + row.text.slice(1))
const body = ref('')
const KINDS = [
  { value: 'phrasing', label: 'An article has it' },
  { value: 'article', label: 'Write an article' },
  { value: 'fixed', label: 'Fixed answer' },
]
const complete = computed(
  () =>
    phrasing.value.trim().length > 1 &&
    (kind.value === 'phrasing'
      ? picked.value !== null
      : title.value.trim() !== '' && body.value.trim() !== ''),
)

async function fix(): Promise<void> {
  const content: ArticleCreate = {
    kind: kind.value === 'fixed' ? 'fixed' : 'article',
    title: title.value.trim(),
    collection: '',
    phrasings: [phrasing.value.trim()],
    body: `${body.value.trim()}\n`,
    reviewOn: null,
    ready: true,
  }
  const base = { norm: row.norm, text: phrasing.value.trim() }
  const input: FixInput =
    kind.value === 'phrasing'
      ? { ...base, kind: 'phrasing', item: picked.value!.id }
      : { ...base, kind: kind.value, content }
  const made = await run(() => post('/fixes', input), 'In the draft, ready to publish')
  if (made) emit('fixed')
}
</script>

<template>
  <aside class="panel stack" aria-label="Fix" data-test="fix-panel">
    <div>
      <h2>“{{ row.text }}”</h2>
      <p class="quiet small">
        asked {{ count(row.times, 'time')
        }}<template v-if="state.value"
          >, last
          {{
            state.value.occurrences
              .slice(0, 3)
              .map(({ at }) => moment(at))
              .join('; ')
          }}</template
        >
      </p>
    </div>
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <template v-if="state.value">
      <section
        v-if="row.fix?.proof"
        class="proof"
        :class="{ holds: row.state === 'fixed' }"
        data-test="proof"
      >
        <h3>
          {{
            row.state === 'fixed' ? `Fixed in release ${row.fix.proof.release}` : 'Not fixed yet'
          }}
        </h3>
        <p class="small">
          Asked again {{ moment(row.fix.proof.at) }}, release {{ row.fix.proof.release }}
          <template v-if="row.fix.proof.from"
            >answers from <strong>{{ row.fix.proof.from }}</strong>, sure
            {{ sure(row.fix.proof.confidence) }}:</template
          ><template v-else>says:</template>
        </p>
        <blockquote>{{ row.fix.proof.text }}</blockquote>
      </section>
      <AnswerCard
        v-if="state.value.live && row.state !== 'fixed'"
        label="Visitors get now"
        :answer="state.value.live"
      />
      <AnswerCard
        v-if="row.state !== 'fixed'"
        label="The draft would say"
        :answer="state.value.draft"
        data-test="draft-answer"
      />
    </template>
    <p v-if="row.state === 'in draft'" class="small">
      {{ row.fix?.by }} put a fix into the draft: <strong>{{ row.fix?.item.title }}</strong>. It is
      proved when you <RouterLink to="/releases">publish</RouterLink>.
    </p>
    <form v-if="row.state !== 'fixed'" class="stack fix" @submit.prevent="fix">
      <h3>{{ row.fix ? 'Fix it otherwise' : 'Fix it' }}</h3>
      <SelectButton
        v-model="kind"
        :options="KINDS"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        aria-label="How"
        data-test="fix-kind"
      />
      <label class="field"
        ><span>The question, as it is taught</span
        ><InputText v-model="phrasing" maxlength="300" data-test="fix-phrasing"
      /></label>
      <label v-if="kind === 'phrasing'" class="field"
        ><span>The article that answers it</span
        ><ItemPicker v-model="picked" data-test="fix-article"
      /></label>
      <template v-else>
        <label class="field"
          ><span>Title</span><InputText v-model="title" maxlength="200" data-test="fix-title"
        /></label>
        <label class="field"
          ><span>{{ kind === 'fixed' ? 'The reply, word for word' : 'The answer (Markdown)' }}</span
          ><Textarea v-model="body" rows="5" auto-resize data-test="fix-body"
        /></label>
      </template>
      <Button
        type="submit"
        :label="kind === 'phrasing' ? 'Teach this phrasing' : 'Put it into the draft'"
        :disabled="!complete"
        :loading="busy"
        data-test="fix"
      />
    </form>
  </aside>
</template>

<style scoped>
aside {
  position: sticky;
  top: 12px;
  gap: 14px;
  max-height: calc(100vh - 110px);
  overflow: auto;
}
h2 {
  overflow-wrap: anywhere;
}
.proof {
  border-left: 4px solid var(--brass);
  padding: 8px 14px;
  background: var(--brass-soft);
  display: grid;
  gap: 6px;
}
.proof.holds {
  border-left-color: var(--moss);
  background: var(--moss-soft);
}
blockquote {
  margin: 0;
  white-space: pre-line;
}
.fix {
  border-top: 1px solid var(--line);
  padding-top: 14px;
}
</style>
