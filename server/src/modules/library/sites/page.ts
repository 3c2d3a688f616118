import type { DocumentContent } from '@janua/contracts'
import { fold, type Part } from '@janua/core'
import * as cheerio from 'cheerio'
import { mainContent, markdownFrom, refuseDeep } from '../readers/html.ts'
import { checked, part, partsOf } from '../readers/parts.ts'
import { decode, oneLine, titleFromName, Unreadable } from '../readers/text.ts'

/**
 * A page of a site as a document: its main content in parts; questions and answers from its markup as from its headings.
 * @param robotsTag what its X-Robots-Tag header says
 */
export function readPage(
  address: string,
  bytes: Buffer,
  collection: string,
  robotsTag = '',
): { content: DocumentContent; links: string[]; asksNotTo: boolean } {
  const html = decode(bytes)
  refuseDeep(html)
  const $ = cheerio.load(html)
  const robots = $('meta[name="robots" i], meta[name="janua" i]')
    .toArray()
    .map((each) => $(each).attr('content') ?? '')
    .concat(meantForUs(robotsTag))
    .join()
  const asksNotTo = /\b(noindex|none)\b/i.test(robots)
  const links = /\b(nofollow|none)\b/i.test(robots) ? [] : linksOf($, address)
  const faq = faqOf($)
  const { title, main } = mainContent($)
  for (const image of main.find('img').toArray())
    if (!/^https:/.test($(image).attr('src') ?? '')) $(image).remove()
  absoluteLinks($, main, address)
  const parts = withFaq(partsOf(markdownFrom(main.html() ?? '')), faq)
  if (parts.every(({ body }) => body.trim() === '')) throw new Unreadable('there is no text on it')
  const named =
    title || titleFromName(new URL(address).pathname.replace(/\/$/, '') || new URL(address).host)
  return {
    content: {
      title: named.slice(0, 200),
      collection,
      format: 'page',
      file: null,
      address,
      pages: null,
      phrasings: [],
      parts: checked(parts),
      reviewOn: null,
    },
    links,
    asksNotTo,
  }
}

/** Directives of an X-Robots-Tag header without those for other programs, such as "somebot: noindex, nofollow". */
function meantForUs(header: string): string[] {
  let isOurs = true
  return header.split(',').flatMap((directive) => {
    const [, agent, rest] = /^\s*([a-z0-9_-]+)\s*:\s*(.*)$/i.exec(directive) ?? []
    const isAgent = agent !== undefined && !/^(unavailable_after|max-)/i.test(agent)
    if (isAgent) isOurs = agent.toLowerCase() === 'janua'
    return isOurs ? [isAgent ? rest! : directive] : []
  })
}

/** Addresses of the same site that the page leads to. */
function linksOf($: cheerio.CheerioAPI, address: string): string[] {
  const base = $('base[href]').first().attr('href')
  const from = base && URL.canParse(base, address) ? new URL(base, address).href : address
  return $('a[href]')
    .toArray()
    .flatMap((link) => {
      const href = $(link).attr('href')!
      if (!URL.canParse(href, from) || /\bnofollow\b/.test($(link).attr('rel') ?? '')) return []
      const url = new URL(href, from)
      url.hash = ''
      return [url.href]
    })
}

/** Links of a page lead to where they led there. */
function absoluteLinks($: cheerio.CheerioAPI, main: cheerio.Cheerio<any>, address: string): void {
  for (const link of main.find('a[href]').toArray()) {
    const href = $(link).attr('href')!
    if (!href.startsWith('#') && URL.canParse(href, address))
      $(link).attr('href', new URL(href, address).href)
  }
}

interface Pair {
  question: string
  answer: string
}

/** Questions with their answers from the page's JSON-LD. @see schema.org/FAQPage */
function faqOf($: cheerio.CheerioAPI): Pair[] {
  return $('script[type="application/ld+json"]')
    .toArray()
    .flatMap((script) => {
      try {
        return pairsIn(JSON.parse($(script).text()))
      } catch {
        return [] // markup that is not valid is no reason to lose the page
      }
    })
}

function pairsIn(node: unknown, depth = 0): Pair[] {
  if (Array.isArray(node)) return node.flatMap((each) => pairsIn(each, depth))
  if (typeof node !== 'object' || node === null || depth > 6) return []
  const {
    '@type': type,
    name,
    acceptedAnswer,
    mainEntity,
    '@graph': graph,
  } = node as Record<string, unknown>
  if (type === 'Question' && typeof name === 'string') {
    const text = [acceptedAnswer]
      .flat()
      .map((answer) => (answer as { text?: unknown } | undefined)?.text)
      .find((each) => typeof each === 'string')
    return text ? [{ question: oneLine(name), answer: markdownFrom(text as string) }] : []
  }
  return [...pairsIn(mainEntity, depth + 1), ...pairsIn(graph, depth + 1)]
}

/** A question that stands on the page too is taken once, as it stands there. */
function withFaq(parts: Part[], faq: readonly Pair[]): Part[] {
  const plain = (text: string) =>
    fold(text)
      .replace(/[^\p{L}\p{N}]+/gu, ' ')
      .trim()
  const known = new Map(parts.map((each) => [plain(each.heading), each]))
  const added: Part[] = []
  for (const { question, answer } of faq) {
    const there = known.get(plain(question))
    if (there)
      Object.assign(there, {
        kind: 'question',
        body: there.body.trim() ? there.body : `${answer}\n`,
      })
    else if (answer.trim()) added.push(part(question, 2, `${answer}\n`, { kind: 'question' }))
  }
  return [...parts, ...added]
}
