<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { ArticleCreate, FixInput, UnsettledRow } from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import SelectButton from 'primevue/selectbutton'
import Textarea from 'primevue/textarea'
import { computed, ref } from 'vue'
import ItemPicker, { type PickedItem } from '../library/ItemPicker.vue'
import { post } from '../shell/api.ts'
import { counted, moment, sure } from '../shell/format.ts'
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
  { value: 'phrasing', label: t('coverage.fixPanel.anArticleHasIt') },
  { value: 'article', label: t('coverage.fixPanel.writeAnArticle') },
  { value: 'fixed', label: t('coverage.fixPanel.fixedAnswer') },
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
  const made = await run(() => post('/fixes', input), t('coverage.fixPanel.inTheDraftReady'))
  if (made) emit('fixed')
}
</script>

<template>
  <aside class="panel stack" :aria-label="$t('coverage.fixPanel.fix')" data-test="fix-panel">
    <div>
      <h2>“{{ row.text }}”</h2>
      <p class="quiet small">
        {{ $t('coverage.fixPanel.asked', { time: counted('units.time', row.times) })
        }}<template v-if="state.value">{{
          $t('coverage.fixPanel.last', {
            at: state.value.occurrences
              .slice(0, 3)
              .map(({ at }) => moment(at))
              .join('; '),
          })
        }}</template>
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
            row.state === 'fixed'
              ? $t('coverage.fixPanel.fixedInRelease', { release: row.fix.proof.release })
              : $t('coverage.fixPanel.notFixedYet')
          }}
        </h3>
        <p class="small">
          {{
            $t('coverage.fixPanel.askedAgainRelease', {
              at: moment(row.fix.proof.at),
              release: row.fix.proof.release,
            })
          }}
          <template v-if="row.fix.proof.from"
            ><i18n-t keypath="coverage.fixPanel.answersFromSure" scope="global"
              ><template #from
                ><strong>{{ row.fix.proof.from }}</strong></template
              ><template #confidence>{{ sure(row.fix.proof.confidence) }}</template></i18n-t
            ></template
          ><template v-else>{{ $t('coverage.fixPanel.says') }}</template>
        </p>
        <blockquote>{{ row.fix.proof.text }}</blockquote>
      </section>
      <AnswerCard
        v-if="state.value.live && row.state !== 'fixed'"
        :label="$t('coverage.fixPanel.visitorsGetNow')"
        :answer="state.value.live"
      />
      <AnswerCard
        v-if="row.state !== 'fixed'"
        :label="$t('coverage.fixPanel.theDraftWouldSay')"
        :answer="state.value.draft"
        data-test="draft-answer"
      />
    </template>
    <p v-if="row.state === 'in draft'" class="small">
      <i18n-t keypath="coverage.fixPanel.putAFixInto" scope="global"
        ><template #item
          ><strong>{{ row.fix?.item.title }}</strong></template
        ><template #link
          ><RouterLink to="/releases">{{ $t('coverage.fixPanel.publish') }}</RouterLink></template
        ><template #by>{{ row.fix?.by }}</template></i18n-t
      >
    </p>
    <form v-if="row.state !== 'fixed'" class="stack fix" @submit.prevent="fix">
      <h3>
        {{ row.fix ? $t('coverage.fixPanel.fixItOtherwise') : $t('coverage.fixPanel.fixIt') }}
      </h3>
      <SelectButton
        v-model="kind"
        :options="KINDS"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        :aria-label="$t('coverage.fixPanel.how')"
        data-test="fix-kind"
      />
      <label class="field"
        ><span>{{ $t('coverage.fixPanel.theQuestionAsIt') }}</span
        ><InputText v-model="phrasing" maxlength="300" data-test="fix-phrasing"
      /></label>
      <label v-if="kind === 'phrasing'" class="field"
        ><span>{{ $t('coverage.fixPanel.theArticleThatAnswers') }}</span
        ><ItemPicker v-model="picked" data-test="fix-article"
      /></label>
      <template v-else>
        <label class="field"
          ><span>{{ $t('common.title') }}</span
          ><InputText v-model="title" maxlength="200" data-test="fix-title"
        /></label>
        <label class="field"
          ><span>{{
            kind === 'fixed'
              ? $t('coverage.fixPanel.theReplyWordFor')
              : $t('coverage.fixPanel.theAnswerMarkdown')
          }}</span
          ><Textarea v-model="body" rows="5" auto-resize data-test="fix-body"
        /></label>
      </template>
      <Button
        type="submit"
        :label="
          kind === 'phrasing'
            ? $t('coverage.fixPanel.teachThisPhrasing')
            : $t('coverage.fixPanel.putItIntoThe')
        "
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
