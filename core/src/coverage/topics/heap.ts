/** A queue from which the greatest comes first. */
export class Heap<T> {
  private readonly held: T[] = []

  constructor(private readonly isBefore: (a: T, b: T) => boolean) {}

  get size(): number {
    return this.held.length
  }

  push(one: T): void {
    const { held } = this
    held.push(one)
    for (let at = held.length - 1; at > 0;) {
      const above = (at - 1) >> 1
      if (!this.isBefore(held[at]!, held[above]!)) return
      this.swap(at, above)
      at = above
    }
  }

  pop(): T | undefined {
    const { held } = this
    const first = held[0]
    const last = held.pop()
    if (held.length === 0 || last === undefined) return first
    held[0] = last
    for (let at = 0; ;) {
      const [left, right] = [2 * at + 1, 2 * at + 2]
      let next = at
      if (left < held.length && this.isBefore(held[left]!, held[next]!)) next = left
      if (right < held.length && this.isBefore(held[right]!, held[next]!)) next = right
      if (next === at) return first
      this.swap(at, next)
      at = next
    }
  }

  private swap(a: number, b: number): void {
    ;[this.held[a], this.held[b]] = [this.held[b]!, this.held[a]!]
  }
}
