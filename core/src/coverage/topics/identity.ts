/** A topic that was there before a pass: which wordings it had. */
export interface KnownTopic {
  id: number
  members: ReadonlySet<string>
  /** It keeps its name and number whatever comes: the lead pinned or named it. */
  kept: boolean
}

/** At least this share of a topic's wordings must be met again for it to be the same topic. */
const SAME_SHARE = 0.3

/**
 * Which of the topics found are which of those that were there: the greatest overlap first, each used once. What the lead pinned or named
 * chooses before the others.
 * @param found the wordings of each topic found
 * @returns for each topic found the number of the one it is, or null for a new one
 * @example sameTopics([['a', 'b']], [{ id: 7, members: new Set(['a', 'b', 'c']), kept: false }]) // [7]
 */
export function sameTopics(
  found: readonly (readonly string[])[],
  known: readonly KnownTopic[],
): (number | null)[] {
  const holders = new Map<string, KnownTopic>()
  for (const topic of known) for (const member of topic.members) holders.set(member, topic)
  const pairs: { at: number; topic: KnownTopic; shared: number }[] = []
  for (const [at, members] of found.entries()) {
    const shared = new Map<KnownTopic, number>()
    for (const member of members) {
      const topic = holders.get(member)
      if (topic) shared.set(topic, (shared.get(topic) ?? 0) + 1)
    }
    for (const [topic, n] of shared)
      if (topic.kept || n >= SAME_SHARE * Math.min(topic.members.size, members.length))
        pairs.push({ at, topic, shared: n })
  }
  pairs.sort(
    (a, b) =>
      Number(b.topic.kept) - Number(a.topic.kept) || b.shared - a.shared || a.topic.id - b.topic.id,
  )
  const same = new Array<number | null>(found.length).fill(null)
  const taken = new Set<number>()
  for (const { at, topic } of pairs) {
    if (same[at] !== null || taken.has(topic.id)) continue
    same[at] = topic.id
    taken.add(topic.id)
  }
  return same
}
