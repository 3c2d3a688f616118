import type english from '../../../locales/en/terms.json'
import { i18n } from '../shell/i18n.ts'

type Sections = (typeof english)['terms']
export type SectionName = keyof Sections
/** A term of the glossary, by where it stands: `coverage.accuracy`. */
export type TermName = {
  [Section in SectionName]: `${Section}.${keyof Sections[Section] & string}`
}[SectionName]

/** What a term means; of a figure also how it is computed, and from which base. */
export interface Term {
  name: string
  meaning: string
  formula?: string
  base?: string
}
export type Glossary = Record<SectionName, Record<string, Term>>

/** They are read only once somebody asks what something means. */
const IN: Record<string, () => Promise<{ default: { terms: unknown } }>> = {
  en: () => import('../../../locales/en/terms.json'),
  de: () => import('../../../locales/de/terms.json'),
}

/** All terms, in the person's language. */
export async function glossary(): Promise<Glossary> {
  const { default: read } = await IN[i18n.global.locale.value]!()
  return read.terms as Glossary
}

export function termIn(all: Glossary, term: TermName): Term {
  const [section, name] = term.split('.') as [SectionName, string]
  return all[section][name]!
}

/** Where a term stands on the page of all terms. */
export const placeOf = (term: string): string => `term-${term.replace('.', '-')}`
