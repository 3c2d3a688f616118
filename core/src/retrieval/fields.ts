/** The fields of a passage, and what a word in each is worth. */
export const FIELDS = ['title', 'phrasings', 'path', 'lead', 'body'] as const
export type Field = (typeof FIELDS)[number]

export interface FieldSetting {
  /** Weight of the field; 0 leaves it out. Usual range 0.2 to 4. */
  weight: number
  /** How far a long field is held against a passage: 0 not at all, 1 fully. */
  lengthNorm: number
}

/** Set by the ranking bench; the lead field is the first words of a passage counted once more (engine notes). */
export const FIELD_SETTINGS: Record<Field, FieldSetting> = {
  title: { weight: 2.2, lengthNorm: 0.3 },
  phrasings: { weight: 1.6, lengthNorm: 0.3 },
  path: { weight: 1.6, lengthNorm: 0.3 },
  lead: { weight: 0.6, lengthNorm: 0.3 },
  body: { weight: 1, lengthNorm: 0.6 },
}

/** BM25's saturation: the higher, the more a repeated word still adds. Usual range 1 to 2. */
export const SATURATION = 1.2
export const LEAD_WORDS = 30
