import { countWords } from '../text/tokens.ts'
import { type Block, blockText, readBlocks } from './blocks.ts'

/** The piece of an article that an answer can cite: blocks that stand together under one heading path. */
export interface Passage {
  /** Number within its article, from 0: the anchor of a source. */
  ordinal: number
  /** Headings above it, outermost first; the article's title is not among them. */
  path: string[]
  blocks: Block[]
  text: string
  words: number
}

/** A section longer than this many words is cut at the next block; a single longer block stays whole. */
export const PASSAGE_WORDS = 170

/**
 * Splits an article into passages: never across a heading, and before a block that would make it longer than PASSAGE_WORDS.
 * A paragraph that leads into a list or a table stays with it.
 */
export function splitPassages(markdown: string): Passage[] {
  const passages: Passage[] = []
  const path: { level: number; text: string }[] = []
  let blocks: Block[] = []

  const close = () => {
    if (blocks.length > 0) passages.push(passage(passages.length, path, blocks))
    blocks = []
  }
  for (const block of readBlocks(markdown)) {
    if (block.type === 'heading') {
      close()
      while (path.length > 0 && path.at(-1)!.level >= block.level) path.pop()
      path.push({ level: block.level, text: block.content.text })
      continue
    }
    if (blocks.length > 0 && wordsOf(blocks) + wordsOf([block]) > PASSAGE_WORDS && !leadsInto(blocks.at(-1)!, block)) close()
    blocks.push(block)
  }
  close()
  return passages
}

function passage(ordinal: number, path: { text: string }[], blocks: Block[]): Passage {
  const text = blocks.map(blockText).join('\n')
  return { ordinal, path: path.map((heading) => heading.text).filter(Boolean), blocks, text, words: countWords(text) }
}

function wordsOf(blocks: Block[]): number {
  return blocks.reduce((sum, block) => sum + countWords(blockText(block)), 0)
}

function leadsInto(before: Block, block: Block): boolean {
  return before.type === 'paragraph' && (block.type === 'list' || block.type === 'table') && wordsOf([before]) < 60
}
