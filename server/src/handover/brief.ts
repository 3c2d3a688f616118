import type { Brief } from '@janua/contracts'
import type { ReleaseIndex } from '@janua/core'
import type { QuestionRow, VisitorRow } from '../conversations/models.ts'

interface Setting {
  door: string
  language: 'en' | 'de'
  routed: string | null
}

const LANGUAGE_NAMES = { en: 'English', de: 'German' }
const SAY_NEXT = 2

/** What an agent knows before reading the first message: nothing here is summarised that was not computed. */
export function briefOf(questions: readonly QuestionRow[], visitor: VisitorRow, { door, language, routed }: Setting, index: ReleaseIndex | null): Brief {
  const unsettled = questions.filter((question) => question.unsettled)
  return {
    unsettled: [...new Set(unsettled.map(({ text }) => text))],
    told: [
      { label: 'Name', value: visitor.name ?? '' },
      { label: 'Mail', value: visitor.mail ?? '' },
      { label: 'Came through', value: door },
      { label: 'Language', value: LANGUAGE_NAMES[language] },
    ].filter(({ value }) => value !== ''),
    tried: questions.map(({ text, outcome, confidence, trace, vote }) => ({
      question: text,
      outcome,
      confidence,
      nearest: trace.candidates[0]?.title ?? null,
      vote: vote === null ? null : vote > 0 ? 'yes' : 'no',
    })),
    routed,
    sayNext: index ? nearestPassages(unsettled.at(-1) ?? questions.at(-1), index) : [],
  }
}

/** The nearest passages of the last unsettled question, as the live release has them. */
function nearestPassages(question: QuestionRow | undefined, index: ReleaseIndex): Brief['sayNext'] {
  const found = (question?.trace.candidates ?? []).flatMap(({ item, ordinal }) => index.docsOf(item)[ordinal] ?? [])
  return found
    .slice(0, SAY_NEXT)
    .map((doc) => index.passage(doc))
    .map(({ item, passage }) => ({ item: item.id, title: item.title, path: passage.path, text: passage.text }))
}
