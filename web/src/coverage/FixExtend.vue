<script setup lang="ts">
import type { GapSheet } from '@janua/contracts'
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import Message from 'primevue/message'
import Textarea from 'primevue/textarea'
import { computed, ref, watch } from 'vue'
import ItemPicker, { type PickedItem } from '../library/ItemPicker.vue'
import { useRemote } from '../shell/useRemote.ts'
import AgentReplies from './AgentReplies.vue'
import { useFix } from './useFix.ts'

/** Add to an article what it lacks: the missing words beside it, what agents replied to take from. */
const { sheet } = defineProps<{ sheet: GapSheet }>()
const emit = defineEmits<{ fixed: [] }>()
const { fix, busy } = useFix(sheet.topic)
const near = sheet.nearest.find(({ kind }) => kind !== 'document')
const picked = ref<PickedItem | null>(near ? { id: near.item, title: near.title } : null)
const body = ref('')
const teaches = ref(true)
const { state } = useRemote(() => `/articles/${picked.value?.id ?? 0}` as const, undefined, {
  when: () => picked.value !== null,
})
const missing = computed(() => [
  ...new Set(
    sheet.nearest.filter(({ item }) => item === picked.value?.id).flatMap((each) => each.missing),
  ),
])
const changed = computed(
  () => state.value.value !== undefined && body.value.trim() !== state.value.value.body.trim(),
)

watch(
  () => state.value.value,
  (now, before) => {
    if (now && now.id !== before?.id) body.value = now.body
  },
  { immediate: true },
)
async function store(): Promise<void> {
  const article = state.value.value!
  if (
    await fix({
      kind: 'extend',
      item: article.id,
      base: article.revision,
      body: `${body.value.trim()}\n`,
      phrasings: teaches.value ? sheet.outline.phrasings : [],
    })
  )
    emit('fixed')
}
</script>

<template>
  <form class="stack" @submit.prevent="store">
    <label class="field"
      ><span>{{ $t('coverage.fixExtend.theArticle') }}</span
      ><ItemPicker v-model="picked" data-test="fix-article"
    /></label>
    <Message v-if="state.status === 'failed'" severity="info">{{
      $t('coverage.fixExtend.documentsAreExtendedOn', { reason: state.reason })
    }}</Message>
    <template v-else-if="state.value">
      <p v-if="missing.length" class="small">
        <i18n-t keypath="coverage.fixExtend.itDoesNotHave" scope="global"
          ><template #missing
            ><strong class="missing">{{ missing.join(', ') }}</strong></template
          ></i18n-t
        >
      </p>
      <label class="field"
        ><span>{{ $t('coverage.fixExtend.textMarkdown') }}</span
        ><Textarea v-model="body" rows="10" class="body" data-test="fix-body"
      /></label>
      <AgentReplies
        :replies="sheet.outline.replies"
        @take="body = `${body.trim()}\n\n${$event}\n`"
      />
      <label class="pick small"
        ><Checkbox v-model="teaches" binary input-id="extend-teach" />
        <span>{{
          $t('coverage.fixExtend.andTeachItOf', { phrasings: sheet.outline.phrasings.length })
        }}</span></label
      >
      <p>
        <Button
          type="submit"
          :label="$t('coverage.fixExtend.saveItInThe')"
          :loading="busy"
          :disabled="!changed"
          data-test="fix"
        />
      </p>
    </template>
  </form>
</template>

<style scoped>
.body {
  font-size: var(--text-small);
}
.missing {
  color: var(--brick);
  font-weight: 600;
}
.pick {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
