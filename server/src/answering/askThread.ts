import {
  type Answer,
  answerQuestion,
  type AnswerSettings,
  type IndexBlocks,
  type ReleaseIndex,
} from '@janua/core'
import { parentPort } from 'node:worker_threads'
import { openShared } from './meaningModels.ts'

export interface AskTask {
  /** The index to ask from here on; without it the one before. */
  blocks?: IndexBlocks
  questions: { text: string; settings: AnswerSettings }[]
}
/** What came of each question, without what it says. */
export type AskDone = Pick<Answer, 'outcome' | 'kind' | 'confidence'>[]

let index: ReleaseIndex | undefined

parentPort!.on('message', ({ blocks, questions }: AskTask) => {
  if (blocks) index = openShared(blocks)
  const done: AskDone = questions.map(({ text, settings }) => {
    const { outcome, kind, confidence } = answerQuestion(index!, text, settings)
    return { outcome, confidence, ...(kind && { kind }) }
  })
  parentPort!.postMessage(done)
})
