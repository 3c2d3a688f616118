<script setup lang="ts">
import type { ArticleCreate, MendInput, UnsettledRow } from '@janua/contracts'
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
const emit = defineEmits<{ mended: [] }>()
const { run, busy } = useAction()
const { state } = useRemote('/unsettled/detail', () => ({ norm: row.norm }))
const kind = ref<MendInput['kind']>('phrasing')
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

async function mend(): Promise<void> {
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
  const input: MendInput =
    kind.value === 'phrasing'
      ? { ...base, kind: 'phrasing', item: picked.value!.id }
      : { ...base, kind: kind.value, content }
  const made = await run(() => post('/mends', input), 'In the draft, ready to publish')
  if (made) emit('mended')
}
</script>

<template>
  <aside class="panel stack" aria-label="Mend" data-test="mend-panel">
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
        v-if="row.mend?.proof"
        class="proof"
        :class="{ holds: row.state === 'mended' }"
        data-test="proof"
      >
        <h3>
          {{
            row.state === 'mended'
              ? `Mended in release ${row.mend.proof.release}`
              : 'Not mended yet'
          }}
        </h3>
        <p class="small">
          Asked again {{ moment(row.mend.proof.at) }}, release {{ row.mend.proof.release }}
          <template v-if="row.mend.proof.from"
            >answers from <strong>{{ row.mend.proof.from }}</strong>, sure
            {{ sure(row.mend.proof.confidence) }}:</template
          ><template v-else>says:</template>
        </p>
        <blockquote>{{ row.mend.proof.text }}</blockquote>
      </section>
      <AnswerCard
        v-if="state.value.live && row.state !== 'mended'"
        label="Visitors get now"
        :answer="state.value.live"
      />
      <AnswerCard
        v-if="row.state !== 'mended'"
        label="The draft would say"
        :answer="state.value.draft"
        data-test="draft-answer"
      />
    </template>
    <p v-if="row.state === 'in draft'" class="small">
      {{ row.mend?.by }} put a mend into the draft: <strong>{{ row.mend?.item.title }}</strong>. It
      is proved when you <RouterLink to="/releases">publish</RouterLink>.
    </p>
    <form v-if="row.state !== 'mended'" class="stack mend" @submit.prevent="mend">
      <h3>{{ row.mend ? 'Mend it otherwise' : 'Mend it' }}</h3>
      <SelectButton
        v-model="kind"
        :options="KINDS"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        aria-label="How"
        data-test="mend-kind"
      />
      <label class="field"
        ><span>The question, as it is taught</span
        ><InputText v-model="phrasing" maxlength="300" data-test="mend-phrasing"
      /></label>
      <label v-if="kind === 'phrasing'" class="field"
        ><span>The article that answers it</span
        ><ItemPicker v-model="picked" data-test="mend-article"
      /></label>
      <template v-else>
        <label class="field"
          ><span>Title</span><InputText v-model="title" maxlength="200" data-test="mend-title"
        /></label>
        <label class="field"
          ><span>{{ kind === 'fixed' ? 'The reply, word for word' : 'The answer (Markdown)' }}</span
          ><Textarea v-model="body" rows="5" auto-resize data-test="mend-body"
        /></label>
      </template>
      <Button
        type="submit"
        :label="kind === 'phrasing' ? 'Teach this phrasing' : 'Put it into the draft'"
        :disabled="!complete"
        :loading="busy"
        data-test="mend"
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
.mend {
  border-top: 1px solid var(--line);
  padding-top: 14px;
}
</style>
