import MarkdownIt from 'markdown-it'
import type { Token } from 'markdown-it'

/** A run of text as plain words and as safe HTML (raw HTML in the source is shown as text, never passed on). */
export interface Rich {
  text: string
  html: string
}

export type Block =
  | { type: 'heading'; level: number; content: Rich }
  | { type: 'paragraph'; content: Rich }
  | { type: 'list'; ordered: boolean; start: number; items: Rich[] }
  | { type: 'table'; header: Rich[]; rows: Rich[][] }
  | { type: 'code'; content: Rich }

const markdown = new MarkdownIt({ html: false, linkify: false, breaks: false })
markdown.renderer.rules.link_open = (tokens, index, options, _env, renderer) => {
  tokens[index]!.attrSet('rel', 'noopener noreferrer')
  tokens[index]!.attrSet('target', '_blank')
  return renderer.renderToken(tokens, index, options)
}

/**
 * Reads Markdown into flat blocks. Quotes are read as their paragraphs; a list inside a list item becomes part of that item.
 * @example readBlocks('# Pets\n\nDogs pay 4.50.').map(b => b.type) // ['heading', 'paragraph']
 */
export function readBlocks(source: string): Block[] {
  const tokens = markdown.parse(source, {})
  const blocks: Block[] = []
  for (let i = 0; i < tokens.length;) {
    const token = tokens[i]!
    const end = closing(tokens, i)
    const inside = tokens.slice(i + 1, end)
    if (token.type === 'heading_open')
      blocks.push({ type: 'heading', level: Number(token.tag.slice(1)), content: rich(inside) })
    else if (token.type === 'paragraph_open')
      blocks.push({ type: 'paragraph', content: rich(inside) })
    else if (token.type === 'ordered_list_open' || token.type === 'bullet_list_open')
      blocks.push(list(token, inside))
    else if (token.type === 'table_open') blocks.push(table(inside))
    else if (token.type === 'fence' || token.type === 'code_block')
      blocks.push({ type: 'code', content: code(token) })
    const entered = token.type === 'blockquote_open'
    i = entered ? i + 1 : end + 1
  }
  return blocks.filter((block) => block.type !== 'paragraph' || block.content.text !== '')
}

/** The plain words of a block, rows and items on lines of their own. */
export function blockText(block: Block): string {
  if (block.type === 'list') return block.items.map((item) => item.text).join('\n')
  if (block.type === 'table')
    return [block.header, ...block.rows]
      .map((row) => row.map((cell) => cell.text).join(' · '))
      .join('\n')
  return block.content.text
}

/** The plain words of several blocks, each on lines of its own. */
export function blocksText(blocks: readonly Block[]): string {
  return blocks.map(blockText).join('\n')
}

function closing(tokens: Token[], open: number): number {
  if (tokens[open]!.nesting !== 1) return open
  let depth = 0
  for (let i = open; i < tokens.length; i++) {
    depth += tokens[i]!.nesting
    if (depth === 0) return i
  }
  return tokens.length - 1
}

function rich(tokens: Token[]): Rich {
  return {
    text: plain(tokens),
    html: markdown.renderer.render(unwrapParagraph(tokens), markdown.options, {}).trim(),
  }
}

function unwrapParagraph(tokens: Token[]): Token[] {
  const paragraphs = tokens.filter(
    (token) => token.type === 'paragraph_open' && token.level === tokens[0]?.level,
  ).length
  if (paragraphs !== 1) return tokens
  return tokens.filter(
    (token) => !(token.type.startsWith('paragraph_') && token.level === tokens[0]!.level),
  )
}

function plain(tokens: Token[]): string {
  const pieces = tokens.map((token) => {
    if (token.type === 'inline') return (token.children ?? []).map(inlineText).join('')
    return token.type === 'fence' || token.type === 'code_block' ? token.content : ''
  })
  return pieces.filter(Boolean).join(' ').replace(/\s+/g, ' ').trim()
}

function inlineText(token: Token): string {
  if (token.type === 'softbreak' || token.type === 'hardbreak') return ' '
  return token.content
}

function list(open: Token, inside: Token[]): Block {
  const items: Rich[] = []
  for (let i = 0; i < inside.length;) {
    const end = closing(inside, i)
    items.push(rich(inside.slice(i + 1, end)))
    i = end + 1
  }
  return {
    type: 'list',
    ordered: open.type === 'ordered_list_open',
    start: Number(open.attrGet('start') ?? 1),
    items,
  }
}

function table(inside: Token[]): Block {
  const rows: Rich[][] = []
  for (const token of inside) {
    if (token.type === 'tr_open') rows.push([])
    if (token.type === 'inline') rows.at(-1)!.push(rich([token]))
  }
  return { type: 'table', header: rows[0] ?? [], rows: rows.slice(1) }
}

function code(token: Token): Rich {
  return {
    text: token.content.trim(),
    html: `<code>${markdown.utils.escapeHtml(token.content.trim())}</code>`,
  }
}
