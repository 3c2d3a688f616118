import { type AnswerData, MAX_MESSAGE, type MessageKind } from '@janua/contracts'
import {
  type AnswerKind,
  type Outcome,
  type Trace,
  type HeardOpinion,
  type Answer,
  answerMessage,
  type AnswerSettings,
  blocksText,
  dayIn,
  maskPrivate,
  plainWords,
  type Turn,
} from '@janua/core'
import type { CompiledRelease, OpenDoor } from './engineHost.ts'

/** A question and what was answered, as it is kept. */
export interface AskedQuestion {
  releaseId: number
  doorId: number
  text: string
  norm: string
  language: 'en' | 'de'
  outcome: Outcome
  kind: AnswerKind | null
  confidence: number
  itemId: number | null
  revisionId: number | null
  ordinal: number | null
  nearestItem: number | null
  /** 1 helpful, −1 not. */
  vote: number | null
  wantsPerson: boolean
  /** Unanswered, only suggested, or voted down: belongs on the list of what to fix. */
  unsettled: boolean
  trace: Trace
}

/** What the assistant says to one message, before it is stored: the text, and the question row when something was asked. */
export interface Response {
  kind: MessageKind
  text: string
  data?: Omit<AnswerData, 'question'>
  question?: AskedQuestion
  wantsPerson: boolean
  /** It settles the question before, which we had asked back about. */
  replies?: true
}

/** When and after what a message is said. */
export interface Said {
  language: 'en' | 'de'
  at: Date
  /** What was asked before in the conversation, the newest last. */
  turns?: readonly Turn[]
  /** A member of the team asks. */
  team?: boolean
  /** What was heard of its questions and their first articles. */
  opinions?: readonly HeardOpinion[]
}

/** The assistant's word on one message, one response for each question in it: pure, so that history is made by the same code that answers visitors. */
export function respond(
  release: CompiledRelease,
  door: OpenDoor,
  message: string,
  { language, at, turns, team, opinions }: Said,
): Response[] {
  const { smallTalk, wantsPerson, asked } = answerMessage(release.index, masked(message), {
    ...settingsAt(release, door, at),
    ...(team && { team }),
    ...(opinions && { opinions }),
    turns,
    smallTalk: release.smallTalk,
  })
  if (smallTalk)
    return [{ kind: 'smallTalk', text: smallTalk.replies[language], wantsPerson: false }]
  if (asked.length === 0)
    return [{ kind: 'offer', text: door.texts[language].offerPerson, wantsPerson: true }]
  return asked.map(({ text: question, carried, replies, answer }): Response => ({
    kind: 'answer',
    text: answerText(answer, door, language),
    data: {
      outcome: answer.outcome,
      kind: answer.kind,
      confidence: answer.confidence,
      release: release.number,
      blocks: answer.blocks,
      sources: answer.sources,
      near: answer.near,
      ...(asked.length > 1 && { about: question }),
      ...(carried && !replies && { carried }),
      ...(answer.readings && { readings: answer.readings }),
    },
    question: questionRow(answer, { release, door, question, language, wantsPerson }),
    wantsPerson,
    ...(replies && { replies }),
  }))
}

/** Without what is private. A sign can be longer than what it stands for, and a question is stored no longer than a message. */
function masked(message: string): string {
  return maskPrivate(message).slice(0, MAX_MESSAGE)
}

/** A stored question as those after it may lean on it. */
export function turnOfRow({
  text,
  outcome,
  trace,
  itemId,
  nearestItem,
}: Pick<AskedQuestion, 'text' | 'outcome' | 'trace' | 'itemId' | 'nearestItem'>): Turn {
  const item = itemId ?? nearestItem
  return {
    subject: trace.carried ? `${text} ${trace.carried}` : text,
    ...(item !== null && { item }),
    ...((outcome === 'clarifying' || outcome === 'suggested') &&
      trace.readings && { readings: trace.readings }),
  }
}

/** How a door answers at a moment: its threshold and rules, its key, the day that it is there, and how sure the release may be. */
export function settingsAt(
  { model }: Pick<CompiledRelease, 'model'>,
  { threshold, key, timeZone, rules }: OpenDoor,
  at: Date,
): AnswerSettings {
  return {
    model,
    threshold: threshold,
    door: key,
    day: dayIn(timeZone, at),
    thresholds: rules.thresholds,
    length: rules.length,
    declines: rules.declines,
  }
}

/** Equal questions have an equal form: their folded words. */
export function normOf(question: string): string {
  return plainWords(question).slice(0, 300)
}

export function answerText(
  { outcome, blocks, trace }: Answer,
  { texts, rules }: OpenDoor,
  language: 'en' | 'de',
): string {
  const { near, which, unknown } = texts[language]
  switch (outcome) {
    case 'answered':
      return blocksText(blocks)
    case 'declined':
      return rules.declines.find(({ about }) => about === trace.about)?.reply[language] ?? unknown
    case 'clarifying':
      return which
    default:
      return outcome === 'suggested' ? near : unknown
  }
}

/** Nobody got what they asked for: it belongs on the list of what is to be fixed. */
export function leftUnsettled({ outcome, kind }: Pick<AskedQuestion, 'outcome' | 'kind'>): boolean {
  return (
    outcome === 'unanswered' ||
    outcome === 'suggested' ||
    outcome === 'clarifying' ||
    kind === 'elsewhere'
  )
}

interface QuestionContext {
  release: CompiledRelease
  door: OpenDoor
  question: string
  language: 'en' | 'de'
  wantsPerson: boolean
}

function questionRow(
  answer: Answer,
  { release, door, question, language, wantsPerson }: QuestionContext,
): Response['question'] {
  const source = answer.sources[0]
  return {
    releaseId: release.number,
    doorId: door.id,
    text: question,
    norm: normOf(question) || question.slice(0, 300),
    language,
    outcome: answer.outcome,
    kind: answer.kind ?? null,
    confidence: answer.confidence,
    itemId: source?.item ?? null,
    revisionId: source?.revision ?? null,
    ordinal: source?.ordinal ?? null,
    nearestItem: answer.trace.candidates[0]?.item ?? null,
    vote: null,
    wantsPerson,
    unsettled: leftUnsettled({ outcome: answer.outcome, kind: answer.kind ?? null }),
    trace: answer.trace,
  }
}
