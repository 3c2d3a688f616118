import type { ContentItem, Language } from '@janua/core'
import { manual, type ManualName } from './manuals.ts'
import type { Section } from './sections.ts'

/** Sections of manuals in one language. */
export interface Shelf {
  name: string
  language: Language
  sections: Section[]
}

export async function shelf(
  name: string,
  language: Language,
  manuals: readonly ManualName[],
): Promise<Shelf> {
  return { name, language, sections: (await Promise.all(manuals.map(manual))).flat() }
}

/** Headings that only one section has, of a length that people would ask. */
export function distinctHeadings(sections: readonly Section[]): Section[] {
  const times = new Map<string, number>()
  const plain = ({ heading }: Section) =>
    heading
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, ' ')
      .trim()
  for (const section of sections) times.set(plain(section), (times.get(plain(section)) ?? 0) + 1)
  return sections.filter(
    (section) =>
      times.get(plain(section)) === 1 &&
      section.heading.split(/\s+/).length >= 2 &&
      section.heading.length < 120 &&
      section.above.length > 0,
  )
}

/** So many, spread evenly over all. */
export function spread<T>(all: readonly T[], count: number): T[] {
  const step = Math.max(1, all.length / count)
  return Array.from({ length: Math.min(count, all.length) }, (_, i) => all[Math.floor(i * step)]!)
}

/** A section as an article of its own, below the headings that stand above it. */
export function articleOf({ above, heading, markdown }: Section, id: number): ContentItem {
  const [title = '', ...path] = [...above, heading]
  const escaped = (text: string) => text.replace(/[\\`*_[\]<>#]/g, '\\$&')
  const headings = path.map(
    (text, level) => `${'#'.repeat(Math.min(6, level + 1))} ${escaped(text)}`,
  )
  return {
    id,
    revision: id,
    kind: 'article',
    title,
    phrasings: [],
    collection: '',
    body: [...headings, markdown].join('\n\n'),
  }
}
