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

/** The language that the app speaks now. */
export const language = (): AppLanguage => i18n.global.locale.value as AppLanguage

/** The locale for `Intl`. */
export const locale = (): string => LOCALES[language()]

/** Loads a language and speaks it from now on. */
export async function speak(language: AppLanguage): Promise<void> {
  if (language !== 'en')
    i18n.global.setLocaleMessage(language, (await OTHERS[language]()).default as typeof english)
  i18n.global.locale.value = language as 'en'
  document.documentElement.lang = language
}

/** What was chosen, else the first language of the browser that there is a catalogue for, else English. */
export function preferredLanguage(): AppLanguage {
  const wanted = [
    localStorage.getItem(KEPT),
    ...navigator.languages.map((each) => each.slice(0, 2)),
  ]
  return wanted.find(isKnown) ?? 'en'
}

/**
 * Keeps a language for this browser, and loads the page anew where another one is spoken.
 * @param wanted nothing happens where there is no catalogue for it
 */
export function takeLanguage(wanted: string | null): void {
  if (!isKnown(wanted)) return
  localStorage.setItem(KEPT, wanted)
  if (wanted !== language()) location.reload()
}

const isKnown = (name: string | null): name is AppLanguage =>
  LANGUAGES.some((language) => language === name)
