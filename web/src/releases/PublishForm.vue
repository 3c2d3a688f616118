<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { Audience, PublishInput } from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import { computed, ref } from 'vue'
import { counted } from '../shell/format.ts'
import MomentField from '../shell/MomentField.vue'

/** Who gets the next release, when, and with what note; a reason where something is not as it should be. */
const { items, next, needsReason, busy } = defineProps<{
  items: number[]
  next: number
  needsReason: boolean
  busy: boolean
}>()
const emit = defineEmits<{ publish: [input: PublishInput] }>()
const note = ref('')
const because = ref('')
const to = ref<'all' | 'team' | '0.1' | '0.5' | 'later'>('all')
const at = ref('')
const TO = [
  { value: 'all', label: t('releases.publishForm.forAllNow') },
  { value: 'team', label: t('releases.publishForm.forTheTeamOnly') },
  { value: '0.1', label: t('releases.publishForm.for10OfVisitors') },
  { value: '0.5', label: t('releases.publishForm.forHalfOfThe') },
  { value: 'later', label: t('releases.publishForm.forAllAtA') },
]
const complete = computed(
  () =>
    items.length > 0 &&
    (to.value !== 'later' || at.value !== '') &&
    (!needsReason || because.value.trim().length > 2),
)
const label = computed(() =>
  t(
    to.value === 'later'
      ? 'releases.publishForm.schedule'
      : to.value === 'all'
        ? 'releases.publishForm.publishRelease'
        : 'releases.publishForm.openRelease',
    { number: next, changes: counted('units.change', items.length) },
  ),
)

function publish(): void {
  const audience: Audience =
    to.value === 'all' || to.value === 'later' ? 'all' : to.value === 'team' ? 'team' : 'share'
  emit('publish', {
    items,
    note: note.value,
    because: needsReason ? because.value : '',
    audience,
    share: Number(to.value) || 0.1,
    at: to.value === 'later' ? new Date(at.value).toISOString() : null,
  })
}
defineExpose({
  clear: () => {
    note.value = ''
    because.value = ''
  },
})
</script>

<template>
  <form class="publish" @submit.prevent="publish">
    <label v-if="needsReason" class="field"
      ><span class="bad">{{ $t('releases.publishForm.sayWhyItIs') }}</span
      ><InputText v-model="because" maxlength="500" data-test="because"
    /></label>
    <div class="row">
      <label class="field grow"
        ><span>{{ $t('releases.publishForm.noteWhatIsNew') }}</span
        ><InputText v-model="note" maxlength="500" data-test="note"
      /></label>
      <label class="field"
        ><span>{{ $t('releases.publishForm.whoGetsIt') }}</span
        ><Select
          v-model="to"
          :options="TO"
          option-label="label"
          option-value="value"
          data-test="audience"
      /></label>
      <label v-if="to === 'later'" class="field"
        ><span>{{ $t('releases.publishForm.when') }}</span
        ><MomentField v-model="at" :label="$t('releases.publishForm.when')" data-test="publish-at"
      /></label>
    </div>
    <Button
      type="submit"
      :label="label"
      :disabled="!complete"
      :loading="busy"
      data-test="publish"
    />
  </form>
</template>

<style scoped>
.publish {
  display: grid;
  gap: 12px;
  justify-items: start;
}
.publish > .row,
.publish > .field {
  width: 100%;
  align-items: flex-end;
}
.field > span {
  color: var(--ink);
}
.field > .bad {
  color: var(--brick);
  font-weight: 600;
}
</style>
