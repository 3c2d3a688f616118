import type { DoorLanguage } from './doors.ts'

/** The steps by which a team comes to its first answer on a page of its own, in their order. */
export const START_STEPS = ['team', 'content', 'try', 'people', 'live'] as const
export type StartStep = (typeof START_STEPS)[number]
/** Questions to ask in the third step. */
export const QUESTIONS_TO_TRY = 3

/** Where a door was seen on a page. @property site its origin, as in https://www.merrowline.example */
export interface Sighting {
  site: string
  at: string
}

/** How far the team has come, by what is there; only trying is counted. */
export interface StartView {
  steps: { name: StartStep; state: 'open' | 'done' | 'skipped' }[]
  /** Whether *Get started* is put away: by the lead, or as the install holds the demo. */
  hidden: boolean
  /** Null until the first step is stored. */
  team: { name: string; language: DoorLanguage } | null
  /** Articles and documents of the draft, and how many of them are examples to replace. */
  items: number
  examples: number
  asked: number
  /** Who can sign in, the lead included. */
  people: number
  queue: { id: number; name: string; members: number } | null
  door: {
    id: number
    key: string
    title: string
    colour: string
    timeZone: string
    allowedSites: string[]
    published: boolean
  } | null
  /** Changes that are ready and not yet published. */
  ready: number
  /** The newest sighting first. */
  seen: Sighting[]
}

/** The first step: the team's name stands over the door, its zone counts the days. */
export interface StartTeam {
  name: string
  zone: string
  language: DoorLanguage
  /** Of the door, as #17506E. */
  colour: string
}
