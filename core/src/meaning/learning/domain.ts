import type { ContentItem } from '../../answering/items.ts'
import type { Language } from '../../text/language.ts'
import { readArticle } from '../articleReading.ts'
import { ArticleCounts, LibraryCounts } from '../libraryCounts.ts'
import { partsOfQuestion } from '../meaningSignals.ts'
import { QuestionReader } from '../questionWords.ts'
import { textsOf, type Unit, unitsOfItem } from '../units.ts'
import { placedWording, readWording, wordingSignals } from '../wordings.ts'
import { placed, WordMatch } from '../wordSignals.ts'
import type { WordVectors } from '../wordVectors.ts'

/** Articles with questions that people asked, each with the articles that settle it. */
export interface LabelledDomain {
  name: string
  language: Language
  items: readonly ContentItem[]
  questions: readonly {
    /** What it is about: several questions ask for the same. */
    need: string
    text: string
    /** What the same person wrote before. */
    before: readonly string[]
    settledBy: ReadonlySet<number>
  }[]
}

/** Texts one after the other, with the article or question of each. */
interface OwnedTexts {
  owner: Int32Array
  texts: string[]
}

/** A domain as it is learnt from: what every article and question gives before anything is learnt. */
export interface LearningDomain {
  name: string
  /** Which articles settle each question. */
  right: boolean[][]
  covered: boolean[]
  /** Which wording of its need each question is. What is asked and what is taught are of different rounds, so that no need has fewer taught. */
  round: number[]
  /** Signals of words: question, article, signal. */
  words: number[][][]
  /** Signals of taught questions: of each question and each other question. */
  others: number[][][]
  units: OwnedTexts & { kinds: Unit['kind'][] }
  sections: OwnedTexts
  questions: { texts: string[] }
  parts: OwnedTexts
}

/** Reads a domain; follow-ups are left out. */
export function learningDomain(
  { name, language, items, questions }: LabelledDomain,
  vectors?: WordVectors,
): LearningDomain {
  const alone = questions.filter(({ before }) => before.length === 0)
  const units = items.map(unitsOfItem)
  const readings = units.map((own) => readArticle(own, language, vectors))
  const own = new ArticleCounts()
  for (const reading of readings) own.add(reading)
  const counts = new LibraryCounts([own], [])
  const articles = readings.map((reading) => placed(reading, counts))
  const reader = new QuestionReader(language, counts, vectors)
  const asked = alone.map(({ text }) => reader.ask(text))
  const others = alone.map(({ text }) =>
    placedWording(readWording(text, language, vectors), { counts, vectors }),
  )
  const texts = items.map(({ title }, article) => textsOf(title, units[article]!))
  return {
    name,
    right: alone.map(({ settledBy }) => items.map(({ id }) => settledBy.has(id))),
    covered: alone.map(({ settledBy }) => settledBy.size > 0),
    round: alone.map(
      ({ need }, question) =>
        alone.slice(0, question).filter((other) => other.need === need).length,
    ),
    words: asked.map((question) =>
      articles.map((article) =>
        new WordMatch(question, article, {
          counts,
          language,
          ...(vectors && { vectors }),
        }).signals(),
      ),
    ),
    others: asked.map((question) =>
      others.map((other) => wordingSignals(question, other, { vectors })),
    ),
    units: {
      ...owned(texts.map((all) => all.units)),
      kinds: units.flatMap((all) => all.map(({ kind }) => kind)),
    },
    sections: owned(texts.map(({ sections }) => sections)),
    questions: { texts: alone.map(({ text }) => text) },
    parts: owned(alone.map(({ text }) => partsOfQuestion(text))),
  }
}

function owned(texts: readonly (readonly string[])[]): OwnedTexts {
  return {
    owner: Int32Array.from(texts.flatMap((own, owner) => own.map(() => owner))),
    texts: texts.flat(),
  }
}
