/** The fields of a passage, and what a word in each is worth. */
export const FIELDS = ['title', 'phrasings', 'path', 'lead', 'body'] as const
export type Field = (typeof FIELDS)[number]

export interface FieldSetting {
  /** Weight of the field; 0 leaves it out. Usual range 0.2 to 4. */
  weight: number
  /** How far a long field is held against a passage: 0 not at all, 1 fully. */
  lengthNorm: number
  /**
   * The length, in terms, at which a field is neither favoured nor held back. A set number, not the library's mean: passages are cut
   * to one size, and what a word is worth in a passage then depends on that passage alone, so that adding one changes no other.
   */
  usual: number
}

/** Set by the ranking bench; the lead field is the first words of a passage counted once more (engine notes). */
export const FIELD_SETTINGS: Record<Field, FieldSetting> = {
  title: { weight: 3, lengthNorm: 0.3, usual: 4 },
  phrasings: { weight: 2.4, lengthNorm: 0.3, usual: 12 },
  path: { weight: 3, lengthNorm: 0.3, usual: 4 },
  lead: { weight: 2.4, lengthNorm: 0.3, usual: 14 },
  body: { weight: 1, lengthNorm: 0.6, usual: 60 },
}

/**
 * BM25's saturation: the higher, the more a repeated word still adds. Usual range 1 to 2 for plain counts; higher here, as the
 * weights of title and lead raise every frequency.
 */
export const SATURATION = 4
/** How many of a passage's first terms make its lead. */
export const LEAD_WORDS = 14

/**
 * What a term is worth in a passage, without its rarity: 0 to SATURATION + 1.
 * @param frequency Σ over the fields of weight × count ÷ length norm
 * @see S. Robertson, H. Zaragoza, The Probabilistic Relevance Framework: BM25 and Beyond (2009), section 3.6 (BM25F)
 */
export function impactOf(frequency: number): number {
  return (frequency * (SATURATION + 1)) / (frequency + SATURATION)
}

/** What one occurrence in a field of this length adds to the frequency. */
export function shareOf(field: Field, length: number): number {
  const { weight, lengthNorm, usual } = FIELD_SETTINGS[field]
  return weight / (1 - lengthNorm + (lengthNorm * length) / usual)
}

/** log(1 + (N − n + ½) ÷ (n + ½)): never negative, as in the source above. */
export function inverseFrequency(having: number, all: number): number {
  return Math.log(1 + (all - having + 0.5) / (having + 0.5))
}
