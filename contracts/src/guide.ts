import type { Block } from '@janua/core'

/** The pages of the guide, one a job, in their order. */
export const GUIDE_PAGES = ['lead', 'editor', 'agent', 'build', 'prove', 'run', 'learn'] as const
export type GuideName = (typeof GUIDE_PAGES)[number]

/** One page of the guide. */
export interface GuidePage {
  name: GuideName
  title: string
  /** What stands before its first section. */
  blocks: Block[]
  sections: GuideSection[]
}
/** A section of the guide: a job, or what one page of the app is for. */
export interface GuideSection {
  title: string
  /** The page of the app that it is about, such as “/library”; null for none. */
  page: string | null
  blocks: Block[]
}
