import type { Line, Segment } from './pdfLines.ts'

/** A row's next line stands closer than this many letters' height. */
const CLOSE = 1.3
const ALIGNED = 4

/**
 * The table that begins at a line, if one does: at least two rows of two cells whose columns agree.
 * @returns its rows of cells, and the place after its last line
 */
export function tableAt(
  lines: readonly Line[],
  at: number,
): { rows: string[][]; end: number } | null {
  if (lines[at]!.segments.length < 2) return null
  let end = at + 1
  while (end < lines.length && belongs(lines, at, end)) end++
  const wide = lines.slice(at, end).filter(({ segments }) => segments.length > 1)
  const edges = edgesOf(wide)
  while (
    segmentsBeside(lines, end - 1) < 2 &&
    !isClose(lines, end - 1) &&
    !isFull(lines[end - 1]!, edges)
  )
    end--
  const found = lines.slice(at, end)
  if (wide.length < 2 || edges.length === 0) return null
  return { rows: rowsOf(found, edges), end }
}

function belongs(lines: readonly Line[], from: number, at: number): boolean {
  const line = lines[at]!
  const before = lines[at - 1]!
  if (line.y < before.y || line.y - before.y > Math.max(line.size, before.size) * 4) return false
  if (segmentsBeside(lines, at) > 1) return true
  const [only] = line.segments
  const edges = edgesOf(lines.slice(from, at).filter(({ segments }) => segments.length > 1))
  if (only?.starts.some(({ x }) => edges.some((edge) => Math.abs(edge - x) <= ALIGNED))) return true
  if (isFull(line, edges)) return true
  const starts = lines.slice(from, at).flatMap(({ segments }) => segments.map(({ x }) => x))
  return (
    only !== undefined && starts.some((x) => Math.abs(x - only.x) <= ALIGNED) && isClose(lines, at)
  )
}

/** A row so full that its cells touch reads like one run of text, but reaches into the last column. */
function isFull({ segments }: Line, edges: readonly number[]): boolean {
  const [only] = segments
  return (
    segments.length === 1 &&
    only !== undefined &&
    edges.length > 0 &&
    only.end > edges.at(-1)! + 6 &&
    only.x < edges[0]! &&
    !/[.:;!?]$/.test(only.text)
  )
}

function isClose(lines: readonly Line[], at: number): boolean {
  return at > 0 && lines[at]!.y - lines[at - 1]!.y < lines[at]!.size * CLOSE
}

/** How many runs of text stand beside each other here; cells that are centred in a tall row stand a little off its first line. */
function segmentsBeside(lines: readonly Line[], at: number): number {
  const overlaps = (a: number) =>
    lines[a + 1] !== undefined &&
    lines[a + 1]!.y >= lines[a]!.y &&
    lines[a + 1]!.y - lines[a]!.y < lines[a]!.size * 0.9
  let from = at
  let to = at
  while (from > 0 && overlaps(from - 1)) from--
  while (overlaps(to)) to++
  return lines.slice(from, to + 1).reduce((sum, { segments }) => sum + segments.length, 0)
}

/**
 * The left edges of all columns but the first. A row whose cells stand too close to be told apart crosses an edge, so an edge
 * counts when most rows leave it free.
 */
function edgesOf(rows: readonly Line[]): number[] {
  const crossing = (x: number) =>
    rows.filter(({ segments }) =>
      segments.some((segment) => segment.x < x - 2 && segment.end > x + 1),
    ).length
  const candidates = [
    ...new Set(rows.flatMap(({ segments }) => segments.slice(1).map(({ x }) => x))),
  ]
  const close = rows.flatMap(({ segments }) =>
    segments.flatMap(({ starts }) => starts.map(({ x }) => x)),
  )
  const shared = close.filter(
    (x) =>
      rows.filter(({ segments }) =>
        segments.some(
          (each) =>
            Math.abs(each.x - x) < 2 || each.starts.some((start) => Math.abs(start.x - x) < 2),
        ),
      ).length >= Math.max(2, rows.length * 0.6),
  )
  const free = [...candidates.filter((x) => crossing(x) <= rows.length * 0.3), ...shared].sort(
    (a, b) => a - b,
  )
  const groups: number[][] = []
  for (const x of free) {
    const group = groups.at(-1)
    const parted =
      group &&
      rows.some(({ segments }) =>
        segments.some((segment) => segment.x >= group[0]! - 2 && segment.end <= x + 1),
      )
    if (group && !parted) group.push(x)
    else groups.push([x])
  }
  return groups.map((group) => group.reduce((best, x) => (crossing(x) < crossing(best) ? x : best)))
}

function rowsOf(lines: readonly Line[], edges: readonly number[]): string[][] {
  const rows: { cells: string[]; y: number }[] = []
  for (const { segments, y, size } of lines) {
    const cells = cellsOf(segments, edges)
    const last = rows.at(-1)
    const filled = cells.filter(Boolean).length
    const goesOn = last && y - last.y < size * CLOSE && (cells[0] === '' || filled === 1)
    if (goesOn) last.cells = last.cells.map((cell, i) => `${cell} ${cells[i]}`.trim())
    else rows.push({ cells, y })
    rows.at(-1)!.y = y
  }
  return rows.map(({ cells }) => cells)
}

function cellsOf(segments: readonly Segment[], edges: readonly number[]): string[] {
  const cells = Array.from({ length: edges.length + 1 }, () => '')
  for (const segment of segments.flatMap((each) => cutAt(each, edges))) {
    const middle = segment.x + Math.min(12, (segment.end - segment.x) / 2)
    const column = edges.filter((edge) => edge <= middle).length
    cells[column] = `${cells[column]} ${segment.text}`.trim()
  }
  return cells
}

/** Cuts a run of text that reaches over an edge: where a piece of it begins there, else at the blank nearest to it. */
function cutAt(segment: Segment, edges: readonly number[]): Segment[] {
  const edge = edges.find((x) => x > segment.x + 6 && x < segment.end - 6)
  const cut = edge === undefined ? undefined : (pieceAt(segment, edge) ?? blankNear(segment, edge))
  if (cut === undefined || cut.at <= 0) return [segment]
  const { text, x, end, starts } = segment
  const left = {
    text: text.slice(0, cut.at).trim(),
    x,
    end: Math.min(cut.x, end),
    starts: starts.filter(({ at }) => at < cut.at),
  }
  const right = {
    text: text.slice(cut.at).trim(),
    x: cut.x,
    end,
    starts: starts
      .filter(({ at }) => at > cut.at)
      .map((start) => ({ x: start.x, at: start.at - cut.at })),
  }
  return [left, ...cutAt(right, edges)]
}

function pieceAt({ starts }: Segment, edge: number): { x: number; at: number } | undefined {
  const [nearest] = [...starts].sort((a, b) => Math.abs(a.x - edge) - Math.abs(b.x - edge))
  return nearest && Math.abs(nearest.x - edge) <= ALIGNED * 3 ? nearest : undefined
}

function blankNear({ text, x, end }: Segment, edge: number): { x: number; at: number } | undefined {
  const wanted = ((edge - x) / (end - x)) * text.length
  const blanks = [...text.matchAll(/ /g)].map(({ index }) => index)
  const nearest = blanks.sort((a, b) => Math.abs(a - wanted) - Math.abs(b - wanted))[0]
  if (nearest === undefined || Math.abs(nearest - wanted) > text.length * 0.2) return undefined
  return { x: Math.max(edge, x + ((end - x) * (nearest + 1)) / text.length), at: nearest + 1 }
}
