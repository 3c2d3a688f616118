import type { Brief, IntakeField, Passage } from '@janua/contracts'
import type { ReleaseIndex } from '@janua/core'
import type { ConversationRow, VisitorRow } from '../conversations/index.ts'
import type { QuestionRow } from '../questions/index.ts'

interface Setting {
  visitor: VisitorRow
  conversation: Pick<ConversationRow, 'language' | 'routedBecause' | 'note' | 'told' | 'phone'>
  door: string
  /** What the door asks for: agents read its labels, not what is stored. */
  ask: readonly IntakeField[]
}

const LANGUAGE_NAMES = { en: 'English', de: 'German' }
const SAY_NEXT = 2

/** What an agent knows before reading the first message: nothing here is summarised that was not computed. */
export function briefOf(
  questions: readonly QuestionRow[],
  { visitor, conversation, door, ask }: Setting,
  index: ReleaseIndex | null,
): Brief {
  const { language, routedBecause, note, told, phone } = conversation
  const unsettled = questions.filter((question) => question.unsettled)
  return {
    unsettled: [...new Set(unsettled.map(({ text }) => text))],
    told: [
      { label: 'Name', value: visitor.name ?? '' },
      { label: 'Mail', value: visitor.mail ?? '' },
      { label: 'Call at', value: phone ?? '' },
      ...Object.entries(told ?? {}).map(([field, value]) => labelled(field, value, ask)),
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
    values: valuesIn(unsettled.length > 0 ? unsettled : questions.slice(-1)),
    routed: routedBecause,
    note,
    sayNext: index ? nearestPassages(unsettled.at(-1) ?? questions.at(-1), index) : [],
  }
}

/** Labels in the language of the team's app. A field that the door asks for no more is shown as it was stored. */
function labelled(
  field: string,
  value: string,
  ask: readonly IntakeField[],
): { label: string; value: string } {
  const asked = ask.find((each) => each.field === field)
  const choice = asked?.choices.find((each) => each.value === value)
  return {
    label: asked?.label.en || field[0]!.toUpperCase() + field.slice(1),
    value: choice?.label.en || value,
  }
}

/** The nearest passages of the last unsettled question, as the live release has them. */
function nearestPassages(question: QuestionRow | undefined, index: ReleaseIndex): Brief['sayNext'] {
  const found = (question?.trace.candidates ?? []).flatMap(
    ({ item, ordinal }) => index.docsOf(item)[ordinal] ?? [],
  )
  return found
    .slice(0, SAY_NEXT)
    .map((doc) => index.passage(doc))
    .map(passageView)
}

export function passageView({ item, passage }: ReturnType<ReleaseIndex['passage']>): Passage {
  return { item: item.id, title: item.title, path: passage.path, text: passage.text }
}

/** What can be told at a glance: numbers, sums, clock times, days and reference codes as the visitor wrote them. */
const VALUE =
  /\b(?:[A-Z]{2,}[- ]?\d{2,}[A-Z0-9-]*|\d{1,2}:\d{2}|\d{1,2}[./]\d{1,2}[./]\d{2,4}|\d+(?:[.,]\d+)?(?: ?(?:€|£|eur|gbp|euros?|pounds?|m|kg|people|persons|adults|children|cars?|bikes?|days?|hours?|weeks?))?|(?:mon|tues|wednes|thurs|fri|satur|sun)day|today|tomorrow|tonight|yesterday)\b/gi

function valuesIn(questions: readonly Pick<QuestionRow, 'text'>[]): string[] {
  return [...new Set(questions.flatMap(({ text }) => text.match(VALUE) ?? []))].slice(0, 12)
}
