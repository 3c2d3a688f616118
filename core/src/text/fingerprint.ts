/**
 * A short sign for a text: equal texts have equal signs, and others hardly ever. Not for secrets.
 *
 * Two 32-bit FNV-1a sums with different seeds, in hexadecimal.
 * @see G. Fowler, L. C. Noll, K.-P. Vo, "The FNV Non-Cryptographic Hash Algorithm" (IETF draft, 2019)
 * @example fingerprint('') // '811c9dc5050c5d1f'
 */
export function fingerprint(text: string): string {
  return [0x811c9dc5, 0x050c5d1f]
    .map((seed) => fnv1a(text, seed).toString(16).padStart(8, '0'))
    .join('')
}

/**
 * A text's place between 0 (in) and 1 (out), spread evenly: the same text always gets the same place.
 * @returns 0 to just below 1
 */
export function placeOf(text: string): number {
  return mixed(fnv1a(text, 0x811c9dc5)) / 4294967296
}

function fnv1a(text: string, seed: number): number {
  let sum = seed
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    sum = Math.imul(sum ^ (code & 255), 0x01000193)
    if (code > 255) sum = Math.imul(sum ^ (code >>> 8), 0x01000193)
  }
  return sum >>> 0
}

/** Neighbouring sums lie side by side; the finishing steps of MurmurHash3 (A. Appleby, public domain) spread them. */
function mixed(sum: number): number {
  let h = sum
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b)
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35)
  return (h ^ (h >>> 16)) >>> 0
}
