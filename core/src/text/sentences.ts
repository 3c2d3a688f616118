const ABBREVIATION = /(?:^|[\s(])(?:e\.g|i\.e|etc|approx|no|nr|st|mr|mrs|dr|z\.b|bzw|ca|evtl)\.$/i

/**
 * Splits running text into sentences; a point after a known abbreviation or between digits does not end one.
 * @example sentences('It costs 5.00, e.g. for a bike. Book it.') // ['It costs 5.00, e.g. for a bike.', 'Book it.']
 */
export function sentences(text: string): string[] {
  const found: string[] = []
  let start = 0
  for (const match of text.matchAll(/[.!?…]+["'”’)\]]*(?=\s+\S|$)/gu)) {
    const end = match.index + match[0].length
    const piece = text.slice(start, end).trim()
    if (ABBREVIATION.test(piece) && end < text.length) continue
    if (piece) found.push(piece)
    start = end
  }
  const rest = text.slice(start).trim()
  if (rest) found.push(rest)
  return found
}
