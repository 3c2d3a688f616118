import type { GlossaryEntry } from '../retrieval/glossary.ts'
import type { ReleaseIndex } from '../retrieval/releaseIndex.ts'
import { questionTerms } from '../retrieval/questionTerms.ts'
import { rank, readQuestion } from '../retrieval/rank.ts'
import { twoWayMatch } from '../retrieval/twoWay.ts'
import { stem } from '../text/stem.ts'
import { fold, tokenize } from '../text/tokens.ts'

/** A question of the log, equal ones together. */
export interface LoggedQuestion {
  text: string
  times: number
  /** The item that answered it, if one did. */
  answeredBy: number | null
  /** How sure the item was of it that is asked about, 0 to 1, where it came near when it was asked. */
  sure?: number
}

/** Another way to ask for an item, and where it comes from. */
export interface Suggestion {
  text: string
  from: 'log' | 'glossary' | 'rewording'
  /** How often it was asked; 0 when it was made. */
  times: number
}

export interface SuggestionSettings {
  glossary: readonly GlossaryEntry[]
  log: readonly LoggedQuestion[]
  /** Whether the lead has refused a text before. */
  refused: (text: string) => boolean
}

/** From this two-way match two texts ask the same. */
const SAME = 0.92
/** A text that matches another item's wording this well is that item's question. */
const THEIRS = 0.75
/** What was asked is worth showing where the item was at least so sure of it, whatever words they share. */
const MEANT = 0.15
/** A logged question must match the item's own words this well to be worth showing. */
const NEAR = 0.3

/**
 * Other ways to ask for an item: real questions that come near it, the glossary's words put into its own wordings, and rewordings by
 * rule. None that asks what the item knows already, and none that would draw questions away from another item.
 * @returns the most asked first, then by source
 */
export function otherWaysToAsk(
  index: ReleaseIndex,
  item: number,
  { glossary, log, refused }: SuggestionSettings,
): Suggestion[] {
  const own = index.docsOf(item)
  if (own.length === 0) return []
  const known = own.flatMap((doc) => index.wordingsOf(doc))
  const wordings = [
    ...new Set(known.filter(({ kind }) => kind !== 'heading').map(({ text }) => text)),
  ]
  const headings = [...new Set(own.flatMap((doc) => index.passage(doc).passage.path.at(-1) ?? []))]
  const guard = new Guard(index, item, log)
  const offered: Suggestion[] = [
    ...fromLog(index, item, log),
    ...wordings
      .flatMap((text) => withAliases(text, glossary))
      .map((text): Suggestion => ({ text, from: 'glossary', times: 0 })),
    ...[...wordings, ...headings]
      .flatMap((text) => reworded(text, index))
      .map((text): Suggestion => ({ text, from: 'rewording', times: 0 })),
  ]
  const seen = new Set(wordings.map(norm))
  return offered.filter(({ text, from }) => {
    const key = norm(text)
    if (seen.has(key) || refused(text) || (from === 'log' && guard.known(text))) return false
    seen.add(key)
    return !guard.pullsFromOthers(text)
  })
}

/** Real questions that nothing answered well, and for which this item is among the nearest. */
function fromLog(index: ReleaseIndex, item: number, log: readonly LoggedQuestion[]): Suggestion[] {
  return log
    .filter(
      ({ answeredBy, text }) => (answeredBy === null || answeredBy === item) && text.length <= 140,
    )
    .flatMap(({ text, times, sure = 0 }) => {
      const suggestion = { text, from: 'log' as const, times }
      if (sure >= MEANT) return [{ suggestion, worth: times * sure }]
      const near = rank(readQuestion(text, index), index, 3)
      const place = near.findIndex(({ doc }) => index.itemIdOf(doc) === item)
      const found = near[place]
      const close =
        found &&
        (place === 0 || found.score >= near[0]!.score * 0.8) &&
        Math.max(found.match.both, found.words) >= NEAR
      return close ? [{ suggestion, worth: times * found.score }] : []
    })
    .sort((a, b) => b.worth - a.worth)
    .map(({ suggestion }) => suggestion)
}

/** A wording with each of the company's words said as people say it. */
function withAliases(text: string, glossary: readonly GlossaryEntry[]): string[] {
  return glossary.flatMap(({ term, also }) => {
    const at = fold(text).search(new RegExp(`(?<!\\p{L})${escaped(fold(term))}(?!\\p{L})`, 'u'))
    return at < 0
      ? []
      : also
          .slice(0, 3)
          .map((alias) => `${text.slice(0, at)}${alias}${text.slice(at + term.length)}`)
  })
}

/** Rules that turn one way to ask into others; the first that fits a text is used. */
const RULES: [pattern: RegExp, ways: string[]][] = [
  [/^how (?:do|can) i (.+?)\?*$/i, ['I want to $1', 'Can I $1?', 'Where do I $1?']],
  [/^can i (.+?)\?*$/i, ['Am I allowed to $1?', 'Is it possible to $1?', 'How do I $1?']],
  [/^(?:is|are) there (?:an? |any )?(.+?)\?*$/i, ['Do you have $1?', 'Where is the $1?']],
  [/^do you (?:have|sell|offer) (?:an? |any )?(.+?)\?*$/i, ['Is there $1?', 'Where can I get $1?']],
  [/^where (?:do|can) i (.+?)\?*$/i, ['How do I $1?', 'I want to $1']],
  [/^wie kann ich (.+?)\?*$/i, ['Ich möchte $1', 'Kann ich $1?']],
  [/^kann ich (.+?)\?*$/i, ['Darf ich $1?', 'Ist es möglich, $1?']],
]

function reworded(text: string, index: ReleaseIndex): string[] {
  const rule = RULES.find(([pattern]) => pattern.test(text))
  if (rule) return rule[1].map((way) => text.replace(rule[0], way))
  const [first = '', ...rest] = text.split(' ')
  const verb = /ing$/i.test(first) ? baseForm(first, index) : undefined
  const things = rest
    .join(' ')
    .replace(/\byour\b/g, 'my')
    .replace(/\?+$/, '')
  if (verb && rest.length > 0)
    return [
      `How do I ${verb} ${things}?`,
      `I want to ${verb} ${things}`,
      `Can I ${verb} ${things}?`,
    ]
  const imperative =
    rest.length > 0 &&
    /^(get|ask|book|change|cancel|register|send|find|pay|bring|collect|order|reserve|claim|buy)$/i.test(
      first,
    )
  return imperative
    ? [`How do I ${first.toLowerCase()} ${things}?`, `I want to ${first.toLowerCase()} ${things}`]
    : []
}

/** "changing" becomes "change" when the library has a word of the same stem that is no "-ing" form. */
function baseForm(word: string, index: ReleaseIndex): string | undefined {
  const wanted = stem(fold(word), 'en')
  const words = index.wordsOf(wanted).filter((written) => !/(ing|ed|s|er|ation)$/.test(written))
  return words.sort((a, b) => a.length - b.length)[0]
}

/** Keeps suggestions from taking what belongs to other items. */
class Guard {
  private readonly theirs: { text: string; terms: { stem: string; weight: number }[] }[]
  private readonly mine: { stem: string; weight: number }[][]

  constructor(
    private readonly index: ReleaseIndex,
    item: number,
    log: readonly LoggedQuestion[],
  ) {
    const texts = new Set<string>()
    for (const doc of index.docs())
      if (index.itemIdOf(doc) !== item)
        for (const { text } of index.wordingsOf(doc)) texts.add(text)
    for (const { text, answeredBy } of log)
      if (answeredBy !== null && answeredBy !== item) texts.add(text)
    this.theirs = [...texts].map((text) => ({ text, terms: this.terms(text) }))
    this.mine = index.docsOf(item).flatMap((doc) => index.wordingsOf(doc).map(({ terms }) => terms))
  }

  pullsFromOthers(text: string): boolean {
    const terms = this.terms(text)
    return (
      terms.length === 0 ||
      this.theirs.some((other) => twoWayMatch(other.terms, terms).both >= THEIRS)
    )
  }

  /** The item has a wording that asks the same. */
  known(text: string): boolean {
    const terms = this.terms(text)
    return this.mine.some((own) => twoWayMatch(terms, own).both >= SAME)
  }

  private terms(text: string) {
    return questionTerms(text, this.index)
  }
}

function norm(text: string): string {
  return tokenize(text)
    .map(({ word }) => word)
    .join(' ')
}

function escaped(text: string): string {
  return text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
}
