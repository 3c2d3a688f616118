import type { SignalGroup } from '../meaning/explain.ts'
import type { MeaningIndex, UnitFit } from '../meaning/meaning.ts'
import { type SearchQuestion, rank } from '../retrieval/rank.ts'
import type { ReleaseIndex } from '../retrieval/releaseIndex.ts'
import type { Candidate } from '../retrieval/search.ts'
import type { NearWord } from '../meaning/wordSignals.ts'
import type { Spoken } from './together.ts'
import { NO_MATCH } from '../retrieval/twoWay.ts'
import type { Language } from '../text/language.ts'
import { withoutMasks } from '../text/mask.ts'

/** A passage of an article that was ranked by meaning. */
export interface MeantCandidate {
  candidate: Candidate
  /** Chance that its article settles the question, a little less for passages that are not its best. */
  sure: number
  contributions: Partial<Record<SignalGroup | keyof Spoken, number>>
  /** Its title or the taught question that comes nearest. */
  wording: string
  /** Sentences, items and rows of the passage, the best fitting first. */
  units: readonly UnitFit[]
  /** The same of its whole article. */
  article: readonly UnitFit[]
  nearWords: readonly NearWord[]
  /** The encoder that the team attached could not tell; the one that ships did. */
  stoodIn?: true
}

/** What is learnt holds for libraries of so many articles; of fewer, how far one stands out from the others tells less. */
const ENOUGH = 16
/** So many articles are shown, and of each so many passages. */
const ARTICLES = 6
const PASSAGES = 2
/** Passages of an article that fit less well are less sure by this share of how much less. */
const PASSAGE_SHARE = 0.5

/**
 * The passages of the articles that come first by meaning and words together, the best first.
 * @param found what words found, the best first
 * @param without items that do not count here and today
 */
export function meantCandidates(
  meaning: MeaningIndex,
  index: ReleaseIndex,
  {
    text,
    language,
    asked,
    found,
    byWords,
    wanted,
  }: {
    text: string
    language: Language
    asked: SearchQuestion
    found: readonly Candidate[]
    /** How sure an item is by the words that it shares. */
    byWords: ReadonlyMap<number, number>
    /** Items that are looked at in any case. */
    wanted: readonly number[]
  },
  without: readonly number[],
): MeantCandidate[] {
  const question = withGlossary(withoutMasks(text), asked, index)
  const ranking = meaning.ask({
    text: question,
    language,
    byWords: [...new Set(found.map(({ doc }) => index.itemIdOf(doc)))],
    without,
    wanted,
  })
  const best = ranking.articles.filter(
    ({ item }, place) => place < ARTICLES || wanted.includes(item),
  )
  const trust = Math.min(1, ranking.among / ENOUGH)
  const items = new Set(best.map(({ item }) => item))
  const byDoc = new Map(
    rank(asked, index, ARTICLES * 20, (doc) => items.has(index.itemIdOf(doc))).map(
      (candidate) => [candidate.doc, candidate] as const,
    ),
  )
  return best.flatMap((article) => {
    const all = article.units
    return passagesOf(article.item, all, index).map(
      ({ doc, fit, share, units }): MeantCandidate => ({
        candidate: {
          ...(byDoc.get(doc) ?? unmatched(doc, asked)),
          score: fit,
        },
        sure: share * (trust * article.sure + (1 - trust) * (byWords.get(article.item) ?? 0)),
        contributions: article.contributions,
        wording: article.wording,
        units,
        article: all,
        nearWords: article.nearWords,
        ...(ranking.stoodIn && { stoodIn: true }),
      }),
    )
  })
}

function passagesOf(item: number, units: readonly UnitFit[], index: ReleaseIndex) {
  const docs = index.docsOf(item)
  const passages = docs.map((doc) => {
    const ordinal = index.ordinalOf(doc)
    const own = units.filter(({ unit }) => unit.ordinal === ordinal)
    return { doc, fit: own[0]?.fit ?? 0, units: own }
  })
  const best = passages.toSorted((a, b) => b.fit - a.fit || a.doc - b.doc).slice(0, PASSAGES)
  const most = best[0]?.fit || 1
  return best.map((passage) => ({
    ...passage,
    share: 1 - PASSAGE_SHARE * (1 - Math.max(0, passage.fit) / most),
  }))
}

function unmatched(doc: number, { terms }: SearchQuestion): Candidate {
  return { doc, score: 0, words: 0, match: NO_MATCH, matched: terms.map(() => false) }
}

/** The question with the company's words for what it names otherwise. */
function withGlossary(text: string, { terms }: SearchQuestion, { settings }: ReleaseIndex): string {
  const company = new Set(settings.glossary?.map(({ term }) => term))
  const meant = new Set(
    terms.flatMap(({ readAs }) => (readAs !== undefined && company.has(readAs) ? [readAs] : [])),
  )
  return meant.size === 0 ? text : `${text} (${[...meant].join(', ')})`
}
