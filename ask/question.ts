export interface Asked {
  id: string | number
  question: string
  /** What the same visitor asked before, the oldest first. */
  conversation: string[]
  /** The language in which small talk is returned; English when not given. */
  language?: 'de'
}

/** A line of questions: a JSON object, or the question itself. */
export function readQuestion(line: string, number: number): Asked | { because: string } {
  if (!line.trimStart().startsWith('{')) return { id: number, question: line, conversation: [] }
  let given: Record<string, unknown>
  try {
    given = JSON.parse(line) as Record<string, unknown>
  } catch {
    return { because: 'the line begins like JSON, but is none' }
  }
  const { id = number, question, conversation = [], language } = given
  if (typeof question !== 'string') return { because: 'it has no "question"' }
  if (!Array.isArray(conversation)) return { because: '"conversation" is not a list' }
  return {
    id: typeof id === 'string' || typeof id === 'number' ? id : number,
    question,
    conversation: conversation.flatMap(visitorText),
    ...(language === 'de' && { language }),
  }
}

/** A message of the conversation before: a text, or an object that says whose it is; what others said is not asked again. */
function visitorText(message: unknown): string[] {
  if (typeof message === 'string') return [message]
  const { text, question, content, author, role } = (message ?? {}) as Record<string, unknown>
  const said = text ?? question ?? content
  const by = author ?? role ?? 'visitor'
  return typeof said === 'string' && (by === 'visitor' || by === 'user') ? [said] : []
}
