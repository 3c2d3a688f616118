import { mkdirSync, readFileSync, writeFileSync, existsSync } from 'node:fs'
import { createHash } from 'node:crypto'
import { join } from 'node:path'
import { DIMENSIONS, SentenceEncoder } from '../core/src/meaning/encoder.ts'
import { partsOfQuestion } from '../core/src/meaning/meaningSignals.ts'
import { readArticle } from '../core/src/meaning/articleReading.ts'
import { ArticleCounts, LibraryCounts } from '../core/src/meaning/libraryCounts.ts'
import { QuestionReader } from '../core/src/meaning/questionWords.ts'
import { textsOf, type Unit, unitsOfItem } from '../core/src/meaning/units.ts'
import { placedWording, readWording, wordingSignals } from '../core/src/meaning/wordings.ts'
import { placed, WordMatch } from '../core/src/meaning/wordSignals.ts'
import type { WordVectors } from '../core/src/meaning/wordVectors.ts'
import { naturalDomain } from '../bench/content/natural.ts'

/** Where training keeps what takes long and comes out the same. */
export const CACHE = join(import.meta.dirname, '../data/train')

/** A domain as training reads it: what every article and question gives before anything is learnt. */
export interface TrainingDomain {
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
  /** Vectors before any head, one after the other, with the article of each. */
  units: { owner: Int32Array; kinds: Unit['kind'][]; pooled: Float32Array }
  sections: { owner: Int32Array; pooled: Float32Array }
  questions: { pooled: Float32Array }
  parts: { owner: Int32Array; pooled: Float32Array }
}

/** Reads a domain; follow-ups are left out. @param encoder none for a language without one: then there are no vectors */
export async function trainingDomain(
  name: string,
  { vectors, encoder }: { vectors?: WordVectors; encoder?: SentenceEncoder },
): Promise<TrainingDomain> {
  const { items, questions, language } = await naturalDomain(name)
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
  const parts = alone.map(({ text }) => partsOfQuestion(text))
  const encode = (all: string[]) => (encoder ? cached(all, encoder) : new Float32Array())
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
      owner: owners(units.map(({ length }) => length)),
      kinds: units.flatMap((all) => all.map(({ kind }) => kind)),
      pooled: encode(texts.flatMap((all) => all.units)),
    },
    sections: {
      owner: owners(texts.map(({ sections }) => sections.length)),
      pooled: encode(texts.flatMap(({ sections }) => sections)),
    },
    questions: { pooled: encode(alone.map(({ text }) => text)) },
    parts: { owner: owners(parts.map(({ length }) => length)), pooled: encode(parts.flat()) },
  }
}

function owners(counts: readonly number[]): Int32Array {
  return Int32Array.from(counts.flatMap((count, owner) => Array<number>(count).fill(owner)))
}

/** Encoding takes minutes and gives the same each time: kept by what was encoded. */
function cached(texts: string[], encoder: SentenceEncoder): Float32Array {
  const print = createHash('sha256').update(texts.join('\0')).digest('hex').slice(0, 32)
  const file = join(CACHE, `${print}.bin`)
  if (existsSync(file)) {
    const bytes = readFileSync(file)
    return new Float32Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length))
  }
  const all = new Float32Array(texts.length * DIMENSIONS)
  encoder.encode(texts).forEach((vector, row) => all.set(vector, row * DIMENSIONS))
  mkdirSync(CACHE, { recursive: true })
  writeFileSync(file, Buffer.from(all.buffer))
  return all
}
