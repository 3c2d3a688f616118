import type { Language } from '../text/language.ts'
import { groupedSignals, type SignalGroup } from './explain.ts'
import { LibraryCounts } from './libraryCounts.ts'
import type { ArticleVectors, AskedVectors } from './meaningSignals.ts'
import { meaningSignals, partsOfQuestion, taughtSignals } from './meaningSignals.ts'
import type { EncodedBy, MeaningPart } from './meaningPart.ts'
import type { LanguageModels, MeaningModels, RankingModel } from './models.ts'
import type { EncodedText, HeadName } from './heads.ts'
import { type AskedWords, QuestionReader, type Repair } from './questionWords.ts'
import { filled, scored, shares, standardised } from './ranker.ts'
import { firstOf, NEAREST_THREE, OF_WHOLE, sureness, surenessFeatures } from './sureness.ts'
import type { Unit } from './units.ts'
import {
  type PlacedWording,
  placedWording,
  readWording,
  TAUGHT_SIGNALS,
  wordingSignals,
} from './wordings.ts'
import { type NearWord, placed, type PlacedArticle, WordMatch } from './wordSignals.ts'

/** A piece of an article with how well it fits a question; only to be compared within one article. */
export interface UnitFit {
  unit: Unit
  fit: number
}

/** An article as it fits a question. */
export interface RankedArticle {
  item: number
  /** Its share of what speaks for any article, 0 to 1. */
  share: number
  /** Chance that it settles the question, 0 to 1: that of the first, and of others by their shares. */
  sure: number
  /** What speaks for it beside the other articles, and against it. */
  contributions: Record<SignalGroup, number>
  /** Its title or the taught question that comes nearest. */
  wording: string
  /** Its units, the best fitting first. */
  units: readonly UnitFit[]
  /** Words of the question with words of it that mean something near. */
  nearWords: readonly NearWord[]
}

/** The articles of a library for a question, the best first. */
export interface RankedArticles {
  articles: RankedArticle[]
  repaired: readonly Repair[]
  /** Whose vectors told what sentences mean; undefined where words alone did. */
  encodedBy?: EncodedBy
  /** An encoder is attached and could not tell: the one that ships stood in. */
  stoodIn?: true
  /** How many articles were looked at. */
  among: number
}

export interface MeaningQuestion {
  text: string
  language: Language
  /** Items that words found, the best first: of a larger library only these are looked at, and those near in meaning. */
  byWords: readonly number[]
  /** Items that do not count. */
  without?: readonly number[]
  /** Items that are looked at and given, however far they are. */
  wanted?: readonly number[]
}

/** A library of at most so many articles is looked at whole. */
const WHOLE = 64
const BY_WORDS = 24
const MOST_RANKED = 6
/** Rankings of some kilobytes each: in a log the same is asked again and again. */
const KEPT = 4_000
const BY_MEANING = 24
/** So many articles of a part are kept as they are held against questions. */
const PLACED = 2_000
/** So many others tell what an article is like that has nothing to do with the question. */
const OTHERS = 16

interface Entry {
  part: MeaningPart
  place: number
  item: number
}

interface LibraryArticle extends PlacedArticle {
  item: number
  /** Its title and what was taught for it. */
  wordings: readonly PlacedWording[]
}

interface Library {
  models: LanguageModels
  counts: LibraryCounts
  reader: QuestionReader
  entries: Entry[]
  byItem: ReadonlyMap<number, Entry>
  /** The first of these that are nothing to a question are looked at beside it. */
  others: readonly Entry[]
  /** By whose vectors all of its articles can be told, in the order in which they are asked. */
  encoders: readonly EncodedBy[]
  hasAttached: boolean
  placed: Map<MeaningPart, Map<number, LibraryArticle>>
}

/** Finds articles by words and by meaning. Pure: the same articles, models and question give the same ranking, in whatever order they came. */
export class MeaningIndex {
  private readonly libraries = new Map<Language, Library>()
  /** What was asked lately, the latest last. */
  private readonly asked = new Map<string, RankedArticles>()

  /** @param gone places of articles that no longer count */
  constructor(
    parts: readonly { part: MeaningPart; gone: readonly number[] }[],
    models: MeaningModels,
  ) {
    for (const own of Object.values(models)) {
      const { language } = own
      const entries = parts.flatMap(({ part, gone }) => {
        const left = new Set(gone)
        return Array.from({ length: part.size }, (_, place) => place)
          .filter((place) => !left.has(place) && part.languageOf(place) === language)
          .map((place): Entry => ({ part, place, item: part.read(place).item }))
      })
      if (entries.length === 0) continue
      const counts = new LibraryCounts(
        parts.map(({ part }) => part.counts(language)),
        parts.flatMap(({ part, gone }) =>
          gone.length === 0 ? [] : [part.countsOf(gone, language)],
        ),
      )
      this.libraries.set(language, {
        models: own,
        counts,
        reader: new QuestionReader(language, counts, own.vectors),
        entries: entries.sort((a, b) => a.item - b.item),
        byItem: new Map(entries.map((entry) => [entry.item, entry])),
        others: mixed(entries).slice(0, BY_WORDS + BY_MEANING + OTHERS),
        encoders: (['attached', 'shipped'] as const).filter(
          (by) =>
            (by === 'attached' ? own.attached : own.sentences) !== undefined &&
            entries.every(({ part }) => part.vectors[by]),
        ),
        hasAttached: own.attached !== undefined,
        placed: new Map(),
      })
    }
  }

  /**
   * Ranks articles in the language of the question; in another one when the library has none in that. What was asked lately is not ranked
   * again.
   * @returns the best MOST_RANKED, and what is wanted beside
   */
  ask(question: MeaningQuestion): RankedArticles {
    const { text, language, byWords, without = [], wanted = [] } = question
    const key = JSON.stringify([text, language, byWords, without, wanted])
    const known = this.asked.get(key)
    const ranked = known ?? this.rank(question)
    this.asked.delete(key)
    // Who stood in does so for once: the next time the attached encoder may tell.
    if (!ranked.stoodIn) this.asked.set(key, ranked)
    if (this.asked.size > KEPT) this.asked.delete(this.asked.keys().next().value!)
    return ranked
  }

  private rank(question: MeaningQuestion): RankedArticles {
    const library = this.libraries.get(question.language) ?? [...this.libraries.values()][0]
    if (!library) return { articles: [], repaired: [], among: 0 }
    return new Ranking(library, question).ranked()
  }
}

/** Entries in an order that has nothing to do with what they say, and that one article more or less hardly changes. */
function mixed(entries: readonly Entry[]): Entry[] {
  const place = ({ item }: Entry) => Math.imul(item, GOLDEN) >>> 0
  return entries.toSorted((a, b) => place(a) - place(b))
}
/** Multiples of it lie spread over all whole numbers of four bytes. @see D. E. Knuth, "The Art of Computer Programming", 6.4 */
const GOLDEN = 0x9e3779b1

/** A question as an encoder reads it, under the heads that it has. */
interface Views {
  by: EncodedBy
  under: Record<'tuned', AskedVectors> & Partial<Record<HeadName, AskedVectors>>
}

/** @param texts the whole question, then its parts */
function viewsOf([whole, ...parts]: readonly EncodedText[]): Views['under'] {
  const { shipped, tuned, none } = whole!
  return {
    ...(shipped && { shipped: { whole: shipped, parts: parts.map((part) => part.shipped!) } }),
    tuned: { whole: tuned, parts: parts.map((part) => part.tuned) },
    // Of "none of these" only the whole question is looked at.
    ...(none && { none: { whole: none, parts: [] } }),
  }
}

/** A question held against a library. */
class Ranking {
  private readonly asked: AskedWords
  private readonly views: Views | null
  private readonly model: RankingModel

  constructor(
    private readonly library: Library,
    private readonly question: MeaningQuestion,
  ) {
    const { reader, models } = library
    this.asked = reader.ask(question.text)
    this.views = this.encoded()
    this.model =
      this.views?.by === 'attached'
        ? models.attached!.ranking
        : this.views
          ? models.bySentences!
          : models.byWords
  }

  ranked(): RankedArticles {
    const pool = this.pool().map((entry) => this.placedAt(entry))
    const { weights, signals: names } = this.model
    const about = {
      repaired: this.asked.repaired,
      ...(this.views && { encodedBy: this.views.by }),
      ...(this.library.hasAttached && this.views?.by !== 'attached' && { stoodIn: true as const }),
      among: pool.length,
    }
    if (pool.length === 0) return { articles: [], ...about }
    const read = pool.map((article) => this.signalsOf(article))
    const rows = filled(read.map(({ signals }) => signals))
    const standard = standardised(rows)
    const scores = scored(standard, weights)
    const first = firstOf(scores)
    const none = this.views?.under.none && {
      near: read.map(({ none }) => none![NEAREST_THREE]!),
      least: this.library.models.sentences!.least,
      first: read[first]!.none!.slice(0, OF_WHOLE),
    }
    const sure = sureness(
      this.model.sureness,
      surenessFeatures({ names, rows, scores, ...(none && { none }) }),
    )
    const parts = shares(scores)
    const wanted = new Set(this.question.wanted)
    return {
      ...about,
      // What is given holds nothing of this ranking, which is large: it is kept for who asks the same.
      articles: pool
        .map((article, i) => ({ article, i, share: parts[i]! }))
        .sort((a, b) => b.share - a.share || a.article.item - b.article.item)
        .filter(({ article: { item } }, place) => place < MOST_RANKED || wanted.has(item))
        .map(({ article, i, share }) => ({
          item: article.item,
          share,
          sure: sure * (share / parts[first]!),
          contributions: groupedSignals(names, weights, standard[i]!),
          wording: read[i]!.wording,
          units: this.unitsOf(article, read[i]!.match),
          nearWords: read[i]!.match.nearWords(),
        })),
    }
  }

  /** The question under the first encoder that can tell. */
  private encoded(): Views | null {
    const { models, encoders } = this.library
    const texts = [this.question.text, ...partsOfQuestion(this.question.text)]
    for (const by of encoders) {
      const sentences = by === 'attached' ? models.attached!.sentences : models.sentences!
      const vectors = sentences.encodeAsked(texts)
      if (vectors) return { by, under: viewsOf(vectors) }
    }
    return null
  }

  /** The articles that are looked at closely. */
  private pool(): Entry[] {
    const { without = [], wanted = [] } = this.question
    const left = new Set(without)
    const all =
      left.size > 0
        ? this.library.entries.filter(({ item }) => !left.has(item))
        : this.library.entries
    if (all.length <= WHOLE) return all
    const chosen = new Set<Entry>()
    for (const item of [...wanted, ...this.question.byWords]) {
      if (chosen.size >= BY_WORDS) break
      const entry = this.library.byItem.get(item)
      if (entry && !left.has(item)) chosen.add(entry)
    }
    if (this.views) for (const entry of this.nearest(all)) chosen.add(entry)
    let others = 0
    for (const entry of this.library.others) {
      if (others === OTHERS) break
      if (left.has(entry.item) || chosen.has(entry)) continue
      chosen.add(entry)
      others++
    }
    return [...chosen].sort((a, b) => a.item - b.item)
  }

  private nearest(all: readonly Entry[]): Entry[] {
    const near = new Map(
      [...new Set(all.map(({ part }) => part))].map((part) => [
        part,
        part.nearestSections(this.views!.under.tuned.whole, this.views!.by),
      ]),
    )
    // The articles come in the order of items: of equals the first stays before the others.
    const best: { entry: Entry; near: number }[] = []
    let part: MeaningPart | undefined
    let ofPart: Float32Array = new Float32Array()
    let least = -Infinity
    for (const entry of all) {
      if (entry.part !== part) ofPart = near.get((part = entry.part))!
      const own = ofPart[entry.place]!
      if (best.length === BY_MEANING && own <= least) continue
      let at = best.length
      while (at > 0 && best[at - 1]!.near < own) at--
      best.splice(at, 0, { entry, near: own })
      if (best.length > BY_MEANING) best.pop()
      least = best.at(-1)!.near
    }
    return best.map(({ entry }) => entry)
  }

  private placedAt({ part, place }: Entry) {
    const { placed: known, counts, models } = this.library
    let own = known.get(part)
    if (!own) known.set(part, (own = new Map()))
    let article = own.get(place)
    if (!article) {
      const { item, reading, taught } = part.read(place)
      const title = readWording(reading.units[0]!.text, models.language, models.vectors)
      article = {
        ...placed(reading, counts),
        item,
        wordings: [title, ...taught].map((wording) =>
          placedWording(wording, { counts, vectors: models.vectors }),
        ),
      }
      own.set(place, article)
      if (own.size > PLACED) own.delete(own.keys().next().value!)
    }
    return { ...article, part, place }
  }

  private signalsOf(article: ReturnType<Ranking['placedAt']>): {
    match: WordMatch
    signals: number[]
    none: number[] | null
    wording: string
  } {
    const match = this.matchOf(article)
    const wordings = article.wordings.map((placed) => ({
      wording: placed.wording,
      signals: wordingSignals(this.asked, placed, this.library.models),
    }))
    const taught = wordings.slice(1)
    const best = wordings.reduce((a, b) => (b.signals[0]! > a.signals[0]! ? b : a))
    const words = [
      ...match.signals(),
      ...TAUGHT_SIGNALS.map((_, i) =>
        taught.length === 0 ? NaN : Math.max(...taught.map(({ signals }) => signals[i]!)),
      ),
    ]
    const wording = best.wording.text
    if (!this.views) return { match, signals: words, none: null, wording }
    const { under } = this.views
    const meant = (['shipped', 'tuned'] as const).flatMap((head) => {
      const asked = under[head]
      if (!asked) return []
      const own = this.under(article, head)
      return [...meaningSignals(asked, own), ...taughtSignals(own.taught.dots(asked.whole))]
    })
    return {
      match,
      signals: [...words, ...meant],
      none: under.none ? meaningSignals(under.none, this.under(article, 'none')) : null,
      wording,
    }
  }

  private matchOf(article: LibraryArticle): WordMatch {
    const { counts, models } = this.library
    return new WordMatch(this.asked, article, {
      counts,
      language: models.language,
      ...(models.vectors && { vectors: models.vectors }),
    })
  }

  private under(
    { part, place, reading }: ReturnType<Ranking['placedAt']>,
    head: HeadName,
  ): ArticleVectors {
    return part.vectorsOf(place, {
      by: this.views!.by,
      head,
      kinds: reading.units.map(({ kind }) => kind),
    })
  }

  private unitsOf(article: ReturnType<Ranking['placedAt']>, match: WordMatch): UnitFit[] {
    const near = this.views
      ? this.under(article, 'tuned').units.dots(this.views.under.tuned.whole)
      : article.reading.units.map(() => 0)
    return article.reading.units
      .map((unit, i) => {
        const { covered, alike } = match.ofUnit(i)
        return { unit, fit: near[i]! + 0.5 * alike + 0.3 * covered }
      })
      .sort((a, b) => b.fit - a.fit)
  }
}
