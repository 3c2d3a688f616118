import type { ContentItem } from '../answering/items.ts'
import { passagesOf } from '../answering/items.ts'
import type { Block } from '../library/blocks.ts'
import type { Passage } from '../library/passages.ts'
import { sentences } from '../text/sentences.ts'

/** A piece of an article that can carry an answer by itself, or says what others are about. */
export interface Unit {
  kind: 'title' | 'heading' | 'sentence' | 'item' | 'row' | 'header'
  /** Which section it stands in, from 0: what stands before the first heading is section 0. */
  section: number
  /** The heading that it stands under; empty before the first. */
  heading: string
  text: string
  /** Number of the passage that holds it; none for the title. */
  ordinal: number | null
}

/** The units of an article, document or fixed answer. */
export function unitsOfItem(item: Pick<ContentItem, 'kind' | 'title' | 'body' | 'parts'>): Unit[] {
  return unitsOf(item.title, passagesOf(item))
}

/** The title, the headings, sentences, items and rows of passages, in their order. */
export function unitsOf(
  title: string,
  passages: readonly Pick<Passage, 'path' | 'blocks' | 'ordinal'>[],
): Unit[] {
  const units: Unit[] = [{ kind: 'title', section: 0, heading: '', text: title, ordinal: null }]
  let section = 0
  let path = ''
  for (const { path: headings, blocks, ordinal } of passages) {
    const heading = headings.at(-1) ?? ''
    if (headings.join('\n') !== path) {
      path = headings.join('\n')
      section++
      if (heading) units.push({ kind: 'heading', section, heading, text: heading, ordinal })
    }
    for (const block of blocks)
      for (const { kind, text } of piecesOf(block))
        if (text.length > 1) units.push({ kind, section, heading, text, ordinal })
  }
  return units
}

function piecesOf(block: Block): Pick<Unit, 'kind' | 'text'>[] {
  switch (block.type) {
    case 'table':
      return [block.header, ...block.rows].map((cells, row) => ({
        kind: row === 0 ? 'header' : 'row',
        text: cells
          .map((cell) => cell.text)
          .filter(Boolean)
          .join(', '),
      }))
    case 'list':
      return block.items.flatMap(({ text }) =>
        sentences(text).map((piece) => ({ kind: 'item' as const, text: piece })),
      )
    default:
      return sentences(block.content.text).map((piece) => ({ kind: 'sentence', text: piece }))
  }
}

/** The texts that an encoder reads of an article: each unit with what it is about, and whole sections. */
export function textsOf(
  title: string,
  units: readonly Unit[],
): { units: string[]; sections: string[] } {
  const bySection = new Map<number, { heading: string; texts: string[] }>()
  for (const { kind, section, heading, text } of units) {
    if (kind === 'title' || kind === 'heading') continue
    const known = bySection.get(section) ?? { heading, texts: [] }
    known.texts.push(text)
    bySection.set(section, known)
  }
  return {
    units: units.map(({ kind, heading, text }) => {
      if (kind === 'title') return text
      if (kind === 'heading') return `${title}: ${text}`
      return heading ? `${title}: ${heading}. ${text}` : `${title}. ${text}`
    }),
    sections: [...bySection.values()].map(
      ({ heading, texts }) => `${title}${heading ? `: ${heading}` : ''}. ${texts.join(' ')}`,
    ),
  }
}
