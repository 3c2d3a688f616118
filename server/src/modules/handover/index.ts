import type { MeaningModels } from '@janua/core/meaning'
import { viewsOf } from '../../platform/database/view.ts'
import { job } from '../../platform/jobs/job.ts'
import type { Platform } from '../../platform/module.ts'
import { Alerts } from './alerts.ts'
import { Assignment } from './assignment.ts'
import { Cases } from './cases.ts'
import { ComingBack } from './comingBack.ts'
import { Desk } from './desk.ts'
import { FollowUps } from './followUps.ts'
import { Handover } from './handOver.ts'
import { Handovers } from './handOverLog.ts'
import { Idle } from './idle.ts'
import { Places } from './places.ts'
import { Presence } from './presence.ts'
import { QueueReports } from './queueFigures.ts'
import { QueueLearning } from './queueLearning.ts'
import { Queues } from './queues.ts'
import { SavedReplies } from './savedReplies.ts'
import { Returns } from './returns.ts'
import { handoverRoutes } from './routes.ts'
import { RoutingDesk } from './routingDesk.ts'
import { routingRoutes } from './routingRoutes.ts'
import { SimulatedAgents } from './simulatedAgents.ts'
import { handoverTables } from './tables.ts'
import { Proposals } from './proposals.ts'
import { Waiting } from './waiting.ts'
import { DeskWork } from './work.ts'
import type { AccountsModule, AccountViews } from '../accounts/index.ts'
import type { EngineHost } from '../answering/index.ts'
import type { Outbox } from '../channels/index.ts'
import type { ConversationsModule, ConversationViews } from '../conversations/index.ts'
import type { Articles } from '../library/index.ts'
import type { QuestionViews, Reporting } from '../questions/index.ts'
import type { Draft, LivePointer, ReleaseViews } from '../releases/index.ts'

export type { Desk } from './desk.ts'
export type { Handover } from './handOver.ts'
export type { Presence } from './presence.ts'
export type { Queues } from './queues.ts'
export type { SimulatedAgents } from './simulatedAgents.ts'
export type { HandoverViews } from './tables.ts'

interface Ports
  extends
    Platform,
    Pick<AccountsModule, 'accounts' | 'agents' | 'users' | 'audit'>,
    Pick<
      ConversationsModule,
      'conversations' | 'saying' | 'threads' | 'threadLinks' | 'visitors' | 'attachments'
    > {
  read: AccountViews & ConversationViews & QuestionViews & ReleaseViews
  engine: EngineHost
  draft: Draft
  live: LivePointer
  articles: Articles
  outbox: Outbox
  reporting: Reporting
  /** What words are understood by. */
  models: MeaningModels
  /** Agents of the demo who answer without a browser. */
  simulatesAgents: boolean
}

/** From the assistant to the team: when, to which queue, to whom, and the desk at which it is answered. */
export function createHandover({ simulatesAgents, ...ports }: Ports) {
  const { db, clock, attachments } = ports
  const tables = handoverTables(db)
  const base = { ...ports, tables }
  const waiting = new Waiting(base)
  const handovers = new Handovers(base)
  const queues = new Queues({ ...base, waiting })
  const places = new Places(base)
  const cases = new Cases(base)
  const parts = { ...base, waiting, handovers, queues, places, cases }
  const comingBack = new ComingBack(parts)
  const followUps = new FollowUps(parts)
  const handover = new Handover(parts)
  const desk = new Desk(parts)
  const work = new DeskWork({ ...parts, desk })
  const returns = new Returns(parts)
  const presence = new Presence({ ...parts, returns })
  const assignment = new Assignment(parts)
  const idle = new Idle({ ...parts, handover })
  const alerts = new Alerts(parts)
  const proposals = new Proposals({ ...parts, desk })
  const savedReplies = new SavedReplies(base)
  const routing = new RoutingDesk(parts)
  const queueLearning = new QueueLearning(parts)
  const reports = new QueueReports(parts)
  const simulatedAgents = simulatesAgents ? new SimulatedAgents({ ...parts, work }) : null
  return {
    waiting,
    handovers,
    queues,
    cases,
    comingBack,
    followUps,
    handover,
    desk,
    work,
    returns,
    presence,
    assignment,
    idle,
    alerts,
    proposals,
    routing,
    queueLearning,
    simulatedAgents,
    /** What was learnt of queues, by its number. */
    queueClassifier: async (id: number) => (await tables.queueModels.findByPk(id))?.model,
    read: viewsOf(tables),
    routes: [
      ...handoverRoutes({
        queues,
        desk,
        work,
        assignment,
        presence,
        savedReplies,
        proposals,
        attachments,
        alerts,
        reports,
        clock,
      }),
      ...routingRoutes({ routing, handovers }),
    ],
    jobs: [
      job('presence', 'Notes who is online', 1, () => presence.tick()),
      job('assignment', 'Offers waiting conversations to agents', 1, () => assignment.tick()),
      job('follow-ups', 'Mails replies to visitors who have left', 5, () => followUps.tick()),
      job('idle', 'Ends conversations in which nobody writes', 10, () => idle.tick()),
      job('alerts', 'Tells agents who waits', 10, () => alerts.tick()),
      job('routing', 'Learns which queue is right', 60, () => queueLearning.tick()),
      ...(simulatedAgents
        ? [job('demo-agents', 'Lets the demo’s agents answer', 3, () => simulatedAgents.tick())]
        : []),
    ],
  }
}

export type HandoverModule = ReturnType<typeof createHandover>
