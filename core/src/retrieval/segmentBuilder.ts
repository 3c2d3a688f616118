import { isLimited } from '../answering/items.ts'
import type { Term } from '../text/analyse.ts'
import { dictionarySections } from './dictionary.ts'
import { FIELDS, impactOf, shareOf } from './fields.ts'
import { gramSections } from './grams.ts'
import { growing } from './growing.ts'
import { type FieldTerms, type ReadItem, type ReadWording, WORDING_KINDS } from './itemReading.ts'
import { pack, type Sections } from './memory.ts'
import { packPassage } from './packedPassage.ts'
import { PostingRows } from './postingRows.ts'
import { IMPACT_STEP, openSegment, type Segment } from './segment.ts'
import { StringsBuilder } from './strings.ts'
import { WordList } from './wordList.ts'

/** Builds a segment item by item; what was added is flat at once, so that a large library never stands in memory as objects. */
export class SegmentBuilder {
  private readonly numbers = new Map<string, number>()
  private readonly seen = new Map<Term, number>()
  private readonly rows = new PostingRows()
  private readonly written = new WordList()

  private readonly itemIds = growing.u32()
  private readonly itemFirst = growing.u32()
  private readonly itemLimited = growing.u8()
  private readonly items = new StringsBuilder()
  private readonly passageItem = growing.u32()
  private readonly passageSection = growing.u32()
  private readonly heads = new StringsBuilder()
  private readonly blocks = new StringsBuilder()
  private readonly bodyTerms = growing.u32()
  private readonly bodyEnds = growing.u32()
  private sections = 0

  private readonly itemWordings = growing.u32()
  private readonly passageWordings = growing.u32()
  private readonly ownWordings: ReadWording[] = []
  private readonly wordingKinds = growing.u8()
  private readonly wordingTexts = new StringsBuilder()
  private readonly wordingEnds = growing.u32()
  private readonly wordingTerms = growing.u32()

  add({ item, wordings, passages }: ReadItem): void {
    const number = this.itemIds.length
    this.itemIds.push(item.id)
    this.itemFirst.push(this.passageItem.length)
    this.itemLimited.push(isLimited(item.holds) ? 1 : 0)
    const { body: _body, parts: _parts, ...known } = item
    this.items.push(JSON.stringify(known))
    this.itemWordings.push(this.wordingKinds.length)
    for (const wording of wordings) this.word(wording)
    let path: string | undefined
    for (const { passage, fields, wordings: own } of passages) {
      const here = `${passage.path.join('\n')}\n${passage.part}`
      if (here !== path) this.sections++
      path = here
      this.passageItem.push(number)
      this.passageSection.push(this.sections - 1)
      const packed = packPassage(passage)
      this.heads.push(packed.head)
      this.blocks.push(packed.blocks)
      this.count(fields)
      this.ownWordings.push(...own)
      this.passageWordings.push(own.length)
    }
  }

  /** Lays everything out. The builder is spent afterwards. */
  end(): Segment {
    const itemWordings = this.wordingKinds.length
    this.itemWordings.push(itemWordings)
    this.itemFirst.push(this.passageItem.length)
    for (const wording of this.ownWordings) this.word(wording)
    const passageWordings = new Uint32Array(this.passageItem.length + 1)
    passageWordings[0] = itemWordings
    this.passageWordings
      .view()
      .forEach(
        (count, passage) => (passageWordings[passage + 1] = passageWordings[passage]! + count),
      )
    const sections: Sections = {
      ...dictionarySections(this.numbers.keys()),
      marks: Uint8Array.from(this.numbers.keys(), (term) => (term.startsWith('#') ? 1 : 0)),
      ...this.rows.laidOut(this.numbers.size),
      bodyTerms: this.bodyTerms.view(),
      bodyEnds: this.bodyEnds.view(),
      ...gramSections(this.numbers.keys()),
      itemIds: this.itemIds.view(),
      itemFirst: this.itemFirst.view(),
      itemLimited: this.itemLimited.view(),
      ...this.items.sections('items'),
      passageItem: this.passageItem.view(),
      passageSection: this.passageSection.view(),
      ...this.heads.sections('passageHeads'),
      ...this.blocks.sections('passageBlocks'),
      itemWordings: this.itemWordings.view(),
      passageWordings,
      wordingKinds: this.wordingKinds.view(),
      ...this.wordingTexts.sections('wordingTexts'),
      wordingEnds: this.wordingEnds.view(),
      wordingTerms: this.wordingTerms.view(),
      ...this.written.sections(),
    }
    return openSegment(pack(sections))
  }

  private word({ kind, text, stems }: ReadWording): void {
    this.wordingKinds.push(WORDING_KINDS.indexOf(kind))
    this.wordingTexts.push(text)
    for (const stem of stems) this.wordingTerms.push(this.number(stem))
    this.wordingEnds.push(this.wordingTerms.length)
  }

  private count(fields: FieldTerms): void {
    const body = this.bodyTerms.more(fields.body.length)
    for (let i = 0; i < fields.body.length; i++) body[i] = this.known(fields.body[i]!)
    this.bodyEnds.push(this.bodyTerms.length)
    for (const field of FIELDS) {
      const terms = fields[field]
      const share = shareOf(field, terms.length)
      // The lead is the beginning of the body, whose numbers are known by now.
      const isBody = field === 'body' || field === 'lead'
      for (let i = 0; i < terms.length; i++)
        this.rows.add(isBody ? body[i]! : this.known(terms[i]!), share)
    }
    this.rows.endPassage((frequency) => Math.round(impactOf(frequency) / IMPACT_STEP))
  }

  private known(term: Term): number {
    const known = this.seen.get(term)
    if (known !== undefined) return known
    const number = this.number(term.stem)
    if (!term.stem.startsWith('#')) this.written.add(term.word, number)
    this.seen.set(term, number)
    return number
  }

  private number(stem: string): number {
    const known = this.numbers.get(stem)
    if (known !== undefined) return known
    this.numbers.set(stem, this.numbers.size)
    return this.numbers.size - 1
  }
}
