import { growing } from './growing.ts'
import { readLatin, type Sections } from './memory.ts'

/**
 * Many strings, one after the other, in flat memory: a byte a letter where all letters are Latin 1, else two.
 * `ends` holds twice the end of each string, plus one when its letters take two bytes.
 */
export interface Strings {
  bytes: Uint8Array
  ends: Uint32Array
}

export class StringsBuilder {
  private readonly bytes = growing.u8()
  private readonly ends = growing.u32()

  get length(): number {
    return this.ends.length
  }

  push(text: string): number {
    let wide = 0
    for (let i = 0; i < text.length && !wide; i++) if (text.charCodeAt(i) > 255) wide = 1
    const room = this.bytes.more(text.length * (1 + wide))
    if (wide)
      for (let i = 0; i < text.length; i++) {
        const code = text.charCodeAt(i)
        room[2 * i] = code & 255
        room[2 * i + 1] = code >> 8
      }
    else for (let i = 0; i < text.length; i++) room[i] = text.charCodeAt(i)
    this.ends.push(this.bytes.length * 2 + wide)
    return this.ends.length - 1
  }

  sections(name: string): Sections {
    return { [`${name}.bytes`]: this.bytes.view(), [`${name}.ends`]: this.ends.view() }
  }
}

/** The strings that lie in the sections of an index under a name; nothing is copied. */
export function stringsIn(sections: Sections, name: string): Strings {
  return {
    bytes: sections[`${name}.bytes`] as Uint8Array,
    ends: sections[`${name}.ends`] as Uint32Array,
  }
}

/** The string at a place, made anew at each call. */
export function stringAt({ bytes, ends }: Strings, at: number): string {
  const start = at === 0 ? 0 : Math.floor(ends[at - 1]! / 2)
  const end = Math.floor(ends[at]! / 2)
  if (ends[at]! % 2 === 0) return readLatin(bytes.subarray(start, end))
  const codes = new Uint16Array((end - start) / 2)
  for (let i = 0; i < codes.length; i++)
    codes[i] = bytes[start + 2 * i]! | (bytes[start + 2 * i + 1]! << 8)
  return readLatin(codes)
}

/** Whether the string at a place is this one; makes no string. */
export function isAt({ bytes, ends }: Strings, at: number, text: string): boolean {
  const start = at === 0 ? 0 : Math.floor(ends[at - 1]! / 2)
  const end = Math.floor(ends[at]! / 2)
  const step = 1 + (ends[at]! % 2)
  if (end - start !== text.length * step) return false
  for (let i = 0; i < text.length; i++) {
    const code =
      step === 1 ? bytes[start + i]! : bytes[start + 2 * i]! | (bytes[start + 2 * i + 1]! << 8)
    if (code !== text.charCodeAt(i)) return false
  }
  return true
}
