import { job } from '../../platform/jobs/job.ts'
import type { QueueClassifier } from '@janua/core'
import type { Platform } from '../../platform/module.ts'
import { AttachedEncoders, type LearntEncoder } from './attachedEncoder.ts'
import { BackgroundAnswers } from './backgroundAnswers.ts'
import { EngineHost } from './engineHost.ts'
import { ConfidenceTraining, type SaidOfAnswers } from './confidenceTraining.ts'
import type { ReadModels } from './meaningModels.ts'
import { answeringTables } from './tables.ts'
import { Vectors } from './vectors.ts'
import { viewsOf } from '../../platform/database/view.ts'
import type { Draft, LivePointer, ReleaseViews } from '../releases/index.ts'

export { type AttachedEncoders, type LearntEncoder, understood } from './attachedEncoder.ts'
export type { BackgroundAnswers } from './backgroundAnswers.ts'
export { contentItem } from './contentItem.ts'
export { completeDoor, starterDoor } from './doorDefaults.ts'
export { type Encoder, EncoderFault, type TextKind, unitVectors } from './encoder.ts'
export type { CompiledRelease, EngineHost, OpenDoor } from './engineHost.ts'
export type { ContentPin } from './indices.ts'
export { MODELS, type ReadModels } from './meaningModels.ts'
export {
  answerText,
  type AskedQuestion,
  leftUnsettled,
  normOf,
  respond,
  type Response,
  settingsAt,
  turnOfRow,
} from './respond.ts'
export { Rewording } from './rewording.ts'
export type { Rewriter } from './rewriter.ts'
export type { AnsweringViews } from './tables.ts'

interface Ports extends Pick<Platform, 'db' | 'clock'> {
  /** What texts are understood by beyond their words; null for words alone. */
  understanding: ReadModels | null
  read: ReleaseViews
  live: LivePointer
  draft: Draft
  /** What was learnt of queues, by its number. */
  queueClassifier: (id: number) => Promise<QueueClassifier | undefined>
  reviewCases: () => SaidOfAnswers
  /** Finds an encoder that was learnt once, by its id. */
  learnt: (id: string) => Promise<LearntEncoder | null>
}

/** Answers questions: the indices of the draft and of the releases in use, and how sure they may be. */
export function createAnswering({ understanding, learnt, reviewCases, ...ports }: Ports) {
  const { db, clock } = ports
  const tables = answeringTables(db)
  const vectors = understanding ? new Vectors({ tables, models: understanding.models }) : null
  const attached = new AttachedEncoders({ tables, learnt })
  const engine = new EngineHost({ ...ports, tables, vectors, attached })
  const learning = new ConfidenceTraining({ db, tables, engine, reviewCases, clock, vectors })
  const backgroundAnswers = new BackgroundAnswers(() => engine.port())
  return {
    engine,
    attached,
    learning,
    backgroundAnswers,
    read: viewsOf(tables),
    jobs: [job('confidence', 'Learns how sure answers are', 30, () => learning.tick())],
    close: () => backgroundAnswers.close(),
  }
}

export type AnsweringModule = ReturnType<typeof createAnswering>
