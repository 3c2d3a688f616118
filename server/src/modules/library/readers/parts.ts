import { type DocumentContent, MAX_PARTS } from '@janua/contracts'
import type { Part } from '@janua/core'
import { collectionFromName, titleFromName, Unreadable } from './text.ts'

const QUESTION_WORD =
  /^(how|what|when|where|who|whom|whose|which|why|can|could|may|must|do|does|did|is|are|am|was|will|would|should|have|has|wie|was|wann|wo|wohin|woher|wer|wen|wem|warum|weshalb|welche[rsnm]?|kann|können|darf|dürfen|muss|müssen|ist|sind|hat|haben|gibt|bekomme|brauche)\b/i

/** Whether a heading is worded as a question. */
export function looksAsked(heading: string): boolean {
  return (
    heading.trim().endsWith('?') ||
    (QUESTION_WORD.test(heading.trim()) && heading.trim().split(/\s+/).length >= 4)
  )
}

export function part(heading: string, level: number, body: string, more: Partial<Part> = {}): Part {
  return {
    heading: heading.slice(0, 300),
    level,
    page: null,
    kind: 'text',
    body,
    phrasings: [],
    leftOut: null,
    ...more,
  }
}

/** Cuts Markdown at its headings into the parts of a document. Headings inside code fences do not count. */
export function partsOf(markdown: string): Part[] {
  const parts: Part[] = [part('', 1, '')]
  let fenced = false
  for (const line of markdown.split('\n')) {
    if (/^\s*(```|~~~)/.test(line)) fenced = !fenced
    const heading = fenced ? null : /^(#{1,6})\s+(.*?)\s*#*$/.exec(line)
    if (heading) parts.push(part(plain(heading[2]!), heading[1]!.length, ''))
    else parts.at(-1)!.body += `${line}\n`
  }
  const trimmed = parts.map((each) => ({
    ...each,
    body: each.body.trim() && `${each.body.trim()}\n`,
    kind: kindOf(each),
  }))
  return checked(trimmed.filter(({ heading, body }) => heading || body))
}

/** Refuses what is too large to look after. */
export function checked(parts: Part[]): Part[] {
  if (parts.length > MAX_PARTS)
    throw new Unreadable(
      `it has ${parts.length} sections; at most ${MAX_PARTS} are read from one file, so please split it`,
    )
  return parts
}

function kindOf({ heading, body }: Part): Part['kind'] {
  if (looksAsked(heading)) return 'question'
  const lines = body.trim().split('\n').filter(Boolean)
  return lines.length > 1 && lines.every((line) => line.startsWith('|')) ? 'table' : 'text'
}

function plain(markdown: string): string {
  return markdown
    .replace(/!?\[([^\]]*)\]\([^)]*\)/g, '$1')
    .replace(/\\([\\`*_[\]<>|~#.()+-])/g, '$1')
    .replace(/[*_`]{1,3}(\S(?:.*?\S)?)[*_`]{1,3}/g, '$1')
    .trim()
}

/**
 * A text document of its parts. Its title is the one it was given, else its only main heading when it begins with that, which then
 * is no part's heading any more, else it comes from the file's name.
 */
export function textDocument(
  parts: Part[],
  named: string,
  { name, format }: { name: string; format: 'docx' | 'odt' },
): DocumentContent {
  const top = parts.filter(({ level, heading }) => heading && level === 1)
  const title =
    named || (top.length === 1 && parts[0] === top[0] ? top[0]!.heading : '') || titleFromName(name)
  if (!named && title === parts[0]?.heading) parts[0].heading = ''
  return {
    title: title.slice(0, 200),
    collection: collectionFromName(name),
    format,
    file: null,
    address: null,
    pages: null,
    phrasings: [],
    parts,
    reviewOn: null,
  }
}
