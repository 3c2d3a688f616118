import type { SmallTalk } from '@janua/core'
import type { ChangeState } from './library.ts'

/** A word of the company, what people call the same thing, and what it means. */
export interface GlossaryContent {
  term: string
  also: string[]
  meaning: string
}
export type SmallTalkContent = SmallTalk
export type VocabularyKind = 'glossary' | 'smallTalk'

/** An entry of the draft, with where it stands. */
export interface Entry<C> {
  id: number
  revision: number
  state: ChangeState
  published: boolean
  content: C
  updatedBy: string
  updatedAt: string
}
export type GlossaryRow = Entry<GlossaryContent>
export type SmallTalkRow = Entry<SmallTalkContent>
