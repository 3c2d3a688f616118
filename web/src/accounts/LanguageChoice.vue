<script setup lang="ts">
import SelectButton from 'primevue/selectbutton'
import { useI18n } from 'vue-i18n'
import { put } from '../shell/api.ts'
import { type AppLanguage, LANGUAGES, takeLanguage } from '../shell/i18n.ts'
import { useAction } from '../shell/useAction.ts'

/** The language that the app speaks to this person, on every device. Each is named in itself, for whoever cannot read the one in use. */
const { locale } = useI18n({ useScope: 'global' })
const NAMES: Record<AppLanguage, string> = { en: 'English', de: 'Deutsch' }
const options = LANGUAGES.map((value) => ({ value, label: NAMES[value] }))
const { run, busy } = useAction()

async function choose(language: AppLanguage): Promise<void> {
  await run(async () => {
    await put('/account/language', { language })
    takeLanguage(language)
  })
}
</script>

<template>
  <section class="panel stack" data-test="language">
    <h2>{{ $t('accounts.languageChoice.language') }}</h2>
    <SelectButton
      :model-value="locale as AppLanguage"
      :options="options"
      option-label="label"
      option-value="value"
      :allow-empty="false"
      :aria-label="$t('accounts.languageChoice.language')"
      data-test="languages"
      :disabled="busy"
      @update:model-value="choose"
    />
    <p class="quiet small">{{ $t('accounts.languageChoice.scope') }}</p>
  </section>
</template>
