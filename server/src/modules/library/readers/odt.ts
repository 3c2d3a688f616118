import * as cheerio from 'cheerio'
import type { AnyNode, Element } from 'domhandler'
import { markdownFrom } from './html.ts'
import { partsOf, textDocument } from './parts.ts'
import type { ReadFile } from './readFile.ts'
import { oneLine, Unreadable } from './text.ts'
import { openZip } from './zip.ts'

const MOST_REPEATED = 200
const PASSED_OVER = new Set(['text:note', 'office:annotation', 'text:sequence-decls', 'draw:frame'])

/** ODT: headings, lists, tables and links, cut into parts at its headings. @see OASIS OpenDocument 1.3 */
export async function readOdt(bytes: Buffer, name: string): Promise<ReadFile> {
  const zip = await openZip(bytes)
  if (!zip.names.includes('content.xml'))
    throw new Unreadable('it is named .odt but holds no text document')
  const $ = cheerio.load((await zip.read('content.xml')).toString('utf8'), { xml: true })
  const body = $('office\\:text').get(0)
  if (!body) throw new Unreadable('it is named .odt but holds no text document')
  const titled = $('text\\:p[text\\:style-name="Title"]').first()
  const named = oneLine(titled.text())
  titled.remove()
  const parts = partsOf(markdownFrom(htmlOf(body.children)))
  const pictures = $('draw\\:frame').length
  const notes = pictures > 0 ? [`${pictures} picture${pictures > 1 ? 's' : ''} left out`] : []
  return {
    kind: 'document',
    content: textDocument(parts, named, { name, format: 'odt' }),
    notes,
    original: 'application/vnd.oasis.opendocument.text',
  }
}

function htmlOf(nodes: readonly AnyNode[]): string {
  return nodes.map(htmlOfOne).join('')
}

function htmlOfOne(node: AnyNode): string {
  if (node.type === 'text') return escaped(node.data)
  if (node.type !== 'tag' || PASSED_OVER.has(node.name)) return ''
  const inner = () => htmlOf(node.children)
  const { attribs } = node
  switch (node.name) {
    case 'text:h': {
      const level = Math.min(6, Math.max(1, Number(attribs['text:outline-level']) || 1))
      return `<h${level}>${inner()}</h${level}>`
    }
    case 'text:p':
      return `<p>${inner()}</p>`
    case 'text:list':
      return `<ul>${inner()}</ul>`
    case 'text:list-item':
    case 'text:list-header':
      return `<li>${inner()}</li>`
    case 'text:a': {
      const href = attribs['xlink:href'] ?? ''
      return /^https?:/i.test(href) ? `<a href="${escaped(href)}">${inner()}</a>` : inner()
    }
    case 'text:s':
      return ' '.repeat(Math.min(MOST_REPEATED, Number(attribs['text:c']) || 1))
    case 'text:tab':
      return ' '
    case 'text:line-break':
      return '<br>'
    case 'table:table':
      return `<table>${rowsOf(node)
        .map((row, i) => rowHtml(row, i === 0 ? 'th' : 'td'))
        .join('')}</table>`
    default:
      return inner()
  }
}

function rowsOf(table: Element): Element[] {
  return table.children.flatMap((child) => {
    if (child.type !== 'tag') return []
    return child.name === 'table:table-row' ? [child] : rowsOf(child)
  })
}

function rowHtml(row: Element, cell: 'th' | 'td'): string {
  const cells = row.children.flatMap((child) => {
    if (child.type !== 'tag' || !/^table:(covered-)?table-cell$/.test(child.name)) return []
    const times = Math.min(
      MOST_REPEATED,
      Number(child.attribs['table:number-columns-repeated']) || 1,
    )
    // A row ends in one empty cell that is repeated to the edge of the sheet.
    const isFiller = times > 1 && child.children.length === 0
    return Array.from({ length: isFiller ? 1 : times }, () => htmlOf(child.children))
  })
  return `<tr>${cells.map((html) => `<${cell}>${html.replace(/<\/?p>/g, ' ')}</${cell}>`).join('')}</tr>`
}

function escaped(text: string): string {
  return text
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/"/g, '&quot;')
}
