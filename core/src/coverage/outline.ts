import { analyse } from '../text/analyse.ts'
import { guessLanguage } from '../text/language.ts'
import { cleaned } from './topics/topics.ts'

/** A reply of an agent that settled one of a topic's conversations. */
export interface AgentReply {
  text: string
  conversation: number
}

export interface Outline {
  title: string
  /** Wordings worth teaching with it. */
  phrasings: string[]
  /** What the article must answer: questions that ask for different things. */
  asks: string[]
  /** What agents said, once each, the most frequent first. */
  replies: (AgentReply & { times: number })[]
}

const PHRASINGS = 6
const ASKS = 5
const REPLIES = 4
/** Two texts that share more of their words than this say the same. */
const SAME = 0.6
const ALIKE = 0.5

/**
 * An article in outline: from what was asked, and from what agents replied. Nothing in it is made up: every line is a visitor's or an agent's.
 * @param asked wordings of the topic, the medoid first, then the most frequent
 */
export function outlineOf(
  label: string,
  asked: readonly string[],
  replies: readonly AgentReply[],
): Outline {
  return {
    title: label.replace(/\?$/, ''),
    phrasings: different(asked, SAME, PHRASINGS),
    asks: different(asked, ALIKE, ASKS).map(cleaned),
    replies: once(replies).slice(0, REPLIES),
  }
}

/** The first of the texts, and each that is not like one chosen before. */
function different(texts: readonly string[], alike: number, most: number): string[] {
  const chosen: { text: string; stems: Set<string> }[] = []
  for (const text of texts) {
    if (chosen.length === most) break
    const stems = stemsOf(text)
    if (stems.size > 0 && chosen.every((other) => jaccard(stems, other.stems) <= alike))
      chosen.push({ text, stems })
  }
  return chosen.map(({ text }) => text)
}

function once(replies: readonly AgentReply[]): Outline['replies'] {
  const kept: (AgentReply & { times: number; stems: Set<string> })[] = []
  for (const reply of replies) {
    const stems = stemsOf(reply.text)
    const same = kept.find((other) => jaccard(stems, other.stems) > SAME)
    if (same) same.times++
    else if (stems.size > 0) kept.push({ ...reply, times: 1, stems })
  }
  return kept
    .sort((a, b) => b.times - a.times)
    .map(({ text, conversation, times }) => ({ text, conversation, times }))
}

function stemsOf(text: string): Set<string> {
  return new Set(
    analyse(text, guessLanguage(text, 'en'))
      .map(({ stem }) => stem)
      .filter((stem) => !stem.startsWith('#')),
  )
}

function jaccard(a: ReadonlySet<string>, b: ReadonlySet<string>): number {
  let both = 0
  for (const each of a) if (b.has(each)) both++
  return both / Math.max(1, a.size + b.size - both)
}
