import { unframed } from '../../answering/questions.ts'
import { groupedBy } from '../../maths/grouped.ts'
import { analyseQuestion } from '../../text/analyse.ts'
import { guessLanguage } from '../../text/language.ts'
import { cluster, type ClusterSettings } from './cluster.ts'
import {
  cosine,
  middleOf,
  questionVectors,
  type SparseVector,
  type TopicQuestion,
} from './vectors.ts'

/** Questions that ask the same in other words. */
export interface Topic {
  /** Places of its questions in the list, the medoid first, then the most frequent. */
  members: number[]
  /** How often they were asked. */
  times: number
  /** The medoid question, lightly cleaned. */
  label: string
  /** Words that set it apart from the others, the most telling first. */
  words: string[]
}

const WORDS_SHOWN = 5

/**
 * Groups questions that ask the same in other words. Pure and without chance: the same list gives the same topics.
 * @param questions distinct wordings; equal ones are put together before, with `times`
 * @returns topics with the most asked first; a question that stands alone is a topic of its own
 */
export function topicsOf(
  questions: readonly TopicQuestion[],
  settings: ClusterSettings = {},
): Topic[] {
  const vectors = questionVectors(questions)
  const labels = cluster(vectors, settings)
  const groups = groupedBy([...labels.keys()], (i) => labels[i]!)
  const spread = stemSpread(questions)
  return [...groups.values()]
    .map((members) => topicOf(members, questions, vectors, spread))
    .sort((a, b) => b.times - a.times || a.members[0]! - b.members[0]!)
}

function topicOf(
  members: readonly number[],
  questions: readonly TopicQuestion[],
  vectors: readonly SparseVector[],
  spread: ReadonlyMap<string, number>,
): Topic {
  const medoid = medoidOf(members, questions, vectors)
  const others = members
    .filter((member) => member !== medoid)
    .sort((a, b) => questions[b]!.times - questions[a]!.times || a - b)
  return {
    members: [medoid, ...others],
    times: members.reduce((sum, member) => sum + questions[member]!.times, 0),
    label: cleaned(questions[medoid]!.text),
    words: tellingWords(members, questions, spread),
  }
}

/** The question nearest to the middle of them all. */
function medoidOf(
  members: readonly number[],
  questions: readonly TopicQuestion[],
  vectors: readonly SparseVector[],
): number {
  if (members.length < 3)
    return [...members].sort((a, b) => questions[b]!.times - questions[a]!.times || a - b)[0]!
  const middle = middleOf(
    members.map((member) => vectors[member]!),
    members.map((member) => questions[member]!.times),
  )
  return members.reduce(
    (best, member) =>
      cosine(vectors[member]!, middle) > cosine(vectors[best]!, middle) + 1e-9 ? member : best,
    members[0]!,
  )
}

/** @example cleaned('hi, can i bring my dog??') // 'Can i bring my dog?' */
export function cleaned(question: string): string {
  const bare = unframed(question)
    .trim()
    .replace(/\s+/g, ' ')
    .replace(/[\s?!.,;:]+$/, '')
  const text = bare === '' ? question.trim() : bare
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}${/^(what|when|where|who|why|how|which|can|could|do|does|did|is|are|am|will|would|may|should|have|has|was|wann|wo|wer|wie|was|warum|kann|darf|gibt|ist|sind)\b/i.test(text) ? '?' : ''}`
}

function stemSpread(questions: readonly TopicQuestion[]): Map<string, number> {
  const spread = new Map<string, number>()
  for (const { text } of questions)
    for (const { stem } of termsOf(text)) spread.set(stem, (spread.get(stem) ?? 0) + 1)
  return spread
}

function tellingWords(
  members: readonly number[],
  questions: readonly TopicQuestion[],
  spread: ReadonlyMap<string, number>,
): string[] {
  const counts = new Map<string, { word: string; n: number }>()
  for (const member of members)
    for (const { stem, word } of termsOf(questions[member]!.text))
      counts.set(stem, { word: counts.get(stem)?.word ?? word, n: (counts.get(stem)?.n ?? 0) + 1 })
  const telling = ([stem, { n }]: [string, { n: number }]) =>
    (n / members.length) * Math.log((1 + questions.length) / spread.get(stem)!)
  return [...counts]
    .filter(([, { word }]) => word.length > 1)
    .sort((a, b) => telling(b) - telling(a) || a[0].localeCompare(b[0]))
    .slice(0, WORDS_SHOWN)
    .map(([, { word }]) => word)
}

function termsOf(text: string) {
  return analyseQuestion(text, guessLanguage(text, 'en')).filter(
    ({ stem }) => !stem.startsWith('#'),
  )
}
