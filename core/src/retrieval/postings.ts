import { FIELDS, FIELD_SETTINGS, type Field, SATURATION } from './fields.ts'

/** The words of one passage, field by field, already analysed. */
export type FieldTerms = Record<Field, readonly string[]>

/**
 * An inverted index on typed arrays. The postings of term t lie at offsets[t] to offsets[t + 1]: the passage in `docs`,
 * what the term is worth there in `impacts` (BM25F without the idf), and the fields that hold it in `masks`, bit i for FIELDS[i].
 */
export interface Postings {
  size: number
  terms: Map<string, number>
  offsets: Uint32Array
  docs: Uint32Array
  impacts: Float32Array
  masks: Uint8Array
  idf: Float32Array
  /** idf of a word that no passage has. */
  unknownIdf: number
}

/**
 * Builds the index.
 * @see S. Robertson, H. Zaragoza, The Probabilistic Relevance Framework: BM25 and Beyond (2009), section 3.6 (BM25F)
 */
export function buildPostings(passages: readonly FieldTerms[]): Postings {
  const means = meanLengths(passages)
  const terms = new Map<string, number>()
  const rows: { term: number; doc: number; tf: number; mask: number }[] = []
  passages.forEach((passage, doc) => {
    const here = new Map<number, { term: number; doc: number; tf: number; mask: number }>()
    FIELDS.forEach((field, bit) => {
      const { weight, lengthNorm } = FIELD_SETTINGS[field]
      const share = weight / (1 - lengthNorm + (lengthNorm * passage[field].length) / (means[field] || 1))
      for (const word of passage[field]) {
        const term = numberOf(terms, word)
        const row = here.get(term) ?? { term, doc, tf: 0, mask: 0 }
        row.tf += share
        row.mask |= 1 << bit
        here.set(term, row)
      }
    })
    rows.push(...here.values())
  })
  return layOut(rows, terms, passages.length)
}

function meanLengths(passages: readonly FieldTerms[]): Record<Field, number> {
  const mean = (field: Field) => passages.reduce((sum, passage) => sum + passage[field].length, 0) / Math.max(1, passages.length)
  return Object.fromEntries(FIELDS.map((field) => [field, mean(field)])) as Record<Field, number>
}

function numberOf(terms: Map<string, number>, word: string): number {
  const known = terms.get(word)
  if (known !== undefined) return known
  terms.set(word, terms.size)
  return terms.size - 1
}

function layOut(rows: { term: number; doc: number; tf: number; mask: number }[], terms: Map<string, number>, size: number): Postings {
  const offsets = new Uint32Array(terms.size + 1)
  for (const { term } of rows) offsets[term + 1]!++
  for (let t = 0; t < terms.size; t++) offsets[t + 1]! += offsets[t]!
  const next = offsets.slice()
  const docs = new Uint32Array(rows.length)
  const impacts = new Float32Array(rows.length)
  const masks = new Uint8Array(rows.length)
  for (const { term, doc, tf, mask } of rows) {
    const at = next[term]!++
    docs[at] = doc
    impacts[at] = (tf * (SATURATION + 1)) / (tf + SATURATION)
    masks[at] = mask
  }
  const idf = new Float32Array(terms.size)
  for (let t = 0; t < terms.size; t++) idf[t] = inverseFrequency(offsets[t + 1]! - offsets[t]!, size)
  return { size, terms, offsets, docs, impacts, masks, idf, unknownIdf: inverseFrequency(0, size) }
}

/** log(1 + (N − n + ½) ÷ (n + ½)): never negative, as in the source above. */
export function inverseFrequency(having: number, all: number): number {
  return Math.log(1 + (all - having + 0.5) / (having + 0.5))
}
