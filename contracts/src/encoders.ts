/** An encoder as the draft and releases name it. */
export interface EncoderContent {
  id: string
  name: string
}

/** How well questions are understood that people asked of organisations on which nothing was learnt; shares of those that an article settles. */
export interface NaturalFigures {
  language: 'en' | 'de'
  questions: number
  first: number
  three: number
  rightAt90: number
  rightAt80: number
}

/** Work in the background. */
export interface EncoderWork {
  done: number
  of: number
  secondsLeft: number | null
}

/** What became of questions under one of the two. */
export interface EncoderCounts {
  /** Answered, and what came was reviewed as right or wrong, or by nobody yet. */
  right: number
  wrong: number
  unreviewed: number
  /** Asked back, or offered what may be meant. */
  offered: number
  silent: number
}
export interface EncoderMoved {
  text: string
  times: number
  /** What comes now and what would come: its title and how sure. */
  now: { title: string; sure: number } | null
  then: { title: string; sure: number } | null
}
export interface EncoderTrialSide {
  questions: EncoderCounts
  /** Of the reviewed: right at the threshold under which 90 % of them are right. */
  rightAt90: number
  checks: { passed: number; failed: number }
  medianMilliseconds: number
}
export interface EncoderTrialResult {
  at: string
  /** The id of the encoder that was compared. */
  encoder: string
  /** Distinct questions, and how often they were asked. */
  asked: number
  times: number
  /** So many of them were reviewed by people, and answered now as they were then. */
  reviewed: number
  /** Under how many of them the one that ships had to stand in. */
  stoodIn: number
  now: EncoderTrialSide
  then: EncoderTrialSide
  /** Good answers that would be lost, checks that would fail; then what would be gained. */
  lost: EncoderMoved[]
  brokenChecks: string[]
  gained: EncoderMoved[]
  worse: EncoderMoved[]
  /** How many of each there are; the most asked are shown. */
  moved: { lost: number; gained: number; worse: number }
  /** Questions of a month, each of which the encoder would read. */
  monthly: number
}

export interface EncoderView {
  /** Where it is: a folder, or a server's address. Null when none was given to the server. */
  source: { kind: 'folder' | 'server'; where: string } | null
  state: 'none' | 'connecting' | 'connected' | 'failed'
  fault: string | null
  found:
    | (EncoderContent & {
        dimensions: number
        /** Null for all. */
        languages: ('en' | 'de')[] | null
        maxTokens: number
        milliseconds: number
        /** How alike it finds two ways to ask for the same, and two things that have nothing to do with each other; −1 to 1. */
        sample: { alike: number; apart: number }
      })
    | null
  learning: (EncoderWork & { step: 'reading' | 'encoding' | 'learning' }) | null
  learnt: { at: string; now: NaturalFigures[]; then: NaturalFigures[] } | null
  vectors: (EncoderWork & { isPaused: boolean; isRunning: boolean }) | null
  problem: string | null
  trial: { running: EncoderWork | null; problem: string | null; result: EncoderTrialResult | null }
  /** What the draft names, and what visitors get now. */
  draft: EncoderContent | null
  live: EncoderContent | null
}
