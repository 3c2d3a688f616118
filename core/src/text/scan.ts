/** What a code unit is to a tokenizer. */
const OTHER = 0
const LETTER = 1
const DIGIT = 2
/** Marks and numbers that are no plain digit: they belong to a word, but do not follow its apostrophe. */
const PART = 3
const UNKNOWN = 255

/** Filled as units are met; the classes of Unicode never change. */
const classes = new Uint8Array(0x10000).fill(UNKNOWN)
for (let code = 0; code < 128; code++)
  classes[code] = /[a-z]/i.test(String.fromCharCode(code))
    ? LETTER
    : /\d/.test(String.fromCharCode(code))
      ? DIGIT
      : OTHER

function classOf(text: string, at: number): number {
  const code = text.charCodeAt(at)
  const known = classes[code]!
  if (known !== UNKNOWN) return known
  const pair = code >= 0xd800 && code <= 0xdfff
  const sign = pair
    ? text.slice(code >= 0xdc00 ? at - 1 : at, code >= 0xdc00 ? at + 1 : at + 2)
    : text[at]!
  const found = /^\p{L}/u.test(sign) ? LETTER : /^[\p{M}\p{N}]/u.test(sign) ? PART : OTHER
  if (!pair) classes[code] = found
  return found
}

/**
 * Calls back for each word and number of a text, in order, in one pass: letters, marks and digits together, with one apostrophe
 * before more letters ("boat's"); a number keeps its inner points, commas and colons ("6:30").
 * @param found is given where the word begins and where the next sign stands
 */
export function scanWords(text: string, found: (start: number, end: number) => void): void {
  const { length } = text
  let at = 0
  while (at < length) {
    const first = classOf(text, at)
    if (first === OTHER) {
      at++
      continue
    }
    const start = at
    at = first === DIGIT ? endOfNumber(text, at) : endOfWord(text, at)
    found(start, at)
  }
}

function endOfNumber(text: string, from: number): number {
  let at = from
  for (;;) {
    while (at < text.length && classOf(text, at) === DIGIT) at++
    const sign = text.charCodeAt(at)
    const joins = sign === 0x2e || sign === 0x2c || sign === 0x3a
    if (!joins || at + 1 >= text.length || classOf(text, at + 1) !== DIGIT) return at
    at++
  }
}

function endOfWord(text: string, from: number): number {
  let at = from
  while (at < text.length && classOf(text, at) !== OTHER) at++
  const sign = text.charCodeAt(at)
  if (
    (sign !== 0x27 && sign !== 0x2019) ||
    at + 1 >= text.length ||
    classOf(text, at + 1) !== LETTER
  )
    return at
  at++
  while (at < text.length && classOf(text, at) === LETTER) at++
  return at
}
