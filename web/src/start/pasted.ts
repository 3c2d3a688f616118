/** A question with its answer, as somebody pasted it. */
export interface PastedAnswer {
  question: string
  answer: string
}

const PREFIX = /^\s*(?:[-*•]\s*)?(?:\d{1,3}[.)]\s*)?(?:(?:q|f|question|frage)\s*[:.)]\s*)?/i
const ANSWER_PREFIX = /^\s*(?:a|answer|antwort)\s*[:.)]\s*/i
const MARKED_QUESTION = /^\s*(?:[-*•]\s*)?(?:\d{1,3}[.)]\s*)?(?:q|f|question|frage)\s*[:.)]\s*\S/i
const LONGEST_QUESTION = 160

/**
 * Questions and answers out of a text as people keep them: a line that ends with a question mark, or begins with "Q:",
 * is a question, what follows up to the next one is its answer. A question without an answer, and what comes before the
 * first question, are left out.
 */
export function pastedAnswers(text: string): PastedAnswer[] {
  const found: PastedAnswer[] = []
  for (const line of text.replace(/\r\n?/g, '\n').split('\n')) {
    const last = found.at(-1)
    if (isQuestion(line)) found.push({ question: line.replace(PREFIX, '').trim(), answer: '' })
    else if (last) last.answer += `${last.answer.trim() ? line : line.replace(ANSWER_PREFIX, '')}\n`
  }
  return found
    .map(({ question, answer }) => ({ question, answer: answer.trim() }))
    .filter(({ question, answer }) => question && answer)
}

function isQuestion(line: string): boolean {
  if (MARKED_QUESTION.test(line)) return true
  return (
    line.trim().endsWith('?') && line.trim().length <= LONGEST_QUESTION && !ANSWER_PREFIX.test(line)
  )
}
