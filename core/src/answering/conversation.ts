import type { ReleaseIndex } from '../retrieval/releaseIndex.ts'
import { guessLanguage } from '../text/language.ts'
import { type Answer, answerQuestion, type AnswerSettings } from './answerer.ts'
import { cleanMessage } from './cleaning.ts'
import { type Courtesy, STARTER_COURTESIES } from './courtesies.ts'
import { leanOf } from './followUp.ts'
import { questionsIn, unframed } from './questions.ts'
import { understand } from './understand.ts'

/** What was asked before in a conversation, and what answered it. */
export interface Turn {
  /** The question with what it carried over, so that a second follow-up still knows the subject. */
  subject: string
  item?: number
}

export interface AskedQuestion {
  /** The question as it was asked. */
  text: string
  /** What was carried over from before. */
  carried?: string
  answer: Answer
}

/** What the assistant makes of one message. */
export interface Reply {
  courtesy?: Courtesy
  wantsPerson: boolean
  /** Empty for a courtesy or a bare wish for a person. */
  asked: AskedQuestion[]
}

export interface MessageSettings extends AnswerSettings {
  /** What was asked before, the newest last. */
  turns?: readonly Turn[]
  courtesies?: readonly Courtesy[]
}

/**
 * Answers a message: a courtesy, a wish for a person, or one to MOST_QUESTIONS questions, each with what it carries over.
 * @param message already masked
 */
export function answerMessage(index: ReleaseIndex, message: string, { turns = [], courtesies = STARTER_COURTESIES, ...settings }: MessageSettings): Reply {
  const cleaned = cleanMessage(message)
  const { courtesy, wantsPerson, isQuestion } = understand(cleaned, courtesies)
  if (courtesy || !isQuestion) return { ...(courtesy && { courtesy }), wantsPerson, asked: [] }
  const language = guessLanguage(cleaned, index.language)
  const said = [...turns]
  const asked = questionsIn(unframed(cleaned), language).map((text) => {
    const question = askedAfter(index, text, { before: said.at(-1), settings })
    said.push(turnOf(question))
    return question
  })
  return { wantsPerson, asked }
}

/** A question as those after it may lean on it. */
export function turnOf({ text, carried, answer }: AskedQuestion): Turn {
  const item = answer.sources[0]?.item ?? answer.trace.candidates[0]?.item
  return { subject: carried ? `${text} ${carried}` : text, ...(item !== undefined && { item }) }
}

function askedAfter(index: ReleaseIndex, text: string, { before, settings }: { before?: Turn; settings: AnswerSettings }): AskedQuestion {
  const alone = (): AskedQuestion => ({ text, answer: answerQuestion(index, text, settings) })
  const lean = before ? leanOf(text, guessLanguage(text, index.language)) : 'alone'
  if (!before || lean === 'alone') return alone()
  const carried: AskedQuestion = { text, carried: before.subject, answer: answerQuestion(index, text, { ...settings, before: { text: before.subject, item: before.item } }) }
  if (lean !== 'short') return carried
  const itself = alone()
  return itself.answer.confidence >= carried.answer.confidence || itself.answer.outcome === 'answered' ? itself : carried
}
