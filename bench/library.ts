import { type ContentItem, pick, seeded } from '@janua/core'
import { demoArticles } from '../demo/content.ts'

/**
 * A library of about `passages` passages: the demo's articles again and again, with words of each copy replaced by made-up ones,
 * so that the vocabulary grows as it does in a real library. Seeded.
 */
export function largeLibrary(passages: number): ContentItem[] {
  const random = seeded(passages)
  const articles = demoArticles()
  const items: ContentItem[] = []
  const made = Array.from({ length: Math.max(400, passages / 4) }, () =>
    Array.from(
      { length: 3 },
      () => pick([...'bdfgklmnprst'], random) + pick([...'aeiou'], random),
    ).join(''),
  )
  const salted = (text: string) =>
    text.replace(/\p{Ll}{5,}/gu, (word) => (random() < 0.35 ? pick(made, random) : word))
  const perArticle = 73 / 63
  for (let id = 1; items.length * perArticle < passages; id++) {
    const { title, phrasings, collection, body } = articles[id % articles.length]!
    const first = id <= articles.length
    items.push({
      id,
      revision: id,
      kind: 'article',
      collection,
      title: first ? title : salted(title),
      phrasings: first ? phrasings : phrasings.map(salted),
      body: first ? body : salted(body),
    })
  }
  return items
}
