import type { AnswerData, Message } from '@janua/contracts'
import type { Transaction } from 'sequelize'
import type { Platform } from '../../platform/module.ts'
import { viewsOf } from '../../platform/database/view.ts'
import { AskedQuestions } from './asked.ts'
import { AuditSampling } from './audit.ts'
import { LogImports } from './imports.ts'
import { type ReviewPorts, Reviews } from './reviews.ts'
import { QuestionLog } from './questionLog.ts'
import { Reporting } from './reporting.ts'
import { ReviewCases } from './reviewCases.ts'
import { questionRoutes } from './routes.ts'
import { questionTables } from './tables.ts'
import type { Audit, Names } from '../accounts/index.ts'
import type { EngineHost } from '../answering/index.ts'
import type { Articles } from '../library/index.ts'

export type { AskedQuestions } from './asked.ts'
export type { AuditSampling } from './audit.ts'
export { expectedRight, reviewedWorth } from './expectedRight.ts'
export { saidFrom } from './reviews.ts'
export type { Reporting } from './reporting.ts'
export { keyOf, LatestReviews, LATEST_VERDICT, VERDICT_WORTH } from './latestReviews.ts'
export type { QuestionRow, QuestionViews } from './tables.ts'

interface Ports
  extends Pick<Platform, 'db' | 'settings' | 'events' | 'clock'>, Pick<ReviewPorts, 'mayRead'> {
  users: Names
  audit: Audit
  engine: EngineHost
  articles: Articles
  /** Conversations as they were said. */
  threads: () => {
    messages(conversation: number, after: number): Promise<Message[]>
    answersIn(conversation: number): Promise<AnswerData[]>
    amendAnswer: ReviewPorts['amendAnswer']
  }
  /** Figures and topics are made of questions: both hear of what changes. */
  figures: () => {
    mark(at: Date, transaction?: Transaction): Promise<void>
    rebuild(): Promise<unknown>
  }
  topicOf: (norm: string, transaction: Transaction) => Promise<number | null>
}

/** Everything that was asked, whatever the channel, and what the team says of the answers: the one owner of both. */
export function createQuestions({ threads, figures, ...ports }: Ports) {
  const { db, settings, clock, engine } = ports
  const tables = questionTables(db)
  const mark = (at: Date, transaction?: Transaction) => figures().mark(at, transaction)
  const all = { ...ports, tables, mark }
  const reporting = new Reporting({ settings, engine })
  const reviews = new Reviews({
    ...all,
    amendAnswer: (...given) => threads().amendAnswer(...given),
  })
  const sampling = new AuditSampling({
    db,
    tables,
    answersIn: (conversation) => threads().answersIn(conversation),
    clock,
  })
  const questionLog = new QuestionLog({
    ...all,
    reporting,
    messagesOf: (conversation) => threads().messages(conversation, 0),
  })
  const logImports = new LogImports({ ...all, reporting, recount: () => figures().rebuild() })
  return {
    asked: new AskedQuestions(all),
    reviewCases: new ReviewCases(db),
    reporting,
    reviews,
    sampling,
    questionLog,
    logImports,
    newest: () => tables.questions.max<number | null, InstanceType<typeof tables.questions>>('id'),
    read: viewsOf(tables),
    routes: questionRoutes({ questionLog, logImports, reviews, sampling, reporting }),
    close: () => logImports.ended(),
  }
}

export type QuestionsModule = ReturnType<typeof createQuestions>
