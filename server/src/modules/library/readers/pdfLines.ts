/** A run of text on a page; x and y in points from the upper left corner, y of the baseline. */
export interface Piece {
  text: string
  x: number
  y: number
  width: number
  size: number
  bold: boolean
}
export interface PageText {
  number: number
  width: number
  height: number
  pieces: Piece[]
}

/** Text that stands together on one line, without a wide gap in it. */
export interface Segment {
  text: string
  x: number
  end: number
  /** Where pieces of it begin after the first, and at which letter: cells that stand close are told apart by them. */
  starts: { x: number; at: number }[]
}
export interface Line {
  page: number
  y: number
  size: number
  bold: boolean
  segments: Segment[]
  text: string
}

/** A gap wider than this many letters' height parts two columns. */
const WIDE_GAP = 1.1

/** The lines of a page from top to bottom; text in two columns is read one column after the other. */
export function linesOf(page: PageText): Line[] {
  const middle = gutterOf(page)
  if (middle === null) return linesIn(page, page.pieces)
  const left = page.pieces.filter((piece) => piece.x + piece.width <= middle)
  const right = page.pieces.filter((piece) => piece.x >= middle)
  const across = page.pieces.filter((piece) => piece.x < middle && piece.x + piece.width > middle)
  const top = Math.min(...[...left, ...right].map(({ y }) => y))
  return [
    ...linesIn(
      page,
      across.filter(({ y }) => y < top),
    ),
    ...linesIn(page, left),
    ...linesIn(page, right),
    ...linesIn(
      page,
      across.filter(({ y }) => y >= top),
    ),
  ]
}

function linesIn({ number }: PageText, pieces: readonly Piece[]): Line[] {
  const rows: Piece[][] = []
  for (const piece of [...pieces].sort((a, b) => a.y - b.y || a.x - b.x)) {
    const row = rows.at(-1)
    if (
      row &&
      Math.abs(row[0]!.y - piece.y) <= Math.max(2, Math.min(row[0]!.size, piece.size) * 0.4)
    )
      row.push(piece)
    else rows.push([piece])
  }
  return rows.map((row) => {
    const segments = segmentsOf([...row].sort((a, b) => a.x - b.x))
    const letters = row.reduce((sum, { text }) => sum + text.trim().length, 0) || 1
    const boldLetters = row.reduce(
      (sum, { text, bold }) => sum + (bold ? text.trim().length : 0),
      0,
    )
    const size =
      row.reduce((sum, { size: one, text }) => sum + one * text.trim().length, 0) / letters
    return {
      page: number,
      y: row[0]!.y,
      size: Math.round(size * 2) / 2,
      bold: boldLetters > letters * 0.8,
      segments,
      text: segments.map(({ text }) => text).join(' '),
    }
  })
}

function segmentsOf(row: readonly Piece[]): Segment[] {
  const segments: Segment[] = []
  for (const piece of row) {
    const { x, width, size } = piece
    const text = piece.text.replace(/\s+/g, ' ').trim()
    const last = segments.at(-1)
    const gap = last ? x - last.end : Infinity
    if (last && gap <= size * WIDE_GAP) {
      const apart = gap > size * 0.12 || / $/.test(last.text) || /^\s/.test(piece.text)
      const joined = apart ? `${last.text.trimEnd()} ` : last.text
      last.starts.push({ x, at: joined.length })
      last.text = joined + text + (/\s$/.test(piece.text) ? ' ' : '')
      last.end = Math.max(last.end, x + width)
    } else segments.push({ text, x, end: x + width, starts: [] })
  }
  return segments
    .map((segment) => ({ ...segment, text: segment.text.trimEnd() }))
    .filter(({ text }) => text !== '')
}

/** Where the blank strip between two columns of running text stands; null on a page of one column. */
function gutterOf({ width, pieces }: PageText): number | null {
  const middle = width / 2
  const across = pieces.filter(
    (piece) => piece.x < middle - 4 && piece.x + piece.width > middle + 4,
  ).length
  const sides = [
    pieces.filter((piece) => piece.x + piece.width <= middle + 4),
    pieces.filter((piece) => piece.x >= middle - 4),
  ]
  const long = (side: readonly Piece[]) =>
    side.filter(({ text }) => text.trim().split(/\s+/).length >= 4).length
  const twoColumns = across <= pieces.length * 0.06 && sides.every((side) => long(side) >= 8)
  return twoColumns ? middle : null
}
