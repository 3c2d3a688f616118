<script setup lang="ts">
import { DOOR_LANGUAGES, type StartView } from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import { put } from '../shell/api.ts'
import FormField from '../shell/FormField.vue'
import { type AppLanguage, i18n } from '../shell/i18n.ts'
import { useForm } from '../shell/useForm.ts'
import { LANGUAGE_NAMES } from './languageNames.ts'

/** The team's name and colour stand over the door; its zone says when days begin. */
const { view } = defineProps<{ view: StartView }>()
const emit = defineEmits<{ done: [] }>()
const OWN_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone
const ZONES = [...new Set([OWN_ZONE, ...Intl.supportedValuesOf('timeZone')])]
const { values, faults, busy, submit } = useForm(
  () => ({
    name: view.team?.name ?? '',
    zone: view.team ? view.door!.timeZone : OWN_ZONE,
    language: view.team?.language ?? (i18n.global.locale.value as AppLanguage),
    colour: view.door?.colour ?? '#17506E',
  }),
  (body) => put('/start/team', body),
)
async function save(): Promise<void> {
  if (await submit()) emit('done')
}
</script>

<template>
  <form class="panel stack" @submit.prevent="save">
    <h1>{{ $t('start.team.title') }}</h1>
    <p class="quiet">{{ $t('start.team.why') }}</p>
    <FormField :label="$t('start.team.name')" :fault="faults.name"
      ><InputText
        v-model.trim="values.name"
        required
        maxlength="60"
        :placeholder="$t('start.team.example')"
        data-test="team-name"
    /></FormField>
    <div class="row wide">
      <FormField
        class="grow"
        :label="$t('start.team.zone')"
        :hint="$t('start.team.zoneHint')"
        :fault="faults.zone"
        ><Select v-model="values.zone" :options="ZONES" filter data-test="team-zone"
      /></FormField>
      <FormField
        class="grow"
        :label="$t('start.team.language')"
        :hint="$t('start.team.languageHint')"
        ><Select
          v-model="values.language"
          :options="[...DOOR_LANGUAGES]"
          :option-label="(each) => LANGUAGE_NAMES[each as AppLanguage]"
      /></FormField>
      <FormField :label="$t('start.team.colour')"
        ><input v-model="values.colour" type="color" class="colour"
      /></FormField>
    </div>
    <div class="row end">
      <Button type="submit" :label="$t('start.team.save')" :loading="busy" data-test="team-save" />
    </div>
  </form>
</template>

<style scoped>
.wide {
  align-items: start;
}
.colour {
  width: 54px;
  height: 38px;
  padding: 2px;
  border: 1px solid var(--line);
  border-radius: var(--round-medium);
  background: var(--surface);
}
</style>
