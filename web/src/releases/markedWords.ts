import { stem } from '@janua/core'

export interface MarkedPart {
  text: string
  hit: boolean
}

/** Cuts a text into parts that have a word of the question, in whatever form, and parts that have none. */
export function markedWords(
  text: string,
  words: readonly string[],
  language: 'en' | 'de' = 'en',
): MarkedPart[] {
  const wanted = new Set(words.map((word) => stem(word.toLowerCase(), language)))
  const parts: MarkedPart[] = []
  for (const [piece] of text.matchAll(/[\p{L}\p{N}]+|[^\p{L}\p{N}]+/gu)) {
    const hit = wanted.has(stem(piece.toLowerCase(), language))
    const last = parts.at(-1)
    if (last && last.hit === hit) last.text += piece
    else parts.push({ text: piece, hit })
  }
  return parts
}
