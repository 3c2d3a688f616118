import type { ContentItem } from '../answering/items.ts'
import type { ArticleSource } from '../meaning/meaningPart.ts'
import type { SourceArticle } from '../meaning/sourceArticle.ts'
import { sourceArticle } from '../meaning/sourceArticle.ts'
import type { Language } from '../text/language.ts'
import { WORDING_KINDS } from './itemReading.ts'
import { unpackPassage } from './packedPassage.ts'
import type { Segment } from './segment.ts'
import { stringAt } from './strings.ts'

/** The items of a segment as meaning reads them. */
export function articleSource(segment: Segment, fallback: Language): ArticleSource {
  return {
    size: segment.itemIds.length,
    read: (place) => articleAt(segment, place, fallback),
  }
}

function articleAt(segment: Segment, place: number, fallback: Language): SourceArticle {
  const item = JSON.parse(stringAt(segment.items, place)) as Pick<
    ContentItem,
    'id' | 'title' | 'phrasings'
  >
  const [first, end] = [segment.itemFirst[place]!, segment.itemFirst[place + 1]!]
  const numbers = Array.from({ length: end - first }, (_, ordinal) => first + ordinal)
  const passages = numbers.map((passage) =>
    unpackPassage({
      head: stringAt(segment.passageHeads, passage),
      blocks: stringAt(segment.passageBlocks, passage),
    }),
  )
  const taught = numbers.flatMap((passage) => taughtFor(segment, passage))
  return sourceArticle(item, passages, taught, fallback)
}

/** What was taught for a part of a document. */
function taughtFor(
  { passageWordings, wordingKinds, wordingTexts }: Segment,
  passage: number,
): string[] {
  const texts: string[] = []
  for (let at = passageWordings[passage]!; at < passageWordings[passage + 1]!; at++)
    if (WORDING_KINDS[wordingKinds[at]!] === 'phrasing') texts.push(stringAt(wordingTexts, at))
  return texts
}
