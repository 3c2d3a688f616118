import { gfm } from '@joplin/turndown-plugin-gfm'
import * as cheerio from 'cheerio'
import TurndownService from 'turndown'
import { pictureIn } from './pictures.ts'
import type { Beside, Picture, ReadFile } from './readFile.ts'
import {
  collectionFromName,
  escapeMarkdown,
  oneLine,
  rowsAsMarkdown,
  titleFromName,
  Unreadable,
} from './text.ts'

const NEVER =
  'script, style, noscript, template, iframe, object, embed, form, input, button, select, textarea, svg, canvas, head'
const FURNITURE =
  'nav, header, footer, aside, [role=navigation], [role=banner], [role=contentinfo], [role=search], [aria-hidden=true], [hidden], .nav, .navbar, .menu, .sidebar, .breadcrumb, .breadcrumbs, .footer, .related, .sphinxsidebar, .headerlink, .skip-link'
const MAIN = 'main, [role=main], article, #content, #main, .content, .document, .body'

/** Elements within elements; pages that people read have some dozens. */
const MOST_DEPTH = 400

/**
 * Refuses pages whose elements are nested so deeply that working through them would take minutes. It counts tags as they come, which
 * takes time in proportion to the length alone.
 * @throws {Unreadable}
 */
export function refuseDeep(html: string): void {
  let depth = 0
  for (const [tag, closing] of html.matchAll(/<(\/)?([a-z][a-z0-9-]*)\b[^>]*>/gi)) {
    if (closing) depth = Math.max(0, depth - 1)
    else if (!tag.endsWith('/>') && !VOID.test(tag)) depth++
    if (depth > MOST_DEPTH) throw new Unreadable('its elements are nested too deeply')
  }
}
/** Elements that end by themselves: never closed, or often not. */
const VOID =
  /^<(area|base|br|col|embed|hr|img|input|link|meta|source|track|wbr|p|li|dt|dd|tr|td|th|thead|tbody|tfoot|option|optgroup|colgroup)\b/i

/** HTML: the main content without menus and footers, as Markdown; the title from the first heading, else the page's title. */
export async function readHtml(html: string, name: string, beside: Beside): Promise<ReadFile> {
  refuseDeep(html)
  const $ = cheerio.load(html)
  const { title, main } = mainContent($)
  const notes: string[] = []
  const pictures = await takePictures($, main, name, beside, notes)
  const body = markdownFrom(main.html() ?? '')
  return {
    kind: 'article',
    content: {
      title: (title || titleFromName(name)).slice(0, 200),
      collection: collectionFromName(name),
      phrasings: [],
      body: body && `${body}\n`,
      reviewOn: null,
    },
    notes,
    pictures,
  }
}

/** Headings that many texts begin with, and that name none of them. */
const SECTION =
  /^((\d+\.?)*\s*)?(abstract|introduction|overview|contents|table of contents|preface|foreword|summary|welcome|home|zusammenfassung|einleitung|einführung|überblick|übersicht|inhalt|inhaltsverzeichnis|vorwort|willkommen|start)$/i

/** The part of a page that says something, and what it is called. Removes the rest. */
export function mainContent($: cheerio.CheerioAPI): { title: string; main: cheerio.Cheerio<any> } {
  const pageTitle = $('title').first().text().trim()
  $(NEVER).remove()
  // Searching among thousands of siblings takes quadratic time, so that they hang in one element of their own.
  const main = $('<div></div>').append($('<div></div>').append(mainOf($).contents()))
  main.find(FURNITURE).each((_, element) => {
    if ($(element).find('h1').length === 0 || $(element).is('nav, footer')) $(element).remove()
  })
  const heading = main.find('h1').first()
  const headed = oneLine(heading.text())
  const named = pageTitle.split(/\s+[|–—·-]\s+/)[0]!
  // A manual whose first heading is "Abstract" is called what its title says, and keeps the heading.
  const isSection = SECTION.test(headed) && named !== ''
  const title = isSection ? named : headed || named
  if (!isSection) heading.remove()
  return { title, main }
}

/** The smallest marked main part that still holds most of the page's words. */
function mainOf($: cheerio.CheerioAPI): cheerio.Cheerio<any> {
  const body = $('body').first()
  const all = body.text().trim().length
  const parts = $(MAIN)
    .toArray()
    .map((element) => $(element))
    .filter((part) => part.text().trim().length > all * 0.4)
  return parts.sort((a, b) => a.text().length - b.text().length)[0] ?? body
}

/** Pictures that came along, or lie in the page itself, are kept; those from elsewhere stay addresses; the rest is left out and said. */
async function takePictures(
  $: cheerio.CheerioAPI,
  main: cheerio.Cheerio<any>,
  name: string,
  beside: Beside,
  notes: string[],
): Promise<Picture[]> {
  const kept: Picture[] = []
  let lost = 0
  for (const image of main.find('img').toArray()) {
    const source = $(image).attr('src') ?? ''
    if (source.startsWith('https:')) continue
    const found = await pictureIn(source, name, beside)
    if (!found) {
      lost++
      $(image).remove()
      continue
    }
    kept.push(found.picture)
    $(image).attr('src', found.address)
  }
  if (lost > 0)
    notes.push(
      `${lost} picture${lost > 1 ? 's' : ''} left out: bring the whole folder or a ZIP, and they come along`,
    )
  return kept
}

/** HTML as Markdown: tables stay tables, links to other pages of the same folder become plain words. */
export function markdownFrom(html: string): string {
  const tables: string[] = []
  const text = inPieces(withoutTables(html, tables))
    .map((piece) => converter().turndown(piece))
    .join('\n\n')
  const whole = text.replace(
    /\uE000(\d+)\uE001/g,
    (_mark, number: string) => `\n\n${tables[Number(number)]}\n\n`,
  )
  return whole
    .replace(/\n{3,}/g, '\n\n')
    .replace(/^(\s*)(-|\d+\.) {2,3}(?=\S)/gm, '$1$2 ')
    .replace(/\u00b6/g, '')
    .trim()
}

const PIECE = 60_000

/** A long page in pieces between its blocks: the converter's time grows with the square of the length. */
function inPieces(html: string): string[] {
  if (html.length <= PIECE) return [html]
  const $ = cheerio.load(html, null, false)
  let nodes = $.root().contents().toArray()
  while (nodes.length === 1 && $(nodes[0]!).contents().length > 1)
    nodes = $(nodes[0]!).contents().toArray()
  const pieces: string[] = ['']
  for (const node of nodes) {
    const one = $.html(node)
    if (pieces.at(-1)!.length > 0 && pieces.at(-1)!.length + one.length > PIECE) pieces.push('')
    pieces[pieces.length - 1] += one
  }
  return pieces.length === 1
    ? pieces
    : pieces.flatMap((piece) =>
        piece.length > PIECE && piece.length < html.length ? inPieces(piece) : [piece],
      )
}

function converter(): TurndownService {
  const turndown = new TurndownService({
    headingStyle: 'atx',
    bulletListMarker: '-',
    codeBlockStyle: 'fenced',
    emDelimiter: '*',
  })
  turndown.use(gfm)
  turndown.addRule('local links', {
    filter: (node) =>
      node.nodeName === 'A' && !/^(https?:|mailto:|tel:)/.test(node.getAttribute('href') ?? ''),
    replacement: (content) => content,
  })
  turndown.addRule('code as written', {
    filter: ['pre'],
    replacement: (_content, node) => fenced(node.textContent ?? ''),
  })
  turndown.addRule('terms', { filter: ['dt'], replacement: (content) => term(oneLine(content)) })
  turndown.addRule('definitions', {
    filter: ['dd'],
    replacement: (content) => `\n\n${content.trim()}\n\n`,
  })
  return turndown
}

/** A list of questions and answers is often set as terms with definitions: a question is a heading of its own. */
function term(text: string): string {
  return text.endsWith('?') ? `\n\n###### ${text}\n\n` : `\n\n**${text.replace(/\*\*/g, '')}**\n\n`
}

function fenced(code: string): string {
  const longest = Math.max(2, ...Array.from(code.matchAll(/`+/g), ([marks]) => marks.length))
  const fence = '`'.repeat(longest + 1)
  return `\n\n${fence}\n${code.replace(/^\n|\s+$/g, '')}\n${fence}\n\n`
}

/** Takes the tables out as Markdown, each leaving its number between two marks of the private range: large ones would take the converter minutes. */
function withoutTables(html: string, tables: string[]): string {
  if (!/<table/i.test(html)) return html
  const $ = cheerio.load(html.replace(/[\uE000\uE001]/g, ''), null, false)
  $('table').each((_, table) => {
    if ($(table).find('table').length > 0) return
    const rows = gridOf($, table)
    if (rows.every((row) => row.length === 0)) return
    const caption = oneLine($(table).find('caption').first().text())
    tables.push(rowsAsMarkdown(rows))
    $(table).replaceWith(
      `${caption ? `<p>${caption}</p>` : ''}<p>\uE000${tables.length - 1}\uE001</p>`,
    )
  })
  return $.html()
}

const MOST_COLUMNS = 60

/** The cells of a table as Markdown on one line; a cell that spans is repeated, as far as the table reaches. */
function gridOf($: cheerio.CheerioAPI, table: any): string[][] {
  const rows = $(table).find('tr').toArray()
  const turndown = converter()
  const grid: string[][] = rows.map(() => [])
  rows.forEach((row, r) => {
    let at = 0
    for (const cell of $(row).children('td, th').toArray()) {
      while (grid[r]![at] !== undefined) at++
      const text = cellText($, cell, turndown)
      const across = Math.min(MOST_COLUMNS, Number($(cell).attr('colspan')) || 1)
      const down = Math.min(rows.length - r, Number($(cell).attr('rowspan')) || 1)
      for (let y = 0; y < down; y++)
        for (let x = 0; x < across && at + x < MOST_COLUMNS; x++) grid[r + y]![at + x] = text
      at += across
    }
  })
  return grid.map((row) => Array.from(row, (cell) => cell ?? ''))
}

function cellText($: cheerio.CheerioAPI, cell: any, turndown: TurndownService): string {
  const marked = $(cell).find('a, b, strong, i, em, code, img').length > 0
  if (marked) return oneLine(turndown.turndown($(cell).html() ?? '')).replace(/(?<!\\)\|/g, '\\|')
  $(cell).find('p, div, li, br').after(' ')
  return escapeMarkdown(oneLine($(cell).text()))
}
