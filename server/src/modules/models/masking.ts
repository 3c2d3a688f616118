import { maskPrivate } from '@janua/core'

/** What the team itself publishes: its phone number is no secret. */
const PUBLISHED: ReadonlySet<string> = new Set(['passages', 'article', 'texts'])

/**
 * Takes out of material what is private in what people wrote, before it is sent, and puts it back into what comes of it, so that an agent's
 * "write to …" still says where. Each value has a mark of its own. What was told as a password is never put back.
 */
export class Masking {
  private readonly marks = new Map<string, string>()
  private readonly values = new Map<string, string>()

  /** @param value strings, lists and records of them, at any depth */
  mask(value: unknown): unknown {
    if (typeof value === 'string') return this.text(value)
    if (Array.isArray(value)) return value.map((each) => this.mask(each))
    if (typeof value === 'object' && value !== null)
      return Object.fromEntries(
        Object.entries(value).map(([name, each]) => [
          name,
          PUBLISHED.has(name) ? (each as unknown) : this.mask(each),
        ]),
      )
    return value
  }

  restore(text: string): string {
    let restored = text
    for (const [mark, value] of this.values) restored = restored.replaceAll(mark, value)
    return restored
  }

  private text(text: string): string {
    return maskPrivate(text, (kind, value) => {
      if (kind === 'secret') return '[secret]'
      const known = this.marks.get(value)
      if (known) return known
      const alike = [...this.values.keys()].filter((mark) => mark.startsWith(`[${kind}`)).length
      const mark = alike === 0 ? `[${kind}]` : `[${kind} ${alike + 1}]`
      this.marks.set(value, mark)
      this.values.set(mark, value)
      return mark
    })
  }
}
