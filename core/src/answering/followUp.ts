import { ASPECT_COST, ASPECT_TIME } from '../text/analyse.ts'
import type { ParsedQuestion } from '../text/parsedQuestion.ts'

/** How a question leans on the one before it. */
export type Lean = 'said so' | 'points back' | 'bare' | 'short' | 'alone'

const SAYS_SO =
  /^(?:and|what about|how about|what if|or|also|same for|und|was ist mit|wie ist es mit|wie sieht es mit|oder|auch|gilt das)\b/
/** "Is there a shop?" points nowhere. */
const POINTS_BACK =
  /\b(?:it|its|that|those|these|this|them|they|(?<!\b(?:is|are|was|will|would) )there(?! (?:is|are|was))|then|one|ones|same|das|dies|diese[rsnm]?|dort|dann|es|davon|dafur|damit)\b/
const NOUNLESS =
  /^(?:why|why not|how|how come|how much|how much is it|how long|when|where|who|which|what time|since when|warum|warum nicht|wieso|weshalb|wie|wie viel|wieviel|wie lange|wann|wo|wer)\s*[?.!]*$/

/** "And can I …" is a whole question behind an "and". */
const WHOLE =
  /^(?:and|und|also)[, ]+(?:can|could|do|does|is|are|will|may|must|what does|where|how do|how can|when do|kann|darf|gibt|ist|wo|wann)\b/
/** "Can I pay by card?": who, what they do, and with what. */
const SENTENCE =
  /^(?:can|could|may|must|should|do|does|did|will|is it possible to|am i allowed to|kann|darf|muss|soll|konnen|durfen|mussen)\b(?: (?:i|we|you|one|my|ich|wir|man|sie|mein\w*))? \w+/

/** Whether a question is a whole sentence with content of its own: such a one goes on with the question before only when nothing else fits. */
export function isSentence({ folded, content }: ParsedQuestion): boolean {
  const plain = folded.replace(/\s+/g, ' ').trim()
  if (!SENTENCE.test(plain) || POINTS_BACK.test(plain)) return false
  return content.filter(({ stem }) => !stem.startsWith('#')).length >= 2
}

/** Three words of content in so few words may still need what was said before. */
const FEW_WORDS = 5

/**
 * Whether a question can be understood by itself.
 * - "said so": it begins with "and", "what about" and the like
 * - "bare": it has no subject at all ("why?", "how much?")
 * - "points back": it has "it", "that", "there" and hardly a subject of its own
 * - "short": one to three words of content, which may or may not stand alone
 * - "alone": it needs nothing
 */
export function leanOf({ folded, content: all }: ParsedQuestion): Lean {
  const plain = folded
    .replace(/[^\p{L}\p{N}\s'?.!]/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim()
  const content = all.filter(({ stem }) => stem !== ASPECT_COST && stem !== ASPECT_TIME)
  if (NOUNLESS.test(plain) || content.length === 0) return 'bare'
  if (WHOLE.test(plain) && content.length >= 2) return content.length === 2 ? 'short' : 'alone'
  if (SAYS_SO.test(plain) && content.length <= 5) return 'said so'
  if (POINTS_BACK.test(plain) && content.length <= 3) return 'points back'
  return content.length <= 2 || (content.length === 3 && plain.split(' ').length <= FEW_WORDS)
    ? 'short'
    : 'alone'
}
