/** What a release says of one article or fixed answer. */
export interface ContentItem {
  id: number
  revision: number
  kind: 'article' | 'fixed'
  title: string
  /** Questions that this content answers, in the words people use. */
  phrasings: string[]
  collection: string
  /** Markdown. */
  body: string
}

