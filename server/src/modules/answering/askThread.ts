import {
  type Answer,
  answerQuestion,
  type AnswerSettings,
  type IndexBlocks,
  type ReleaseIndex,
} from '@janua/core'
import { type MessagePort, parentPort, workerData } from 'node:worker_threads'
import { openShared } from './meaningModels.ts'

export interface AskTask {
  /** The index to ask from here on; without it the one before. */
  blocks?: IndexBlocks
  questions: { text: string; settings: AnswerSettings }[]
}
export interface AskOrder {
  /** By which an encoder of the team's is asked. */
  encoder?: MessagePort
}
/** What came of each question, without what it says. */
export type AskDone = Pick<Answer, 'outcome' | 'kind' | 'confidence'>[]

const { encoder } = (workerData as { order: AskOrder }).order
let index: ReleaseIndex | undefined

parentPort!.on('message', ({ blocks, questions }: AskTask) => {
  if (blocks) index = openShared(blocks, encoder)
  const done: AskDone = questions.map(({ text, settings }) => {
    const { outcome, kind, confidence } = answerQuestion(index!, text, settings)
    return { outcome, confidence, ...(kind && { kind }) }
  })
  parentPort!.postMessage(done)
})
