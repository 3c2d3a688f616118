import type { Language } from '../text/language.ts'
import type { SentenceMeaning, Sentences } from './sentenceMeaning.ts'
import type { SurenessModel } from './sureness.ts'
import type { WordVectors } from './wordVectors.ts'

/** What was learnt for a language: how signals rank articles, and how sure the first is. */
export interface RankingModel {
  signals: readonly string[]
  weights: readonly number[]
  sureness: SurenessModel
}

/** Everything that a language is understood by. */
export interface LanguageModels {
  language: Language
  /** For words alone: while vectors are missing, and where there is no encoder. */
  byWords: RankingModel
  vectors?: WordVectors
  sentences?: SentenceMeaning
  /** For words and sentences together. */
  bySentences?: RankingModel
  /** An encoder that the team attached: it goes before the one that ships, which stands in while this one does not answer. */
  attached?: AttachedSentences
}

export interface AttachedSentences {
  sentences: Sentences
  /** For words and its sentences together. */
  ranking: RankingModel
}

/** An attached encoder without what runs it, so that it can be stored and given to another thread. */
export interface AttachedRankings {
  /** Of the encoder. */
  id: string
  rankings: Partial<Record<Language, RankingModel>>
}

export type MeaningModels = Partial<Record<Language, LanguageModels>>
