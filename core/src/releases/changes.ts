/** What a release holds of one item: enough to tell whether it is the same as elsewhere. */
export interface Pinned {
  item: number
  revision: number
}

export interface Change {
  item: number
  type: 'added' | 'edited' | 'removed'
  /** Revision before and after; the one that is missing is null. */
  from: number | null
  to: number | null
}

/** What leads from one set of pinned revisions to another, in the order of the items' numbers. */
export function changesBetween(before: readonly Pinned[], after: readonly Pinned[]): Change[] {
  const old = new Map(before.map(({ item, revision }) => [item, revision]))
  const now = new Map(after.map(({ item, revision }) => [item, revision]))
  return [...new Set([...old.keys(), ...now.keys()])]
    .sort((a, b) => a - b)
    .map((item): Change => {
      const [from, to] = [old.get(item) ?? null, now.get(item) ?? null]
      return { item, from, to, type: from === null ? 'added' : to === null ? 'removed' : 'edited' }
    })
    .filter(({ from, to }) => from !== to)
}
