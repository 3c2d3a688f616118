export const MAX_SITE_PAGES = 1_000

export interface SiteInput {
  address: string
  collection: string
  /** At most this many pages are read. */
  pageLimit: number
  /** Read again after so many days; null for by hand only. */
  everyDays: number | null
}

export interface SiteLook {
  /** How its pages are found. */
  by: 'sitemap' | 'links'
  /** Pages that the sitemap names below the address; null when only following links can tell. */
  pages: number | null
}

export type PageChange = 'appeared' | 'changed' | 'gone' | 'unchanged'
export interface ReadPage {
  address: string
  title: string
  change: PageChange
  words: number
  questions: number
  /** The item that it is, where it is known. */
  item: number | null
  /** What stood there before and what stands there now, for a changed page. */
  before: string
  after: string
}
export type ReadingState = 'reading' | 'waiting' | 'taken' | 'dropped' | 'failed'
export interface SiteReading {
  id: number
  state: ReadingState
  read: number
  found: number
  current: string
  /** Why it failed, or what the lead should know. */
  because: string
  pages: ReadPage[]
  failed: { address: string; because: string }[]
  at: string
}
export interface Site extends SiteInput {
  id: number
  pages: number
  reading: SiteReading | null
}
