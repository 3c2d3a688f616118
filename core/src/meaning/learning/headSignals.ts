import type { EncodedText, HeadName } from '../heads.ts'
import { type ArticleVectors, type AskedVectors, meaningSignals } from '../meaningSignals.ts'
import { packVectors, VectorRows, vectorTable } from '../packedVectors.ts'
import type { LearningDomain } from './domain.ts'

/** What heads say of a domain: question, article, signal in the order of `MEANING_SIGNALS`; and how alike other questions are. */
export interface HeadSignals {
  signals: number[][][]
  others: number[][]
}

/** A domain's texts as an encoder reads them, in their order. */
export type DomainVectors = Record<
  'units' | 'sections' | 'questions' | 'parts',
  readonly EncodedText[]
> & {
  /** Questions as they are stored when they are taught; as they are asked where that is the same. */
  taught?: readonly EncodedText[]
}

/** The same as the app computes them, from vectors as they are stored. */
export function signalsUnder(
  { units, sections, questions: asked, parts, taught = asked }: DomainVectors,
  domain: LearningDomain,
): Partial<Record<HeadName, HeadSignals>> {
  const table = (all: readonly EncodedText[]) => vectorTable(all.map(packVectors))
  const tables = { units: table(units), sections: table(sections), taught: table(taught) }
  const spans = (owner: Int32Array) =>
    domain.right[0]!.map((_, article) => ({
      first: owner.indexOf(article),
      length: owner.filter((each) => each === article).length,
    }))
  const [ofUnits, ofSections] = [spans(domain.units.owner), spans(domain.sections.owner)]
  const under = (head: HeadName): HeadSignals => {
    const articles = ofUnits.map(({ first, length }, article): ArticleVectors => ({
      kinds: domain.units.kinds.slice(first, first + length),
      units: new VectorRows(tables.units, head, first, length),
      sections: new VectorRows(
        tables.sections,
        head,
        ofSections[article]!.first,
        ofSections[article]!.length,
      ),
      taught: new VectorRows(tables.taught, head, 0, 0),
    }))
    const questions = new VectorRows(tables.taught, head, 0, asked.length)
    return {
      signals: asked.map((whole, question) => {
        const own: AskedVectors = {
          whole: whole[head]!,
          parts: parts.flatMap((part, i) =>
            domain.parts.owner[i] === question ? [part[head]!] : [],
          ),
        }
        return articles.map((article) => meaningSignals(own, article))
      }),
      others: asked.map((whole) => questions.dots(whole[head]!)),
    }
  }
  return Object.fromEntries(tables.units.heads.map((head) => [head, under(head)]))
}
