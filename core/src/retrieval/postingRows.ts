import { growing } from './growing.ts'
import type { Sections } from './memory.ts'

/** Postings as they come, passage by passage; laid out by term in the end. */
export class PostingRows {
  private readonly terms = growing.u32()
  private readonly impacts = growing.u16()
  /** Where each passage's rows end. */
  private readonly ends = growing.u32()

  // Of the passage at hand: what each term has gathered so far, by term.
  private gathered = new Float32Array(1_024)
  private met = new Uint8Array(1_024)
  private readonly here: number[] = []

  add(term: number, share: number): void {
    if (term >= this.gathered.length) this.widen(term)
    if (this.met[term] === 0) this.here.push(term)
    this.gathered[term]! += share
    this.met[term] = 1
  }

  endPassage(impact: (frequency: number) => number): void {
    for (const term of this.here) {
      this.terms.push(term)
      this.impacts.push(impact(this.gathered[term]!))
      this.gathered[term] = 0
      this.met[term] = 0
    }
    this.here.length = 0
    this.ends.push(this.terms.length)
  }

  laidOut(size: number): Sections {
    const [terms, impacts, ends] = [this.terms.view(), this.impacts.view(), this.ends.view()]
    const offsets = new Uint32Array(size + 1)
    for (const term of terms) offsets[term + 1]!++
    for (let term = 0; term < size; term++) offsets[term + 1]! += offsets[term]!
    const next = offsets.slice()
    const laid = {
      offsets,
      docs: new Uint32Array(terms.length),
      impacts: new Uint16Array(terms.length),
      ceilings: new Uint16Array(size),
    }
    let row = 0
    for (let doc = 0; doc < ends.length; doc++)
      for (; row < ends[doc]!; row++) {
        const term = terms[row]!
        const at = next[term]!++
        laid.docs[at] = doc
        laid.impacts[at] = impacts[row]!
        if (impacts[row]! > laid.ceilings[term]!) laid.ceilings[term] = impacts[row]!
      }
    return laid
  }

  private widen(term: number): void {
    const length = Math.max(term + 1, this.gathered.length * 2)
    const gathered = new Float32Array(length)
    const met = new Uint8Array(length)
    gathered.set(this.gathered)
    met.set(this.met)
    this.gathered = gathered
    this.met = met
  }
}
