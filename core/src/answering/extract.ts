import type { Block, Rich } from '../library/blocks.ts'
import type { Passage } from '../library/passages.ts'
import { analyse } from '../text/analyse.ts'
import type { Language } from '../text/language.ts'
import { sentences } from '../text/sentences.ts'
import { countWords } from '../text/tokens.ts'

/** A passage up to this many words is shown whole, its tables apart. */
const WHOLE_WORDS = 70
const LIST_SHOWN_WHOLE = 7

/**
 * Takes from a passage what answers: sentences, list items and table rows that share words with the question, in the source's
 * order. Steps stay whole, a table keeps its header, and nothing is reworded.
 * @param stems the question's terms
 */
export function extract(passage: Passage, stems: ReadonlySet<string>, language: Language): Block[] {
  const whole = passage.words <= WHOLE_WORDS
  const hits = (text: string) => analyse(text, language).filter(({ stem }) => stems.has(stem) && !stem.startsWith('#')).length
  const kept = passage.blocks.map((block, i) => cut(block, { hits, whole, leads: leadsOn(block, passage.blocks[i + 1]) })).filter((block) => block !== undefined)
  return kept.length > 0 ? kept : passage.blocks.slice(0, 2)
}

interface Cut {
  hits: (text: string) => number
  whole: boolean
  leads: boolean
}

function cut(block: Block, { hits, whole, leads }: Cut): Block | undefined {
  switch (block.type) {
    case 'table':
      return tableRows(block, hits)
    case 'list':
      if (block.ordered || whole || block.items.length <= LIST_SHOWN_WHOLE) return block
      return some(block, block.items.filter((item) => hits(item.text) > 0))
    case 'paragraph':
      return whole || leads ? block : paragraph(block, hits)
    default:
      return block
  }
}

function leadsOn(block: Block, next: Block | undefined): boolean {
  return block.type === 'paragraph' && block.content.text.endsWith(':') && next !== undefined
}

function some(block: Block & { type: 'list' }, items: Rich[]): Block | undefined {
  return items.length === 0 ? undefined : { ...block, items }
}

/** Rows that name something of the question which not every row names; without any, the whole table. */
function tableRows(block: Block & { type: 'table' }, hits: Cut['hits']): Block {
  const scored = block.rows.map((row) => ({ row, score: hits(row.map((cell) => cell.text).join(' ')) }))
  const most = Math.max(...scored.map(({ score }) => score))
  const least = Math.min(...scored.map(({ score }) => score))
  if (most === least) return block
  return { ...block, rows: scored.filter(({ score }) => score === most).map(({ row }) => row) }
}

function paragraph(block: Block & { type: 'paragraph' }, hits: Cut['hits']): Block | undefined {
  const all = sentences(block.content.text)
  const kept = all.filter((sentence) => hits(sentence) > 0)
  if (kept.length === all.length || (kept.length > 0 && countWords(block.content.text) <= 30)) return block
  if (kept.length === 0) return undefined
  const text = kept.join(' ')
  return { type: 'paragraph', content: { text, html: escapeHtml(text) } }
}

function escapeHtml(text: string): string {
  return text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!)
}
