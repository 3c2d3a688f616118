import { analyse, type Term } from '../text/analyse.ts'
import type { Language } from '../text/language.ts'

/** A word of the company, and what people call the same thing. */
export interface GlossaryEntry {
  term: string
  also: string[]
}

interface Alias {
  stems: string[]
  term: string
  termStems: string[]
}

/** A glossary made ready to look up: aliases by their first stem, longest first. */
export type Glossary = ReadonlyMap<string, readonly Alias[]>

/** Makes a glossary ready. An alias that two terms claim belongs to the first. */
export function compileGlossary(entries: readonly GlossaryEntry[], language: Language): Glossary {
  const aliases = new Map<string, Alias[]>()
  const stems = (text: string) =>
    analyse(text, language)
      .map(({ stem }) => stem)
      .filter((stem) => !stem.startsWith('#'))
  for (const { term, also } of entries) {
    const termStems = stems(term)
    for (const text of also) {
      const alias = { stems: stems(text), term, termStems }
      const same = alias.stems.join(' ') === termStems.join(' ')
      if (alias.stems.length === 0 || termStems.length === 0 || same) continue
      aliases.set(alias.stems[0]!, [...(aliases.get(alias.stems[0]!) ?? []), alias])
    }
  }
  for (const list of aliases.values()) list.sort((a, b) => b.stems.length - a.stems.length)
  return aliases
}

export interface GlossaryTerm extends Term {
  /** The company's word that this was read as. */
  meant?: string
}

/**
 * Reads what people call a thing as the company's word for it.
 * @param keep also keep the words as they were written: for texts, so that either is found
 * @example with "island card" for "residents pass": "residents pass price" becomes island, card, price
 */
export function readTerms(
  terms: readonly Term[],
  glossary: Glossary,
  keep = false,
): GlossaryTerm[] {
  if (glossary.size === 0) return [...terms]
  const read: GlossaryTerm[] = []
  for (let at = 0; at < terms.length;) {
    const alias = glossary
      .get(terms[at]!.stem)
      ?.find(({ stems, termStems }) => follows(terms, at, stems) && !follows(terms, at, termStems))
    if (!alias) {
      read.push(terms[at++]!)
      continue
    }
    const written = terms.slice(at, at + alias.stems.length)
    const word = written.map((term) => term.word).join(' ')
    if (keep) read.push(...written)
    read.push(...alias.termStems.map((stem) => ({ stem, word, meant: alias.term })))
    at += alias.stems.length
  }
  return read
}

function follows(terms: readonly Term[], at: number, stems: readonly string[]): boolean {
  return stems.every((stem, i) => terms[at + i]?.stem === stem)
}
