<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { AgentSkills } from '@janua/contracts'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputNumber from 'primevue/inputnumber'
import MultiSelect from 'primevue/multiselect'
import { computed, ref, watch } from 'vue'
import { get, put } from '../shell/api.ts'
import { useAction } from '../shell/useAction.ts'
import { useRemote } from '../shell/useRemote.ts'

/** What an agent can do and bear: conversations at once, languages, topics that they know best. */
const { person } = defineProps<{ person: { id: number; name: string } | undefined }>()
const emit = defineEmits<{ done: [] }>()
const { run, busy } = useAction()
const skills = ref<AgentSkills>()
const { state: named } = useRemote('/topics/names')
const topics = computed(() => named.value.value ?? [])
const LANGUAGES = [
  { value: 'en', label: t('handover.skillsDialog.english') },
  { value: 'de', label: t('handover.skillsDialog.german') },
]
watch(
  () => person,
  async (now) => {
    skills.value = undefined
    if (!now) return
    skills.value = await run(() => get(`/people/${now.id}/skills`))
  },
)
async function save(): Promise<void> {
  if (
    await run(
      () => put(`/people/${person!.id}/skills`, skills.value).then(() => true),
      t('handover.skillsDialog.savedInForceAt'),
    )
  )
    emit('done')
}
</script>

<template>
  <Dialog
    :visible="person !== undefined"
    modal
    :header="person?.name"
    :style="{ width: '460px' }"
    @update:visible="emit('done')"
  >
    <form v-if="skills" class="stack narrow" data-test="skills" @submit.prevent="save">
      <label class="field"
        ><span>{{ $t('handover.skillsDialog.conversationsAtOnce') }}</span
        ><InputNumber
          v-model="skills.atOnce"
          :pt="{ pcInputText: { root: { autofocus: '' } } }"
          :min="1"
          :max="20"
          size="small"
          :aria-label="$t('handover.skillsDialog.conversationsAtOnce')"
      /></label>
      <label class="field"
        ><span>{{ $t('handover.skillsDialog.languagesNoneNamedMeans') }}</span
        ><MultiSelect
          v-model="skills.languages"
          :options="LANGUAGES"
          option-label="label"
          option-value="value"
          size="small"
          :aria-label="$t('handover.skillsDialog.languages')"
      /></label>
      <label class="field"
        ><span>{{ $t('handover.skillsDialog.knowsBestGetsThese') }}</span
        ><MultiSelect
          v-model="skills.topics"
          :options="topics"
          option-label="name"
          option-value="id"
          filter
          size="small"
          display="chip"
          :aria-label="$t('handover.skillsDialog.topics')"
      /></label>
      <Button type="submit" :label="$t('common.save')" :loading="busy" data-test="skills-save" />
    </form>
  </Dialog>
</template>

<style scoped>
.narrow {
  grid-template-columns: minmax(0, 1fr);
}
</style>
