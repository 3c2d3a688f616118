import type { Block } from '../library/blocks.ts'
import type { Passage } from '../library/passages.ts'
import { groupedBy } from '../maths/grouped.ts'
import type { Language } from '../text/language.ts'
import { sentences } from '../text/sentences.ts'
import { foldLine } from '../text/tokens.ts'
import type { Fault } from './fault.ts'
import { readSentence } from './reading.ts'
import { faultOf } from './support.ts'
import { type Unit, unitsOf } from './units.ts'

/** A passage that a rewritten answer cites, below its title. */
export interface CitedPassage {
  title: string
  passage: Pick<Passage, 'blocks' | 'path'>
}

/** A sentence of a rewritten answer, and what came of it. */
export interface GroundedSentence {
  text: string
  /** Place of the passage among those cited; undefined when none supports it. */
  passage?: number
  /** What is not as it stands in the passage that comes nearest. */
  fault?: Fault
}

/**
 * Checks every sentence of a rewritten answer against the passages that it cites: one statement of one passage must support it whole.
 * Strict on purpose: a good sentence that says a thing quite otherwise is refused too, and then the source's own words are shown.
 * @param cited passages with their titles, which may stand for a subject
 * @returns each sentence with the passage that supports it, or with its fault
 */
export function ground(
  rewritten: string,
  cited: readonly CitedPassage[],
  language: Language,
): GroundedSentence[] {
  const sources = cited.map(({ title, passage }) => ({
    units: unitsOf(passage, language),
    verbatim: new Set(blocksSentences(passage.blocks).map(foldLine)),
    context: new Set(
      [title, ...passage.path].flatMap((text) =>
        readSentence(text, language).words.map(({ key }) => key),
      ),
    ),
  }))
  return rewritten
    .split(/\n+/)
    .flatMap(sentences)
    .map((text) => groundSentence(text, sources, language))
}

/**
 * All that a rewritten answer says stands in the passages that it cites.
 * @returns false for nothing said
 */
export function isGrounded(checked: readonly GroundedSentence[]): boolean {
  return checked.length > 0 && checked.every(({ fault }) => fault === undefined)
}

/** "• " or "2. " before an item; the 20 of "20 lines" is a number. */
const LIST_MARK = /^\s*(?:[-–•*]|\d{1,2}[.)])\s+(?=\p{L})/u

interface SourceUnits {
  units: Unit[]
  /** Its sentences as they stand: the source's own words need no proof. */
  verbatim: ReadonlySet<string>
  context: ReadonlySet<string>
}

function groundSentence(
  text: string,
  sources: readonly SourceUnits[],
  language: Language,
): GroundedSentence {
  const parts = text
    .split(/;\s+/)
    .map((part) => readSentence(part.replace(LIST_MARK, ''), language))
  let nearest: Fault = 'a word'
  const own = sources.findIndex(({ verbatim }) => verbatim.has(foldLine(text)))
  // A bare "yes" stands for what was asked, which another "yes" of the passage may not answer.
  if (own >= 0 && !parts.some(({ says }) => says)) return { text, passage: own }
  for (const [passage, { units, context }] of sources.entries()) {
    const answers = new Set(units.flatMap(({ says }) => says ?? []))
    const within = (some: readonly Unit[]): Fault | undefined => {
      const faults = parts.map((said) => {
        if (said.says && (answers.size > 1 || !answers.has(said.says))) return 'yes or no'
        return leastFault(some.map((unit) => faultOf(said, unit, context)))
      })
      return faults.find((each) => each !== undefined)
    }
    // What a semicolon parts belongs together: the ticket of one bus may not cost what that of the next one does.
    const fault =
      parts.length === 1
        ? within(units)
        : leastFault([...groupedBy(units, ({ place }) => place).values()].map(within))
    if (!fault) return { text, passage }
    nearest = fault
  }
  return { text, fault: nearest }
}

/** The sentences of some blocks, item by item; tables have none. */
export function blocksSentences(blocks: readonly Block[]): string[] {
  return blocks
    .flatMap((block) =>
      block.type === 'list'
        ? block.items.map(({ text }) => text)
        : block.type === 'table'
          ? []
          : [block.content.text],
    )
    .flatMap(sentences)
}

/** Undefined when one of them found nothing; else the fault of the unit that came furthest. */
function leastFault(faults: readonly (Fault | undefined)[]): Fault | undefined {
  if (faults.includes(undefined)) return undefined
  return (
    faults.find((fault) => fault !== 'a word' && fault !== 'a number') ??
    faults.find((fault) => fault === 'a number') ??
    'a word'
  )
}
