import { gfm } from '@joplin/turndown-plugin-gfm'
import * as cheerio from 'cheerio'
import TurndownService from 'turndown'
import { collectionFromName, type ReadFile, titleFromName } from './read.ts'

const NEVER = 'script, style, noscript, template, iframe, object, embed, form, input, button, select, textarea, svg, canvas, head'
const FURNITURE =
  'nav, header, footer, aside, [role=navigation], [role=banner], [role=contentinfo], [role=search], [aria-hidden=true], [hidden], .nav, .navbar, .menu, .sidebar, .breadcrumb, .breadcrumbs, .footer, .related, .sphinxsidebar, .headerlink, .skip-link'
const MAIN = 'main, [role=main], article, #content, #main, .content, .document, .body'

/** HTML: the main content without menus and footers, as Markdown; the title from the first heading, else the page's title. */
export function readHtml(html: string, name: string): ReadFile {
  const $ = cheerio.load(html)
  const pageTitle = $('title').first().text().trim()
  $(NEVER).remove()
  const notes: string[] = []
  const main = mainOf($)
  main.find(FURNITURE).each((_, element) => {
    if ($(element).find('h1').length === 0 || $(element).is('nav, footer')) $(element).remove()
  })
  const heading = main.find('h1').first()
  const title = tidy(heading.text()) || pageTitle.split(/\s+[|–—·-]\s+/)[0] || titleFromName(name)
  heading.remove()
  dropLocalPictures($, main, notes)
  const body = markdownFrom(main.html() ?? '')
  return { content: { title: title.slice(0, 200), collection: collectionFromName(name), phrasings: [], body: body && `${body}\n`, reviewOn: null }, notes }
}

/** The smallest marked main part that still holds most of the page's words. */
function mainOf($: cheerio.CheerioAPI): cheerio.Cheerio<any> {
  const body = $('body').first()
  const all = body.text().trim().length
  const parts = $(MAIN).toArray().map((element) => $(element)).filter((part) => part.text().trim().length > all * 0.4)
  return parts.sort((a, b) => a.text().length - b.text().length)[0] ?? body
}

/** Pictures of the page's own folder are not here: said, rather than shown broken. */
function dropLocalPictures($: cheerio.CheerioAPI, main: cheerio.Cheerio<any>, notes: string[]): void {
  const local = main.find('img').filter((_, image) => !/^(https:|data:image\/)/.test($(image).attr('src') ?? ''))
  if (local.length > 0) notes.push(`${local.length} picture${local.length > 1 ? 's' : ''} left out: only those with a full https address can be shown`)
  local.remove()
}

function markdownFrom(html: string): string {
  const turndown = new TurndownService({ headingStyle: 'atx', bulletListMarker: '-', codeBlockStyle: 'fenced', emDelimiter: '*' })
  turndown.use(gfm)
  turndown.addRule('local links', {
    filter: (node) => node.nodeName === 'A' && !/^(https?:|mailto:|tel:)/.test(node.getAttribute('href') ?? ''),
    replacement: (content) => content,
  })
  turndown.addRule('terms', { filter: ['dt'], replacement: (content) => `\n\n**${tidy(content).replace(/\*\*/g, '')}**\n\n` })
  turndown.addRule('definitions', { filter: ['dd'], replacement: (content) => `\n\n${content.trim()}\n\n` })
  return turndown.turndown(html).replace(/\n{3,}/g, '\n\n').replace(/\u00b6/g, '').trim()
}

function tidy(text: string): string {
  return text.replace(/\u00b6/g, '').replace(/\s+/g, ' ').trim()
}
