import {
  compile,
  type CoreContext,
  type CoreOptions,
  createCoreContext,
  fallbackWithLocaleChain,
  type LocaleMessage,
  registerLocaleFallbacker,
  registerMessageCompiler,
  registerMessageResolver,
  resolveValue,
  translate,
} from '@intlify/core-base'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { CHECKOUT } from '../checkout.ts'

/**
 * A text of the catalogue with what is put into it; told in a language only once it is known who reads it.
 * A value named `count` also chooses the form of the plural.
 */
export interface Phrase {
  key: string
  values?: Readonly<Record<string, Said>>
}
/** What may be put into a text: a figure, words as they are, another text, or several texts. */
export type Said = string | number | Phrase | readonly Phrase[]

/** The parts of the catalogue that the server tells from; the rest is for pages. */
const PARTS = ['problems', 'input', 'mails']
const FOLDER = join(CHECKOUT, 'locales')

/** Languages that there is a catalogue for; English stands in for what another one lacks. */
export const LANGUAGES: readonly string[] = readdirSync(FOLDER)
  .filter((name) => /^[a-z]{2}$/.test(name))
  .sort((a, b) => Number(b === 'en') - Number(a === 'en') || a.localeCompare(b))

// The very compiler of the pages, so that a catalogue is written in one way.
registerMessageCompiler(compile)
registerMessageResolver(resolveValue)
registerLocaleFallbacker(fallbackWithLocaleChain)
const catalogues = Object.fromEntries(
  LANGUAGES.map((language) => [language, catalogueOf(language)]),
)
// Its own type allows languages only that are known by name as it is compiled.
const context = createCoreContext<string, CoreOptions>({
  locale: 'en',
  fallbackLocale: 'en',
  messages: catalogues,
  missingWarn: false,
  fallbackWarn: false,
}) as unknown as CoreContext

/** @param key of the catalogue, such as `refusals.timePassed` */
export function phrase(key: string, values?: Phrase['values']): Phrase {
  return values ? { key, values } : { key }
}

/** Tells something in a language, English where there is no catalogue for it. */
export function tell(said: Said, language = 'en'): string {
  if (typeof said === 'string') return said
  if (typeof said === 'number') return String(said)
  if (isSeveral(said))
    return new Intl.ListFormat(language).format(said.map((each) => tell(each, language)))
  const { key, values = {} } = said
  const named = Object.fromEntries(
    Object.entries(values).map(([name, value]) => [name, tell(value, language)]),
  )
  const count = values.count
  const told = translate(context, key, named, {
    locale: LANGUAGES.includes(language) ? language : 'en',
    ...(typeof count === 'number' && { plural: count }),
  })
  return told as string
}

/** Whether the catalogue has a text of its own for this. */
export function isTold(key: string): boolean {
  return typeof resolveValue(catalogues.en!, key) === 'string'
}

const isSeveral = (said: Phrase | readonly Phrase[]): said is readonly Phrase[] =>
  Array.isArray(said)

function catalogueOf(language: string): LocaleMessage {
  const parts = PARTS.map(
    (part) =>
      JSON.parse(readFileSync(join(FOLDER, language, `${part}.json`), 'utf8')) as LocaleMessage,
  )
  return Object.assign({}, ...parts) as LocaleMessage
}
