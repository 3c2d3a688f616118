/** Kinds of items that have a text to answer from. */
export const WITH_TEXT = ['article', 'fixed', 'document'] as const
