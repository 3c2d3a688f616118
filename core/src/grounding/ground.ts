import type { Passage } from '../library/passages.ts'
import type { Language } from '../text/language.ts'
import { sentences } from '../text/sentences.ts'
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
 */
export function ground(rewritten: string, cited: readonly CitedPassage[], language: Language): GroundedSentence[] {
  const sources = cited.map(({ title, passage }) => ({ units: unitsOf(passage, language), context: new Set([title, ...passage.path].flatMap((text) => readSentence(text, language).words.map(({ key }) => key))) }))
  return rewritten.split(/\n+/).flatMap(sentences).map((text) => groundSentence(text, sources, language))
}

/** All that a rewritten answer says stands in the passages that it cites. */
export function isGrounded(checked: readonly GroundedSentence[]): boolean {
  return checked.length > 0 && checked.every(({ fault }) => fault === undefined)
}

interface SourceUnits {
  units: Unit[]
  context: ReadonlySet<string>
}

function groundSentence(text: string, sources: readonly SourceUnits[], language: Language): GroundedSentence {
  const parts = text.split(/;\s+/).map((part) => readSentence(part.replace(/^[-–•*\d.)\s]+(?=\p{L})/u, ''), language))
  let nearest: Fault = 'a word'
  for (const [passage, { units, context }] of sources.entries()) {
    const answers = new Set(units.flatMap(({ says }) => says ?? []))
    const faults = parts.map((said) => {
      if (said.says && (answers.size > 1 || !answers.has(said.says))) return 'yes or no'
      return leastFault(units.map((unit) => faultOf(said, unit, context)))
    })
    const fault = faults.find((each) => each !== undefined)
    if (!fault) return { text, passage }
    nearest = fault
  }
  return { text, fault: nearest }
}

/** Undefined when one of them found nothing; else the fault of the unit that came furthest. */
function leastFault(faults: readonly (Fault | undefined)[]): Fault | undefined {
  if (faults.includes(undefined)) return undefined
  return faults.find((fault) => fault !== 'a word' && fault !== 'a number') ?? faults.find((fault) => fault === 'a number') ?? 'a word'
}
