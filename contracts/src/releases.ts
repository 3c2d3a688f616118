import type { ReplayState } from './proofs.ts'
import type { RoutingShare } from './handover.ts'
import type { DiffPart } from '@janua/core'

export type ItemKind =
  'article' | 'fixed' | 'document' | 'glossary' | 'smallTalk' | 'door' | 'routing' | 'encoder'

export interface DraftChange {
  item: number
  kind: ItemKind
  title: string
  type: 'added' | 'edited' | 'removed'
  ready: boolean
  by: string
  at: string
}
export interface ReleaseRow {
  number: number
  note: string
  by: string
  at: string
  live: boolean
  changes: { kind: ItemKind; title: string; type: 'added' | 'edited' | 'removed' }[]
  articles: number
  /** The team's encoder that it was made for; null for the one that ships. */
  encoder: string | null
  /** Why it was published although checks failed or good answers were lost. */
  because: string | null
  /** How the checks stood when it was published. */
  checks: { passed: number; failed: number } | null
  /** Coverage of what was asked of it; null when nothing was. */
  coverage: ShareOf | null
  /** A visitor's words were taken out of it since. */
  redacted: boolean
}
export interface ReleaseState {
  open: { number: number; audience: 'team' | 'share'; share: number } | null
  /** Its coverage is counted over what was asked of it; null while nothing was. */
  live: { number: number; note: string; at: string; coverage: ShareOf | null } | null
  next: number
  ready: number
  inWork: number
}
/** Who gets a release: the signed-in team alone, a share of the visitors, or all. */
export type Audience = 'team' | 'share' | 'all'
export interface PublishInput {
  items: number[]
  note: string
  audience: Audience
  /** Of the visitors, 0 to 1, when the audience is a share. */
  share: number
  /** Why it is published although checks fail or good answers are lost. */
  because: string
  /** When it is published; null for now. A release at a set time is for all. */
  at: string | null
}

/** A share of answers, with how many questions it is of. */
export interface ShareOf {
  share: number
  low: number
  high: number
  n: number
}
/** A release that not everybody gets yet, beside the one that the others get, over the same time. */
export interface OpenRelease {
  number: number
  audience: 'team' | 'share'
  share: number
  since: string
  /** Null below each when nobody asked yet. */
  outcomes: Record<
    'open' | 'live',
    { answered: ShareOf; votedDown: ShareOf; wantsPerson: ShareOf; coverage: ShareOf } | null
  >
}
export interface ScheduledRelease {
  id: number
  at: string
  note: string
  changes: number
  by: string
  state: 'waiting' | 'done' | 'failed' | 'withdrawn'
  problem: string | null
}
/** What is proved of a choice of changes, and what is not. */
export interface Proof {
  checks: {
    passed: number
    failed: { question: string; problems: string[]; brokenBy: string[]; before: boolean }[]
    at: string
  } | null
  replay: {
    id: number
    state: ReplayState
    asked: number
    lost: number
    gained: number
    coverage: { before: number; after: number; low: number; high: number } | null
  } | null
  /** When the choice changes routing: right first time on past hand-overs before and after, and moves saved and caused. */
  routing: { before: RoutingShare; after: RoutingShare; saved: number; caused: number } | null
  /** A reason must be given: checks fail that passed, good answers are lost, or more moves are caused than saved. */
  needsReason: boolean
}
/** One change word by word. */
export interface ChangeText {
  item: number
  parts: DiffPart[]
}
