<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { DeskConversation, ProposalInput, ProposalKind } from '@janua/contracts'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import Textarea from 'primevue/textarea'
import { computed, ref } from 'vue'
import { post } from '../shell/api.ts'
import { useAction } from '../shell/useAction.ts'

/** Teaches the assistant from an agent's own words: it waits for the lead, and nothing changes for visitors before that. */
const { words, conversation } = defineProps<{
  words: string | undefined
  conversation: DeskConversation
}>()
const emit = defineEmits<{ done: [] }>()
const { run, busy } = useAction()
const near = computed(() => [
  ...new Map(conversation.brief.sayNext.map(({ item, title }) => [item, { item, title }])).values(),
])
const KINDS: { value: ProposalKind; label: string; hint: string }[] = [
  {
    value: 'fixed',
    label: t('handover.teachDialog.anAnswerOfIts'),
    hint: t('handover.teachDialog.whoeverAsksThisGets'),
  },
  {
    value: 'article',
    label: t('handover.teachDialog.theBeginningsOfAn'),
    hint: t('handover.teachDialog.theLeadOrAn'),
  },
  {
    value: 'phrasing',
    label: t('handover.teachDialog.anArticleSaysIt'),
    hint: t('handover.teachDialog.thisWayToAsk'),
  },
]
const kinds = computed(() =>
  KINDS.filter(({ value }) => value !== 'phrasing' || near.value.length > 0),
)
const form = ref<ProposalInput>({
  kind: 'fixed',
  question: conversation.brief.unsettled.at(-1) ?? conversation.subject,
  words: words ?? '',
  item: near.value[0]?.item ?? null,
})

async function teach(): Promise<void> {
  const { kind, item } = form.value
  const done = await run(
    () =>
      post(`/desk/${conversation.id}/proposals`, {
        ...form.value,
        item: kind === 'phrasing' ? item : null,
        words: kind === 'phrasing' ? '' : form.value.words,
      }).then(() => true),
    t('handover.teachDialog.itWaitsInThe'),
  )
  if (done) emit('done')
}
</script>

<template>
  <Dialog
    :visible="words !== undefined"
    modal
    :header="$t('handover.teachDialog.shouldTheAssistantKnow')"
    :style="{ width: '520px' }"
    @update:visible="emit('done')"
  >
    <form class="stack" @submit.prevent="teach">
      <fieldset>
        <label v-for="kind in kinds" :key="kind.value" class="choice"
          ><input
            v-model="form.kind"
            type="radio"
            name="kind"
            :value="kind.value"
            :data-test="`teach-${kind.value}`"
          /><span
            >{{ kind.label }}<small class="quiet">{{ kind.hint }}</small></span
          ></label
        >
      </fieldset>
      <label class="field"
        ><span>{{ $t('handover.teachDialog.theQuestionAsOthers') }}</span
        ><InputText
          v-model.trim="form.question"
          required
          minlength="2"
          maxlength="300"
          autofocus
          data-test="teach-question"
      /></label>
      <label v-if="form.kind === 'phrasing'" class="field"
        ><span>{{ $t('handover.teachDialog.article') }}</span
        ><Select
          v-model="form.item"
          :options="near"
          option-label="title"
          option-value="item"
          :aria-label="$t('handover.teachDialog.article')"
      /></label>
      <label v-else class="field"
        ><span>{{ $t('handover.teachDialog.whatItShouldSay') }}</span
        ><Textarea v-model="form.words" rows="5" maxlength="4000" required data-test="teach-words"
      /></label>
      <Button
        type="submit"
        :label="$t('handover.teachDialog.putItBeforeThe')"
        :loading="busy"
        data-test="teach-yes"
      />
    </form>
  </Dialog>
</template>

<style scoped>
.choice small {
  display: block;
}
</style>
