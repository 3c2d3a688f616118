import type { Part } from '@janua/core'
import { part } from './parts.ts'
import { type Line, linesOf, type PageText } from './pdfLines.ts'
import { tableAt } from './pdfTables.ts'
import { escapeMarkdown, markdownTable } from './text.ts'

export type { PageText } from './pdfLines.ts'

/** Marks that begin an item of a list. A font of its own often stands for a bullet as a letter of the private range. */
const BULLET = /^[•◦▪■●‣∙·–—\-*\uF0B7\uF0A7\u25CB]\s+/u
const NUMBERED = /^(\d{1,3})[.)]\s+/
const HEADING_RATIO = 1.12

/** Turns the text of pages into parts: a heading begins one, and so does the turn of a page. */
export function layOut(pages: readonly PageText[]): { title: string; parts: Part[] } {
  const all = pages.map(linesOf)
  const { kept, running } = withoutRunning(all, pages)
  const body = bodySize(kept.flat())
  const sizes = [
    ...new Set(
      kept
        .flat()
        .filter((line) => isHeading(line, body))
        .map((line) => headingRank(line, body)),
    ),
  ].sort((a, b) => b - a)
  const largest = kept
    .flat()
    .filter((line) => isHeading(line, body) && headingRank(line, body) === sizes[0])
  const builder = new Builder(body, sizes, sizes.length > 1 || largest.length === 1)
  for (const lines of kept) builder.page(lines)
  const { title, parts } = builder.end()
  return { title, parts: [...withoutCutSentences(parts).map(contentsLeftOut), ...running] }
}

function bodySize(lines: readonly Line[]): number {
  const letters = new Map<number, number>()
  for (const { size, text } of lines) letters.set(size, (letters.get(size) ?? 0) + text.length)
  return [...letters].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 10
}

function isHeading({ size, bold, text, segments }: Line, body: number): boolean {
  if (segments.length > 1 || text.length > 140 || !/\p{L}/u.test(text)) return false
  return (
    size >= body * HEADING_RATIO ||
    (bold &&
      size >= body * 0.95 &&
      text.split(' ').length <= 14 &&
      !/[.,;:]$/.test(text) &&
      !BULLET.test(text))
  )
}

/** Larger type ranks higher; bold type of the body's size ranks below all larger type. */
function headingRank({ size }: Line, body: number): number {
  return size >= body * HEADING_RATIO ? size : body
}

/** Takes out the lines that stand at the head or foot of many pages, and bare page numbers; they become parts left out, so that the lead sees them. */
function withoutRunning(
  all: readonly Line[][],
  pages: readonly PageText[],
): { kept: Line[][]; running: Part[] } {
  const shape = (line: Line) => line.text.replace(/\d+/g, '#').trim()
  const edge = (line: Line) =>
    line.y < pages[line.page - 1]!.height * 0.09 || line.y > pages[line.page - 1]!.height * 0.91
  const times = new Map<string, Line[]>()
  for (const line of all.flat())
    if (edge(line)) times.set(shape(line), [...(times.get(shape(line)) ?? []), line])
  const enough = pages.length < 6 ? 2 : 3 // chapters have heads of their own
  const isRunning = (line: Line) =>
    edge(line) &&
    (/^[#\s/–-]*(page|seite)?[#\s/–-]*(of|von)?[#\s/–-]*$/i.test(shape(line)) ||
      times.get(shape(line))!.length >= enough)
  const out = [...times.values()].filter((lines) => isRunning(lines[0]!))
  return {
    kept: all.map((lines) => lines.filter((line) => !isRunning(line))),
    running: out.map((lines) =>
      part('', 9, `${escapeMarkdown(lines[0]!.text)}\n`, {
        page: lines[0]!.page,
        leftOut: {
          by: 'reader',
          because:
            lines.length > 1 ? `stands at the edge of ${lines.length} pages` : 'a page number',
        },
      }),
    ),
  }
}

/** Builds parts line by line. */
class Builder {
  private readonly parts: Part[] = []
  private title = ''
  private blocks: string[] = []
  private lines: Line[] = []
  private hanging: Line | undefined

  constructor(
    private readonly body: number,
    private readonly sizes: readonly number[],
    /** The largest type is the title's, not that of all headings. */
    private readonly titled: boolean,
  ) {}

  page(lines: readonly Line[]): void {
    const first = lines[0]
    if (first && this.parts.length > 0) {
      this.flush()
      this.open('', this.parts.at(-1)!.level, first.page)
    }
    for (let at = 0; at < lines.length;) {
      const line = lines[at]!
      const table = tableAt(lines, at)
      if (table) {
        this.takeTable(table.rows, line.page)
        at = table.end
      } else if (isHeading(line, this.body)) at = this.heading(lines, at)
      else {
        if (this.breaksBefore(line)) this.paragraph()
        this.lines.push(line)
        at++
      }
    }
    this.paragraph()
  }

  end(): { title: string; parts: Part[] } {
    this.flush()
    const kept = this.parts.filter(({ heading, body }) => heading || body)
    return { title: this.title, parts: kept }
  }

  private heading(lines: readonly Line[], at: number): number {
    this.paragraph()
    let end = at + 1
    const line = lines[at]!
    const rank = this.sizes.indexOf(headingRank(line, this.body))
    const isTitle = !this.title && this.titled && rank === 0 && this.parts.length === 0
    // Titles are set with more room between their lines than headings are.
    const leading = line.size * (isTitle ? 2.1 : 1.5)
    while (
      end < lines.length &&
      isHeading(lines[end]!, this.body) &&
      lines[end]!.size === line.size &&
      lines[end]!.bold === line.bold &&
      lines[end]!.y - lines[end - 1]!.y < leading
    )
      end++
    const text = lines
      .slice(at, end)
      .map((each) => each.text)
      .join(' ')
    if (isTitle) this.title = text
    else {
      this.flush()
      this.open(text, Math.min(6, rank + (this.title ? 0 : 1)) || 1, line.page)
    }
    return end
  }

  private open(heading: string, level: number, page: number): void {
    this.parts.push(part(heading, level, '', { page }))
  }

  private takeTable(rows: readonly string[][], page: number): void {
    this.paragraph()
    if (this.parts.length === 0) this.open('', 1, page)
    this.blocks.push(markdownTable(rows))
  }

  private breaksBefore(line: Line): boolean {
    const before = this.lines.at(-1)
    if (!before) return false
    const gap = line.y - before.y
    return (
      gap > Math.max(line.size, before.size) * 1.55 ||
      gap < 0 ||
      this.isIndented(line, before) ||
      BULLET.test(line.text) ||
      NUMBERED.test(line.text)
    )
  }

  /** A line that begins further in than the one before begins a paragraph; in an item of a list it only goes on. */
  private isIndented(line: Line, before: Line): boolean {
    const further = line.segments[0]!.x - before.segments[0]!.x
    const inItem = BULLET.test(this.lines[0]!.text) || NUMBERED.test(this.lines[0]!.text)
    return further > line.size * 0.7 && further < line.size * 4 && !inItem
  }

  private paragraph(): void {
    const [first] = this.lines
    if (!first) return
    if (this.parts.length === 0) this.open('', 1, first.page)
    const text = joined(this.lines.map(({ text: one }) => one))
    const number = NUMBERED.exec(text)
    if (BULLET.test(text)) this.blocks.push(`- ${escapeMarkdown(text.replace(BULLET, ''))}`)
    else if (number)
      this.blocks.push(`${number[1]}. ${escapeMarkdown(text.slice(number[0].length))}`)
    else if (this.hanging && this.goesOn(first, text))
      this.blocks.push(`${this.blocks.pop()!} ${escapeMarkdown(text)}`)
    else this.blocks.push(escapeMarkdown(text))
    this.hanging = BULLET.test(text) || number ? first : undefined
    this.lines = []
  }

  /** Text that stands indented below an item of a list belongs to it. */
  private goesOn(first: Line, text: string): boolean {
    return (
      first.segments[0]!.x > this.hanging!.segments[0]!.x + 4 &&
      first.page === this.hanging!.page &&
      /^\p{Ll}/u.test(text)
    )
  }

  private flush(): void {
    this.paragraph()
    const current = this.parts.at(-1)
    if (current && this.blocks.length > 0) {
      const item = (block: string) => /^(- |\d+\. )/.test(block)
      current.body = `${this.blocks.map((block, i) => `${i === 0 ? '' : item(block) && item(this.blocks[i - 1]!) ? '\n' : '\n\n'}${block}`).join('')}\n`
      if (this.blocks.every((block) => block.startsWith('|'))) current.kind = 'table'
      if (current.heading.endsWith('?')) current.kind = 'question'
    }
    this.blocks = []
    this.hanging = undefined
  }
}

/** A list of headings with their pages answers nothing: left out, for the lead to put back. */
function contentsLeftOut(part: Part): Part {
  const leaders = part.body.match(/(?:\s?\.){4,}\s*\d+/g) ?? []
  const lines = part.body.split(/\n+/).filter(Boolean).length
  return leaders.length >= 4 && leaders.length >= lines * 0.5
    ? { ...part, leftOut: { by: 'reader', because: 'a table of contents' } }
    : part
}

/** A sentence that goes on over the turn of a page stays with the page on which it begins. */
function withoutCutSentences(parts: readonly Part[]): Part[] {
  const whole: Part[] = []
  for (const part of parts) {
    const before = whole.at(-1)
    const [first = '', ...rest] = part.body.split('\n\n')
    const cut =
      before &&
      part.heading === '' &&
      /[\p{Ll},]\s*$/u.test(before.body) &&
      /^\p{Ll}/u.test(first) &&
      !before.body.trimEnd().endsWith('|')
    if (cut) before.body = `${before.body.trimEnd()} ${first.trim()}\n`
    const body = cut ? rest.join('\n\n') : part.body
    if (body.trim() || part.heading) whole.push({ ...part, body })
  }
  return whole
}

/** Lines of running text as one; a word cut at a line's end is put together again. */
function joined(lines: readonly string[]): string {
  return lines.reduce((text, line) => {
    if (/\p{Ll}-$/u.test(text) && /^\p{Ll}/u.test(line)) return text.slice(0, -1) + line
    return text ? `${text} ${line}` : line
  }, '')
}
