/** A term with what it weighs: the rarer, the more. */
export interface Weighted {
  stem: string
  weight: number
}

export interface TwoWay {
  /** Share of the question's weight that the title has, 0 to 1. */
  asked: number
  /** Share of the title's weight that the question has, 0 to 1. */
  said: number
  /** Harmonic mean of the two. */
  both: number
}

export const NO_MATCH: TwoWay = { asked: 0, said: 0, both: 0 }

/**
 * How far a question and a title (or phrasing) say the same, measured from both sides: "refund" lies wholly within
 * "Refund after a storm", but says only part of it.
 * @param question weighted terms; `title` likewise
 * @returns shares of weight, 0 to 1; `both` is their harmonic mean
 */
export function twoWayMatch(question: readonly Weighted[], title: readonly Weighted[]): TwoWay {
  if (question.length === 0 || title.length === 0) return NO_MATCH
  const inTitle = new Set(title.map((term) => term.stem))
  const inQuestion = new Map(question.map((term) => [term.stem, term.weight]))
  const asked = share(question, (term) => inTitle.has(term.stem))
  const said = share(title, (term) => inQuestion.has(term.stem))
  return { asked, said, both: asked + said === 0 ? 0 : (2 * asked * said) / (asked + said) }
}

function share(terms: readonly Weighted[], held: (term: Weighted) => boolean): number {
  let all = 0
  let found = 0
  for (const term of terms) {
    all += term.weight
    if (held(term)) found += term.weight
  }
  return all === 0 ? 0 : found / all
}
