import type { ReleaseIndex } from '../retrieval/releaseIndex.ts'
import { parseQuestion, type ParsedQuestion } from '../text/parsedQuestion.ts'
import { guessLanguage } from '../text/language.ts'
import type { Answer, AnswerSettings } from './answer.ts'
import { answerParsed, answerQuestion } from './answerer.ts'
import { cleanMessage } from './cleaning.ts'
import { type SmallTalk, STARTER_SMALL_TALK } from './smallTalk.ts'
import { WITHOUT_WORDS } from './smallTalk.ts'
import { isSentence, leanOf } from './followUp.ts'
import { chosenReading } from './readings.ts'
import type { Reading } from './answer.ts'
import { questionsIn, unframed } from './questions.ts'
import { understand } from './understand.ts'

/** What was asked before in a conversation, and what answered it. */
export interface Turn {
  /** The question with what it carried over, so that a second follow-up still knows the subject. */
  subject: string
  item?: number
  /** Between what it was asked back, when that is still open. */
  readings?: readonly Reading[]
}

export interface AskedQuestion {
  /** The question as it was asked. */
  text: string
  /** What was carried over from before. */
  carried?: string
  /** It replies to our own question back: it belongs to the question before. */
  replies?: true
  answer: Answer
}

/** What the assistant makes of one message. */
export interface Reply {
  smallTalk?: SmallTalk
  wantsPerson: boolean
  /** Empty for small talk or a bare wish for a person. */
  asked: AskedQuestion[]
}

export interface MessageSettings extends AnswerSettings {
  /** What was asked before, the newest last. */
  turns?: readonly Turn[]
  smallTalk?: readonly SmallTalk[]
}

/**
 * Answers a message: small talk, a wish for a person, or one to MOST_QUESTIONS questions, each with what it carries over.
 * @param message already masked
 */
export function answerMessage(
  index: ReleaseIndex,
  message: string,
  { turns = [], smallTalk = STARTER_SMALL_TALK, ...settings }: MessageSettings,
): Reply {
  const cleaned = cleanMessage(message)
  if (!/[\p{L}\p{N}]/u.test(cleaned))
    return { smallTalk: WITHOUT_WORDS, wantsPerson: false, asked: [] }
  const understood = understand(cleaned, smallTalk)
  const { wantsPerson, isQuestion } = understood
  if (understood.smallTalk || !isQuestion)
    return {
      ...(understood.smallTalk && { smallTalk: understood.smallTalk }),
      wantsPerson,
      asked: [],
    }
  const reply = replyTo(index, cleaned, turns.at(-1), settings)
  if (reply) return { wantsPerson, asked: [reply] }
  const language = guessLanguage(cleaned, index.language)
  const said = [...turns]
  const asked = questionsIn(unframed(cleaned), language).map((text) => {
    const parsed = parseQuestion(text, index.language)
    const question = askedAfter(index, parsed, { before: said.at(-1), settings })
    said.push(turnOf(question))
    return question
  })
  return { wantsPerson, asked }
}

/**
 * Plays a whole conversation: each message is answered after those before it, the oldest first.
 * @returns one reply a message, in their order
 */
export function converse(
  index: ReleaseIndex,
  messages: readonly string[],
  settings: MessageSettings,
): Reply[] {
  const replies: Reply[] = []
  for (const message of messages)
    replies.push(
      answerMessage(index, message, {
        ...settings,
        turns: [...(settings.turns ?? []), ...turnsOf(replies)],
      }),
    )
  return replies
}

/** What was asked in a conversation; a reply to our own question back takes the place of the question that it settles. */
export function turnsOf(replies: readonly Reply[]): Turn[] {
  const turns: Turn[] = []
  for (const asked of replies.flatMap((reply) => reply.asked)) {
    if (asked.replies) turns.pop()
    turns.push(turnOf(asked))
  }
  return turns
}

/**
 * One question of the log asked again, after what stood before it in its conversation.
 * @param before the question that it may lean on
 */
export function answerAfter(
  index: ReleaseIndex,
  text: string,
  before: Turn | undefined,
  settings: AnswerSettings,
): AskedQuestion {
  return askedAfter(index, parseQuestion(text, index.language), { before, settings })
}

/** A reply to our own question back: one of the readings, or the same thing in a third wording. */
function replyTo(
  index: ReleaseIndex,
  text: string,
  before: Turn | undefined,
  settings: AnswerSettings,
): AskedQuestion | undefined {
  if (!before?.readings) return undefined
  const chosen = before.readings[chosenReading(text, before.readings, index)]
  if (chosen) {
    const together = before.readings.reduce((sum, each) => sum + each.confidence, 0)
    const confidence = Math.min(MOST_SURE, chosen.says ? Math.max(TAKEN, together) : together)
    return {
      text,
      carried: before.subject,
      replies: true,
      answer: answerQuestion(index, before.subject, {
        ...settings,
        chosen: { item: chosen.item, ordinal: chosen.ordinal, confidence },
      }),
    }
  }
  const parsed = parseQuestion(text, index.language)
  const alone = answerParsed(index, parsed, settings)
  const together = answerParsed(index, parsed, { ...settings, before: { text: before.subject } })
  const settles =
    together.outcome === 'answered' &&
    before.readings.some(({ item }) => item === together.sources[0]!.item)
  if (
    settles &&
    (alone.outcome !== 'answered' || alone.sources[0]!.item === together.sources[0]!.item)
  )
    return { text, carried: before.subject, replies: true, answer: together }
  return undefined
}

/** A choice is as sure as that one of the readings was meant, but never certain. */
const MOST_SURE = 0.98
/** Who takes what was offered with its deciding sentence has read that sentence: it is at least as sure as this. */
const TAKEN = 0.8

/** A short question that a title or phrasing says whole from both sides stands alone; another goes on where we are, unless elsewhere is much surer. */
const ASKED_WHOLE = 0.7
const ASKED_ALL = 0.99
const SAID_HALF = 0.5
const STAYS_SHARE = 0.7

/** A question as those after it may lean on it. */
export function turnOf({ text, carried, answer }: AskedQuestion): Turn {
  const item = answer.sources[0]?.item ?? answer.trace.candidates[0]?.item
  return {
    subject: carried ? `${text} ${carried}` : text,
    ...(item !== undefined && { item }),
    ...(answer.readings && { readings: answer.readings }),
  }
}

function askedAfter(
  index: ReleaseIndex,
  parsed: ParsedQuestion,
  { before, settings }: { before?: Turn; settings: AnswerSettings },
): AskedQuestion {
  const text = parsed.said
  const alone = (): AskedQuestion => ({ text, answer: answerParsed(index, parsed, settings) })
  const lean = before ? leanOf(parsed) : 'alone'
  if (!before || lean === 'alone') return alone()
  const carried: AskedQuestion = {
    text,
    carried: before.subject,
    answer: answerParsed(index, parsed, {
      ...settings,
      before: { text: before.subject, item: before.item },
    }),
  }
  if (lean !== 'short') return carried
  const itself = alone()
  const whole = isSentence(parsed)
  if (whole && itself.answer.outcome === 'answered') return itself
  const ownShare = whole ? WHOLE_OWN : OWN
  const best = itself.answer.trace.candidates[0]
  const isWhole =
    best !== undefined &&
    best.foundBy === 'wording' &&
    ((best.features.asked > ASKED_ALL && best.features.said >= SAID_HALF) ||
      (best.features.asked >= ASKED_WHOLE && best.features.said >= ASKED_WHOLE))
  const stays = carried.answer.trace.candidates.find(({ item }) => item === before.item)
  const staysThere =
    stays !== undefined &&
    carried.answer.sources[0]?.item === before.item &&
    hasOwnWords(carried.answer, stays.matched, ownShare)
  if (!isWhole && staysThere && carried.answer.confidence >= itself.answer.confidence * STAYS_SHARE)
    return carried
  const carriedBest = carried.answer.trace.candidates[0]
  const isAboutThat =
    carriedBest !== undefined && hasOwnWords(carried.answer, carriedBest.matched, ownShare)
  return !isAboutThat ||
    itself.answer.confidence >= carried.answer.confidence ||
    itself.answer.outcome === 'answered'
    ? itself
    : carried
}

/** So much of what the question itself says must be there; the rest may be what was carried over. A whole sentence has more of its own. */
const OWN = 1 / 3
const WHOLE_OWN = 2 / 3

function hasOwnWords(
  { trace: { terms } }: Answer,
  matched: readonly string[],
  share: number,
): boolean {
  const own = terms.filter(({ carried }) => !carried)
  const weight = (some: typeof own) => some.reduce((sum, term) => sum + term.weight, 0)
  return (
    weight(own.filter(({ word, readAs }) => matched.includes(readAs ?? word))) >=
    weight(own) * share - 1e-9
  )
}
