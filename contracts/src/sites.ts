import Joi from 'joi'

export const MAX_SITE_PAGES = 1_000

export interface SiteInput {
  address: string
  collection: string
  /** At most this many pages are read. */
  pageLimit: number
  /** Read again after so many days; null for by hand only. */
  everyDays: number | null
}
export const siteInput = Joi.object<SiteInput>({
  address: Joi.string()
    .trim()
    .uri({ scheme: ['http', 'https'] })
    .max(500)
    .required()
    .messages({
      'string.uri': 'An address is written like https://www.example.com/help',
      'string.uriCustomScheme': 'An address is written like https://www.example.com/help',
    }),
  collection: Joi.string().trim().max(80).allow('').required(),
  pageLimit: Joi.number().integer().min(1).max(MAX_SITE_PAGES).default(200),
  everyDays: Joi.valid(null, 1, 7, 30).default(null),
})

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

export const takeOverInput = Joi.object<{ addresses: string[] }>({
  addresses: Joi.array()
    .items(Joi.string().max(2_000))
    .min(1)
    .max(MAX_SITE_PAGES * 2)
    .required()
    .messages({ 'array.min': 'Choose at least one page.' }),
})
const host = Joi.string()
  .trim()
  .lowercase()
  .pattern(/^[a-z0-9.-]+(:\d+)?$/)
  .max(255)
  .messages({
    'string.pattern.base': 'A host is written like www.example.com, without http and path.',
  })
export const hostsInput = Joi.object<{ hosts: string[] }>({
  hosts: Joi.array().items(host).max(100).unique().required(),
})
