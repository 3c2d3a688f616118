import { type ContentItem, type Passage, passagesOf, pick, seeded } from '@janua/core'
import { articleOf, distinctHeadings, shelf, spread } from './tasks.ts'

/** A library of a size, with its passages cut already, and questions to put to it. */
export interface LargeLibrary {
  items: { item: ContentItem; cut: Passage[] }[]
  passages: number
  questions: string[]
}

/** All manuals, and copies of them with a third of their longer words made up, until there are so many passages; seeded. */
export async function largeLibraryOfManuals(
  passages: number,
  asked: number,
): Promise<LargeLibrary> {
  const { sections } = await shelf('large', 'en', ['python', 'git', 'postgresql', 'apache'])
  const random = seeded(3)
  const made = Array.from({ length: 40_000 }, () =>
    Array.from(
      { length: 3 },
      () => pick([...'bdfgklmnprst'], random) + pick([...'aeiou'], random),
    ).join(''),
  )
  const salted = (text: string) =>
    text.replace(/\p{Ll}{5,}/gu, (word) => (random() < 0.35 ? pick(made, random) : word))
  const items: LargeLibrary['items'] = []
  let count = 0
  for (let id = 1; count < passages; id++) {
    const plain = articleOf(sections[(id - 1) % sections.length]!, id)
    const item = id > sections.length ? { ...plain, body: salted(plain.body) } : plain
    const cut = passagesOf(item)
    items.push({ item, cut })
    count += cut.length
  }
  const questions = spread(
    distinctHeadings(sections).filter(
      ({ leaf, heading }) => leaf && heading.split(' ').length >= 3,
    ),
    asked,
  ).map(({ heading }) => heading)
  return { items, passages: count, questions }
}
