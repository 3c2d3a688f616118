/** The languages that Janua reads. */
export const LANGUAGES = ['en', 'de'] as const
export type Language = (typeof LANGUAGES)[number]
