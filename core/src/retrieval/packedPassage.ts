import { type Block, blocksText, type Rich } from '../library/blocks.ts'
import type { Passage } from '../library/passages.ts'

/** A run of text: the text alone when its HTML says nothing more. */
type PackedRich = string | [text: string, html: string]
type PackedBlock =
  | { t: 'h'; l: number; c: PackedRich }
  | { t: 'p' | 'c'; c: PackedRich }
  | { t: 'l'; o: boolean; s: number; i: PackedRich[] }
  | { t: 't'; h: PackedRich[]; r: PackedRich[][] }

/** Where a passage stands, without what it says. */
export type PassageHead = Omit<Passage, 'blocks' | 'text'>

/** A passage as two short strings: where it stands, and its blocks. The text, which the blocks say already, is not repeated. */
export function packPassage({ ordinal, path, blocks, words, page, part }: Passage): {
  head: string
  blocks: string
} {
  return {
    head: JSON.stringify([ordinal, path, words, page, part]),
    blocks: JSON.stringify(blocks.map(packBlock)),
  }
}

/** The head of a passage as `packPassage` stored it. */
export function unpackHead(packed: string): PassageHead {
  const [ordinal, path, words, page, part] = JSON.parse(packed) as [
    number,
    string[],
    number,
    number | null,
    number | null,
  ]
  return { ordinal, path, words, page, part }
}

/** The whole passage as `packPassage` stored it. */
export function unpackPassage(packed: { head: string; blocks: string }): Passage {
  const { ordinal, path, words, page, part } = unpackHead(packed.head)
  const blocks = (JSON.parse(packed.blocks) as PackedBlock[]).map(unpackBlock)
  return { ordinal, path, blocks, text: blocksText(blocks), words, page, part }
}

function packBlock(block: Block): PackedBlock {
  switch (block.type) {
    case 'heading':
      return { t: 'h', l: block.level, c: packRich(block.content) }
    case 'list':
      return { t: 'l', o: block.ordered, s: block.start, i: block.items.map(packRich) }
    case 'table':
      return {
        t: 't',
        h: block.header.map(packRich),
        r: block.rows.map((row) => row.map(packRich)),
      }
    default:
      return { t: block.type === 'code' ? 'c' : 'p', c: packRich(block.content) }
  }
}

function unpackBlock(block: PackedBlock): Block {
  switch (block.t) {
    case 'h':
      return { type: 'heading', level: block.l, content: unpackRich(block.c) }
    case 'l':
      return { type: 'list', ordered: block.o, start: block.s, items: block.i.map(unpackRich) }
    case 't':
      return {
        type: 'table',
        header: block.h.map(unpackRich),
        rows: block.r.map((row) => row.map(unpackRich)),
      }
    default:
      return { type: block.t === 'c' ? 'code' : 'paragraph', content: unpackRich(block.c) }
  }
}

function packRich({ text, html }: Rich): PackedRich {
  return html === escapeHtml(text) ? text : [text, html]
}

function unpackRich(rich: PackedRich): Rich {
  return typeof rich === 'string'
    ? { text: rich, html: escapeHtml(rich) }
    : { text: rich[0], html: rich[1] }
}

/** A text whose signs mean nothing in HTML. */
export function escapeHtml(text: string): string {
  return text.replace(
    /[&<>"]/g,
    (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!,
  )
}
