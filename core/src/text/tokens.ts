/** A word of a text with the place it came from. `start` and `end` are UTF-16 offsets, `end` exclusive. */
export interface Token {
  word: string
  start: number
  end: number
}

const WORD = /\d+(?:[.,:]\d+)*|[\p{L}\p{M}\p{N}]+(?:['’][\p{L}]+)?/gu

/**
 * Lower case without accents, so that "Café" and "cafe" meet. German umlauts become their base letter and ß becomes ss.
 * @example fold('Größe') // 'grosse'
 */
export function fold(text: string): string {
  return text.toLowerCase().replace(/ß/g, 'ss').normalize('NFD').replace(/\p{M}+/gu, '')
}

/**
 * Cuts a text into words and numbers; a number keeps its inner points, commas and colons ("6:30", "48.00").
 * @example tokenize("Boat's at 6:30").map(t => t.word) // ['boat', 'at', '6:30']
 */
export function tokenize(text: string): Token[] {
  const tokens: Token[] = []
  for (const match of text.matchAll(WORD)) {
    const word = fold(match[0]).replace(/['’](s|re|ll|ve|m|d)$/u, '').replace(/['’]/gu, '')
    if (word) tokens.push({ word, start: match.index, end: match.index + match[0].length })
  }
  return tokens
}

/** How many words a text has. */
export function countWords(text: string): number {
  return tokenize(text).length
}
