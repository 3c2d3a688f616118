import { createI18n } from 'vue-i18n'
import english from './english.ts'

export const LANGUAGES = ['en', 'de'] as const
export type AppLanguage = (typeof LANGUAGES)[number]
const KEPT = 'janua:language'
/** How dates and figures of a language are written, where its name alone says too little. */
const LOCALES: Record<AppLanguage, string> = { en: 'en-GB', de: 'de-DE' }
/** Catalogues beside English, which is always there: it stands in for what another one lacks. */
const OTHERS: Record<Exclude<AppLanguage, 'en'>, () => Promise<{ default: object }>> = {
  de: () => import('./german.ts'),
}

/**
 * All texts of the app (`locales/`). The language is chosen before the rest of the app is loaded (main.ts), so that texts may stand
 * in constants; choosing another one loads the page anew.
 */
export const i18n = createI18n({
  legacy: false,
  locale: 'en',
  fallbackLocale: 'en',
  messages: { en: english },
  missingWarn: false,
  fallbackWarn: false,
})

/** A text of the catalogue. @example t('coverage.gaps.searchTopics') */
export const t = i18n.global.t as (
  key: string,
  values?: Record<string, unknown>,
  plural?: number,
) => string

/** The locale for `Intl`. */
export const locale = (): string => LOCALES[i18n.global.locale.value as AppLanguage]

/** Loads a language and speaks it from now on. */
export async function speak(language: AppLanguage): Promise<void> {
  if (language !== 'en')
    i18n.global.setLocaleMessage(language, (await OTHERS[language]()).default as typeof english)
  i18n.global.locale.value = language as 'en'
  document.documentElement.lang = language
}

/** What was chosen in this browser, else English. */
export function preferredLanguage(): AppLanguage {
  return LANGUAGES.find((language) => language === localStorage.getItem(KEPT)) ?? 'en'
}

/** Keeps the language for this browser, and loads the page anew where that is another one. */
export function takeLanguage(language: AppLanguage): void {
  localStorage.setItem(KEPT, language)
  if (language !== i18n.global.locale.value) location.reload()
}
