type Growable = Uint8Array | Uint16Array | Uint32Array | Float32Array

/** A typed array that grows: what is pushed stays flat, without an object for each number. */
class Growing<T extends Growable> {
  length = 0

  constructor(private values: T) {}

  push(value: number): void {
    if (this.length === this.values.length) this.grow(this.length + 1)
    this.values[this.length++] = value
  }

  /** Room for so many more, to be written at once; valid until the next call. */
  more(count: number): T {
    if (this.length + count > this.values.length) this.grow(this.length + count)
    this.length += count
    return this.values.subarray(this.length - count, this.length) as T
  }

  /** What was pushed; valid until the next push. */
  view(): T {
    return this.values.subarray(0, this.length) as T
  }

  private grow(least: number): void {
    const larger = new (this.values.constructor as new (length: number) => T)(
      Math.max(64, least, Math.ceil(this.values.length * 1.6)),
    )
    larger.set(this.values)
    this.values = larger
  }
}

export const growing = {
  u8: () => new Growing(new Uint8Array(64)),
  u16: () => new Growing(new Uint16Array(64)),
  u32: () => new Growing(new Uint32Array(64)),
}
