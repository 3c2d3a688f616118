import { countWords } from '../text/tokens.ts'
import { type Block, blockText, blocksText, readBlocks } from './blocks.ts'
import type { Part } from './parts.ts'

/** The piece of an article or document that an answer can cite: blocks that stand together under one heading path. */
export interface Passage {
  /** Number within its article, from 0: the anchor of a source. */
  ordinal: number
  /** Headings above it, outermost first; the article's title is not among them. */
  path: string[]
  blocks: Block[]
  text: string
  words: number
  /** Page on which it begins, from 1; null where there are no pages. */
  page: number | null
  /** Which part of its document it comes from; null in an article. */
  part: number | null
}

/** A section longer than this many words is cut at the next block; a single longer block stays whole. */
export const PASSAGE_WORDS = 170
/** A table longer than this many rows is cut, its header repeated. */
export const TABLE_ROWS = 24

/**
 * Splits an article into passages: never across a heading, and before a block that would make it longer than PASSAGE_WORDS.
 * A paragraph that leads into a list or a table stays with it.
 * @returns passages in their order, numbered from 0
 */
export function splitPassages(markdown: string): Passage[] {
  const splitter = new Splitter()
  splitter.read(markdown)
  return splitter.end()
}

/** Splits a document: every part begins a passage of its own; a part without a heading goes on below the path before it. Parts left out make none. */
export function splitParts(parts: readonly Part[]): Passage[] {
  const splitter = new Splitter()
  parts.forEach((part, number) => {
    splitter.enter(number, part.page)
    if (part.heading) splitter.head(part.level, part.heading)
    if (part.leftOut === null) splitter.read(part.body)
  })
  return splitter.end()
}

class Splitter {
  private readonly passages: Passage[] = []
  private readonly path: { level: number; text: string }[] = []
  private blocks: Block[] = []
  private page: number | null = null
  private part: number | null = null

  read(markdown: string): void {
    for (const block of readBlocks(markdown).flatMap(cutTable)) {
      if (block.type === 'heading') {
        this.head(block.level, block.content.text)
        continue
      }
      if (
        this.blocks.length > 0 &&
        wordsOf(this.blocks) + wordsOf([block]) > PASSAGE_WORDS &&
        !leadsInto(this.blocks.at(-1)!, block)
      )
        this.close()
      this.blocks.push(block)
    }
  }

  enter(part: number, page: number | null): void {
    this.close()
    this.part = part
    this.page = page
  }

  head(level: number, text: string): void {
    this.close()
    while (this.path.length > 0 && this.path.at(-1)!.level >= level) this.path.pop()
    this.path.push({ level, text })
  }

  end(): Passage[] {
    this.close()
    return this.passages
  }

  private close(): void {
    if (this.blocks.length === 0) return
    const text = blocksText(this.blocks)
    const path = this.path.map((heading) => heading.text).filter(Boolean)
    this.passages.push({
      ordinal: this.passages.length,
      path,
      blocks: this.blocks,
      text,
      words: countWords(text),
      page: this.page,
      part: this.part,
    })
    this.blocks = []
  }
}

function cutTable(block: Block): Block[] {
  if (block.type !== 'table' || block.rows.length <= TABLE_ROWS * 1.5) return [block]
  const pieces: Block[] = []
  for (let from = 0; from < block.rows.length; from += TABLE_ROWS)
    pieces.push({ ...block, rows: block.rows.slice(from, from + TABLE_ROWS) })
  return pieces
}

function wordsOf(blocks: Block[]): number {
  return blocks.reduce((sum, block) => sum + countWords(blockText(block)), 0)
}

function leadsInto(before: Block, block: Block): boolean {
  return (
    before.type === 'paragraph' &&
    (block.type === 'list' || block.type === 'table') &&
    wordsOf([before]) < 60
  )
}
