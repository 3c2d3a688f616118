/** Signals in groups that a person can make sense of. */
export const SIGNAL_GROUPS = [
  'sharedWords',
  'titleOrTaught',
  'wordMeaning',
  'sentenceMeaning',
  'letters',
] as const
export type SignalGroup = (typeof SIGNAL_GROUPS)[number]

/** What each group is called in measurements. */
export const SIGNAL_GROUP_WORDS: Record<SignalGroup, string> = {
  sharedWords: 'shared words',
  titleOrTaught: 'title or taught',
  wordMeaning: 'near words',
  sentenceMeaning: 'near sentences',
  letters: 'letters',
}

/** The group of a signal by its name. */
export function groupOf(signal: string): SignalGroup {
  if (/title|taught/.test(signal)) return 'titleOrTaught'
  if (/^(?:shipped|tuned): /.test(signal)) return 'sentenceMeaning'
  if (signal.startsWith('letters')) return 'letters'
  return /^(?:alike|near) /.test(signal) ? 'wordMeaning' : 'sharedWords'
}

/**
 * How much each group speaks for an article, by how far its signals lie above those of other articles.
 * @param names of the signals; `weights` and `standard` are in the same order
 * @returns what each group adds to the score
 */
export function groupedSignals(
  names: readonly string[],
  weights: readonly number[],
  standard: Float64Array,
): Record<SignalGroup, number> {
  const sums = Object.fromEntries(SIGNAL_GROUPS.map((group) => [group, 0])) as Record<
    SignalGroup,
    number
  >
  names.forEach((name, i) => (sums[groupOf(name)] += weights[i]! * standard[i]!))
  return sums
}
