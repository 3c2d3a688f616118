import type { ContentItem } from '../answering/items.ts'
import { passagesOf } from '../answering/items.ts'
import type { Passage } from '../library/passages.ts'
import { guessLanguage, type Language } from '../text/language.ts'
import { textsOf, type Unit, unitsOf } from './units.ts'

/** An article as meaning reads it. */
export interface SourceArticle {
  item: number
  language: Language
  units: readonly Unit[]
  /** What was taught for it. */
  phrasings: readonly string[]
}

/** So much of an article's text tells its language. */
const TELLING = 1_000

/** An article as meaning reads it. @param taught for its parts, beside what was taught for the whole */
export function sourceArticle(
  { id, title, phrasings }: Pick<ContentItem, 'id' | 'title' | 'phrasings'>,
  passages: readonly Passage[],
  taught: readonly string[],
  fallback: Language,
): SourceArticle {
  const all = [...new Set([...phrasings, ...taught])]
  let text = `${title} ${all.join(' ')}`
  for (const passage of passages) {
    if (text.length > TELLING) break
    text += ` ${passage.text}`
  }
  return {
    item: id,
    language: guessLanguage(text.slice(0, TELLING), fallback),
    units: unitsOf(title, passages),
    phrasings: all,
  }
}

/** The texts of an article whose vectors are needed, in the order of their rows. */
export function textsToEncode({ units, phrasings }: Pick<SourceArticle, 'units' | 'phrasings'>): {
  units: string[]
  sections: string[]
  taught: readonly string[]
} {
  return { ...textsOf(units[0]!.text, units), taught: phrasings }
}

/** All of them of an item, with the language that they are in. */
export function textsOfItem(
  item: ContentItem,
  fallback: Language = 'en',
): { language: Language; texts: string[] } {
  const passages = passagesOf(item)
  const taught = [
    ...new Set(passages.flatMap(({ part }) => (part === null ? [] : [part]))),
  ].flatMap((part) => item.parts?.[part]?.phrasings ?? [])
  const article = sourceArticle(item, passages, taught, fallback)
  const texts = textsToEncode(article)
  return {
    language: article.language,
    texts: [...texts.units, ...texts.sections, ...texts.taught],
  }
}
