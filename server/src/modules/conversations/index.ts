import { viewsOf } from '../../platform/database/view.ts'
import { job } from '../../platform/jobs/job.ts'
import type { Platform } from '../../platform/module.ts'
import { type AttachmentPorts, Attachments } from './attachments.ts'
import { type DerivedPorts, Erasure } from './erasure.ts'
import { conversationRoutes } from './routes.ts'
import { Saying, type SayingPorts } from './saying.ts'
import { type ConversationPorts, Conversations } from './service.ts'
import { conversationTables } from './tables.ts'
import { ThreadLinks } from './threadLinks.ts'
import { Threads } from './thread.ts'
import { type Mailed, VisitorRecords } from './visitorRecords.ts'
import { Visitors } from './visitors.ts'
import type { Audit, Names } from '../accounts/index.ts'
import type { EngineHost, Rewording } from '../answering/index.ts'
import type { AskedQuestions, QuestionViews } from '../questions/index.ts'
import type { ReleaseViews } from '../releases/index.ts'

export { type Attachments, shownName } from './attachments.ts'
export type { Saying } from './saying.ts'
export type { Conversations } from './service.ts'
export type { ConversationRow, ConversationViews, VisitorRow } from './tables.ts'
export { LEFT_QUEUE, type Threads } from './thread.ts'
export type { ThreadLinks } from './threadLinks.ts'
export type { Visitors } from './visitors.ts'

interface Ports extends Platform, DerivedPorts, AttachmentPorts {
  opinionsOn: SayingPorts['opinionsOn']
  handover: () => ReturnType<ConversationPorts['handover']> & ReturnType<SayingPorts['handover']>
  read: Pick<ReleaseViews, 'revisions'> & Pick<QuestionViews, 'questions'>
  users: Names
  audit: Audit
  engine: EngineHost
  rewording: Rewording
  asked: AskedQuestions
  mailsOf: (conversations: readonly number[]) => Promise<Mailed[]>
}

/** Visitors and their threads: what is said, and what is kept of it and for how long. */
export function createConversations(ports: Ports) {
  const { db, secret, publicUrl, clock } = ports
  const tables = conversationTables(db)
  const all = { ...ports, tables }
  const threads = new Threads(all)
  const erasure = new Erasure(all)
  const threadLinks = new ThreadLinks({ secret, publicUrl, clock })
  const conversations = new Conversations({ ...all, threads, erasure, threadLinks })
  const visitorRecords = new VisitorRecords({ ...all, threads, erasure })
  return {
    threads,
    threadLinks,
    conversations,
    saying: new Saying({ ...all, threads, conversations }),
    erasure,
    visitorRecords,
    visitors: new Visitors({ tables, clock }),
    attachments: new Attachments({ ...all, threads, conversations }),
    read: viewsOf(tables),
    routes: conversationRoutes({ visitors: visitorRecords }),
    jobs: [
      job('retention', 'Removes what is older than it is kept', 3_600, () => visitorRecords.tick()),
    ],
  }
}

export type ConversationsModule = ReturnType<typeof createConversations>
