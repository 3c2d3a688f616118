import type { Express } from 'express'
import { mkdtempSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pino, { type Logger } from 'pino'
import type { Sequelize } from 'sequelize'
import { Audit } from './modules/accounts/audit.ts'
import { Names } from './modules/accounts/names.ts'
import { accountRoutes } from './modules/accounts/routes.ts'
import { Security } from './modules/accounts/security.ts'
import { Accounts } from './modules/accounts/service.ts'
import { sessionsIn } from './modules/accounts/sessions.ts'
import { BackgroundAnswers } from './modules/answering/backgroundAnswers.ts'
import { EngineHost } from './modules/answering/engineHost.ts'
import type { ReadModels } from './modules/answering/meaningModels.ts'
import { Learning } from './modules/answering/learning.ts'
import { Rewording } from './modules/answering/rewording.ts'
import { AttachedEncoders } from './modules/answering/attachedEncoder.ts'
import { Vectors } from './modules/answering/vectors.ts'
import { createApp } from './app.ts'
import { Inbox } from './modules/channels/inbox.ts'
import { Outbox, type Postman } from './modules/channels/outbox.ts'
import { type Clock, systemClock } from './platform/clock.ts'
import { Attachments } from './modules/conversations/attachments.ts'
import { Erasure } from './modules/conversations/erasure.ts'
import { Conversations } from './modules/conversations/service.ts'
import { Threads } from './modules/conversations/thread.ts'
import { ThreadLinks } from './modules/conversations/threadLinks.ts'
import { VisitorRecords } from './modules/conversations/visitorRecords.ts'
import { AuditSampling } from './modules/questions/audit.ts'
import { StaleDemo } from './modules/system/staleDemo.ts'
import { Encoders, learntEncoders } from './modules/models/encoders/service.ts'
import type { EncoderSource } from './modules/models/encoders/source.ts'
import { EncoderTrials } from './modules/models/encoders/trials.ts'
import { type GivenConnection, ModelUses } from './modules/models/modelUses.ts'
import { OpinionTrials } from './modules/models/opinionTrials.ts'
import { Proposals } from './modules/models/proposals.ts'
import { modelRoutes } from './modules/models/routes.ts'
import { Sealing } from './modules/models/sealing.ts'
import { SecondOpinion } from './modules/models/secondOpinion.ts'
import { wordingBy } from './modules/models/wording.ts'
import { systemRoutes } from './modules/system/routes.ts'
import { System } from './modules/system/service.ts'
import { Rollup } from './modules/coverage/figures/rollup.ts'
import { Effects } from './modules/coverage/gaps/effect.ts'
import { GapClosings } from './modules/coverage/gaps/closings.ts'
import { GapMends } from './modules/coverage/gaps/mends.ts'
import { Gaps } from './modules/coverage/gaps/service.ts'
import { Judgements } from './modules/questions/judgements.ts'
import { learnRoutes } from './modules/coverage/learnRoutes.ts'
import { LogImports } from './modules/questions/imports.ts'
import { QuestionLog } from './modules/questions/questionLog.ts'
import { Mends } from './modules/coverage/mends.ts'
import { Reporting } from './modules/coverage/reporting.ts'
import { Reports } from './modules/coverage/reports.ts'
import { coverageRoutes } from './modules/coverage/routes.ts'
import { Topics } from './modules/coverage/topics/service.ts'
import { Unsettled } from './modules/coverage/unsettled.ts'
import { doorRoutes } from './modules/doors/routes.ts'
import { Doors } from './modules/doors/service.ts'
import { Events } from './platform/events.ts'
import { Alerts } from './modules/handover/alerts.ts'
import { Assignment } from './modules/handover/assignment.ts'
import { Cases } from './modules/handover/cases.ts'
import { ComingBack } from './modules/handover/comingBack.ts'
import { FollowUps } from './modules/handover/followUps.ts'
import { Places } from './modules/handover/places.ts'
import { Desk } from './modules/handover/desk.ts'
import { Handover } from './modules/handover/handover.ts'
import { Handovers } from './modules/handover/handovers.ts'
import { Idle } from './modules/handover/idle.ts'
import { Presence } from './modules/handover/presence.ts'
import { QueueReports } from './modules/handover/queueFigures.ts'
import { QueueLearning } from './modules/handover/queueLearning.ts'
import { Queues } from './modules/handover/queues.ts'
import { ReadyLines } from './modules/handover/readyLines.ts'
import { Returns } from './modules/handover/returns.ts'
import { handoverRoutes } from './modules/handover/routes.ts'
import { RoutingDesk } from './modules/handover/routingDesk.ts'
import { routingRoutes } from './modules/handover/routingRoutes.ts'
import { SimulatedAgents } from './modules/handover/simulatedAgents.ts'
import { Teachings } from './modules/handover/teachings.ts'
import { Waiting } from './modules/handover/waiting.ts'
import { DeskWork } from './modules/handover/work.ts'
import { FileStore } from './platform/files/store.ts'
import { sweepFiles } from './modules/system/sweeping.ts'
import { Limits } from './platform/http/limits.ts'
import { problem } from './platform/http/problems.ts'
import type { Route } from './platform/http/routing.ts'
import { Articles } from './modules/library/articles.ts'
import { Documents } from './modules/library/documents.ts'
import { Exporter } from './modules/library/exporter.ts'
import { FileLinks } from './modules/library/fileLinks.ts'
import { Files } from './modules/library/files.ts'
import { Links } from './modules/library/health/links.ts'
import { healthRoutes } from './modules/library/health/routes.ts'
import { HealthCheck } from './modules/library/health/service.ts'
import { Importer } from './modules/library/importer.ts'
import { ItemInsights } from './modules/library/insights.ts'
import { Intake } from './modules/library/intake.ts'
import { libraryRoutes } from './modules/library/routes.ts'
import { type Outside, REAL_WORLD } from './modules/library/sites/fetching.ts'
import { AllowedHosts } from './modules/library/sites/hosts.ts'
import { siteRoutes } from './modules/library/sites/routes.ts'
import { Sites } from './modules/library/sites/service.ts'
import { Vocabulary } from './modules/library/vocabulary.ts'
import { Choices } from './modules/releases/choice.ts'
import { CheckLists } from './modules/verification/checkLists.ts'
import { Checks } from './modules/verification/checks.ts'
import { Draft } from './modules/releases/draft.ts'
import { LivePointer } from './modules/releases/livePointer.ts'
import { proofRoutes } from './modules/verification/routes.ts'
import { Proofs } from './modules/verification/proofs.ts'
import { Rehearsal } from './modules/verification/rehearsal.ts'
import { Replays } from './modules/verification/replays.ts'
import { releaseRoutes } from './modules/releases/routes.ts'
import { Schedule } from './modules/releases/schedule.ts'
import { Threshold } from './modules/verification/threshold.ts'
import { Releases } from './modules/releases/service.ts'
import { Leases } from './platform/jobs/leases.ts'
import { JobRunner } from './platform/jobs/runner.ts'
import { listOfJobs } from './platform/jobs/list.ts'
import { allTables } from './allTables.ts'
import { openSockets } from './live/sockets.ts'

export interface Options {
  db: Sequelize
  sessionSecret: string
  clock?: Clock
  log?: Logger
  outside?: Outside
  /** What texts are understood by beyond their words; without them questions are answered by shared words alone. */
  understanding?: ReadModels | null
  /** An encoder of the team's that whoever runs the server has at hand. */
  encoder?: EncoderSource | null
  /** A language model that whoever runs the server has connected; what for it is used, the team says. */
  languageModel?: GivenConnection | null
  /** Brings mails on their way; without one they wait. */
  postman?: Postman | null
  /** Where files are kept; a folder of the system's for temporary files when not given. */
  store?: FileStore
  limits?: Limits
  /** The demo company's own page is served too. */
  hasDemo?: boolean
  /** Agents of the demo who answer without a browser. */
  simulatesAgents?: boolean
  /** Where people reach Janua, for links in mails. */
  publicUrl?: () => string
}

/** Janua put together: the one place where parts are given what they need. */
export function createJanua({
  db,
  sessionSecret,
  clock = systemClock,
  log = pino({ level: 'warn' }),
  outside = REAL_WORLD,
  languageModel = null,
  encoder = null,
  understanding = null,
  postman = null,
  store = new FileStore(mkdtempSync(join(tmpdir(), 'janua-files-'))),
  limits = new Limits(),
  hasDemo = false,
  simulatesAgents = false,
  publicUrl = () => 'http://127.0.0.1:4400',
}: Options) {
  const tables = allTables(db)
  const events = new Events()
  const audit = new Audit(tables, clock)
  const users = new Names(tables, events)
  const sessions = sessionsIn(db, sessionSecret)
  const security = new Security({ tables, audit })
  const accounts = new Accounts({ db, tables, sessions, security, audit, events, clock })

  const live = new LivePointer(tables)
  const draft = new Draft({ db, tables, live, users, audit, events, clock })
  const vectors = understanding ? new Vectors({ tables, models: understanding.models }) : null
  const learnt = learntEncoders(tables)
  const attached = new AttachedEncoders({ tables, learnt })
  const engine = new EngineHost({ db, tables, live, draft, vectors, attached })
  const prepare = (release: number) => engine.release(release).then(() => undefined)
  const choices = new Choices({ draft, live, engine })
  const checks = new Checks({ db, tables, choices, engine, users, audit, events, clock })
  const checkLists = new CheckLists({ tables, checks, engine })
  const replays = new Replays({ db, tables, choices, live, engine, users, audit, events, clock })
  const proofs = new Proofs({
    tables,
    choices,
    checks,
    replays,
    routingProof: (release) => routing.compare(release),
  })
  const releases = new Releases({
    db,
    tables,
    draft,
    live,
    users,
    audit,
    events,
    clock,
    prepare,
    prepareChoice: async (choice) => {
      const { index } = await choices.compiled(choice)
      if (index.lacksAttached) throw problem('ENCODER_NOT_READY')
    },
    newestModel: (pins) => engine.newestModel(pins),
    proofOf: (choice) => proofs.ofChoice(choice, true),
  })
  const schedule = new Schedule({ tables, draft, choices, proofs, releases, users, audit, clock })
  const rehearsal = new Rehearsal({ tables, engine, clock })
  const articles = new Articles({
    db,
    draft,
    live,
    users,
    clock,
    nearestPart: (item, question) => engine.nearestPart(item, question),
  })
  const documents = new Documents({ draft, live, users })
  const glossary = new Vocabulary('glossary', { tables, draft, live, users })
  const courtesies = new Vocabulary('courtesy', { tables, draft, live, users })
  const files = new Files({ tables, store, clock })
  const fileLinks = new FileLinks({ secret: sessionSecret, clock })
  const intake = new Intake({ db, tables, clock })
  const importer = new Importer({ db, tables, intake, files, users, audit, clock })
  const hosts = new AllowedHosts({ tables, audit })
  const sites = new Sites({ db, tables, intake, draft, hosts, audit, clock, outside })
  const links = new Links({ tables, draft, hosts, clock, outside })
  const health = new HealthCheck({ db, tables, draft, engine, links, audit, clock })
  const insights = new ItemInsights({ db, tables, draft, engine, users, clock })
  const exporter = new Exporter({ tables, files, audit, clock })

  const doors = new Doors({
    tables,
    draft,
    live,
    engine,
    citations: { wasCited: (visitor, revision) => conversations.wasCited(visitor, revision) },
    fileLinks,
    sendsMail: () => outbox.isSetUp,
    isStaffed: () => queues.areStaffed(),
    clock,
  })

  const threshold = new Threshold({ db, tables, engine, choices, doors })
  const reporting = new Reporting({ tables, engine })
  const rollup = new Rollup({ db, tables, reporting, events, clock })
  const topics = new Topics({
    db,
    tables,
    rollup,
    reporting,
    audit,
    events,
    clock,
    wake: () => void jobs.runNow('topics'),
  })
  const learning = new Learning({ db, tables, engine, clock, vectors })
  const modelUses = new ModelUses({
    db,
    tables,
    users,
    audit,
    sealing: new Sealing(sessionSecret, 'key of a language model'),
    given: languageModel,
    clock,
  })
  const rewording = new Rewording({ rewriter: wordingBy(modelUses) })
  const encoders = new Encoders({
    tables,
    attached,
    learnt,
    engine,
    draft,
    live,
    audit,
    clock,
    source: encoder,
  })
  const secondOpinion = new SecondOpinion({ uses: modelUses })
  const threads = new Threads({ db, tables, users, events, clock })
  const erasure = new Erasure({ db, tables, audit, events, clock })
  const waiting = new Waiting({ db, tables, clock })
  const handovers = new Handovers({ db, tables, clock })
  const queues = new Queues({ db, tables, engine, waiting, audit, events, clock })
  const outbox = new Outbox({ tables, clock, postman })
  const threadLinks = new ThreadLinks({ secret: sessionSecret, clock, publicUrl })
  const cases = new Cases({ tables, threads, outbox, threadLinks, clock })
  const places = new Places({ tables, engine })
  const comingBack = new ComingBack({ tables, threads, queues, cases, places, clock })
  const followUps = new FollowUps({
    db,
    tables,
    threads,
    outbox,
    places,
    users,
    threadLinks,
    clock,
  })
  const conversations = new Conversations({
    db,
    tables,
    threads,
    engine,
    rewording,
    secondOpinion,
    erasure,
    rollup,
    topics,
    waiting,
    handovers,
    comingBack,
    threadLinks,
    users,
    events,
    clock,
  })
  const handover = new Handover({
    tables,
    conversations,
    threads,
    queues,
    handovers,
    cases,
    waiting,
    engine,
    clock,
  })
  const desk = new Desk({ db, tables, threads, queues, engine, users, clock })
  const work = new DeskWork({
    tables,
    threads,
    desk,
    handovers,
    cases,
    places,
    users,
    audit,
    events,
    clock,
  })
  const returns = new Returns({ tables, threads, cases, places, clock })
  const presence = new Presence({ tables, returns, audit, events, clock })
  const assignment = new Assignment({ db, tables, threads, handovers, clock })
  const idle = new Idle({ tables, threads, engine, handover, clock })
  const alerts = new Alerts({ db, tables, outbox, reporting, clock })
  const attachments = new Attachments({
    tables,
    threads,
    conversations,
    desk,
    store,
    limits,
    clock,
  })
  const inbox = new Inbox({ tables, threads, work, attachments, comingBack, accounts, clock })
  const teachings = new Teachings({ db, tables, desk, articles, users, events, clock })
  const readyLines = new ReadyLines({ tables, clock })
  const routing = new RoutingDesk({ tables, handovers, engine, draft, live })
  const queueLearning = new QueueLearning({
    tables,
    handovers,
    models: understanding?.models ?? {},
    clock,
  })
  const mends = new Mends({ db, tables, articles, engine, users, audit, events, clock })
  const judgements = new Judgements({ tables, threads, desk, articles, rollup, audit, clock })
  const sampling = new AuditSampling({ db, tables, clock })
  const unsettled = new Unsettled({ db, tables, engine, mends, clock })

  const backgroundAnswers = new BackgroundAnswers(() => engine.port())
  const effects = new Effects({ db, engine, clock, answers: backgroundAnswers })
  const gapMends = new GapMends({
    db,
    tables,
    topics,
    articles,
    doors,
    engine,
    effects,
    users,
    audit,
    events,
    clock,
  })
  const gaps = new Gaps({
    db,
    tables,
    topics,
    gapMends,
    effects,
    engine,
    reporting,
    conflicting: () => health.conflicting(),
    clock,
  })
  const gapClosings = new GapClosings({ db, tables, gaps, gapMends, engine, clock })
  const questionLog = new QuestionLog({ db, tables, threads, rollup, reporting, users, clock })
  const logImports = new LogImports({
    db,
    tables,
    engine,
    rollup,
    reporting,
    users,
    audit,
    events,
    clock,
  })
  const staleDemo = new StaleDemo({ db, tables, rollup, audit, clock })
  const reports = new Reports({
    db,
    tables,
    engine,
    live,
    releases,
    replays,
    sampling,
    reporting,
    audit,
    clock,
  })
  /** Every mend is held against what visitors get now. */
  const proveMends = async () => {
    const proofs = await mends.prove()
    await gapMends.prove('new')
    gapMends.prove().catch((cause: unknown) => log.error({ err: cause }, 'fixes not looked at'))
    return proofs
  }

  const visitors = new VisitorRecords({ tables, threads, erasure, audit, clock })
  const simulatedAgents = simulatesAgents
    ? new SimulatedAgents({ db, tables, accounts, work, clock })
    : null
  const jobs: JobRunner = new JobRunner(
    { tables, leases: new Leases(db), clock, log },
    listOfJobs({
      presence,
      assignment,
      outbox,
      followUps,
      idle,
      alerts,
      checks,
      schedule,
      topics,
      rollup,
      gapMends,
      gapClosings,
      reports,
      learning,
      queueLearning,
      modelUses,
      encoders,
      sites,
      links,
      visitors,
      files: { sweep: () => sweepFiles(tables, store) },
      simulatedAgents,
    }),
  )
  const system = new System({
    db,
    tables,
    jobs,
    store,
    outbox,
    simulatedAgents,
    modelFaults: understanding?.faults ?? [],
  })

  const routes: Route[] = [
    ...systemRoutes({ system, jobs, visitors, simulatedAgents }),
    ...accountRoutes({ accounts, security, returns, audit, events, limits }),
    ...libraryRoutes({
      articles,
      documents,
      glossary,
      courtesies,
      importer,
      exporter,
      insights,
      files,
    }),
    ...siteRoutes(sites, hosts),
    ...healthRoutes(health, links),
    ...releaseRoutes({ releases, schedule, proofs, draft, live, tables, proveMends }),
    ...proofRoutes({ rehearsal, judgements, checks, checkLists, replays, threshold }),
    ...doorRoutes({ doors, conversations, handover, attachments, limits }),
    ...handoverRoutes({
      queues,
      desk,
      work,
      assignment,
      presence,
      readyLines,
      teachings,
      attachments,
      alerts,
      reports: new QueueReports({ db, tables, reporting, users, outbox, clock }),
      clock,
    }),
    ...routingRoutes({ routing, handovers }),
    ...modelRoutes({
      uses: modelUses,
      trials: new OpinionTrials({
        tables,
        engine,
        uses: modelUses,
        secondOpinion,
        audit,
        clock,
      }),
      encoders,
      encoderTrials: new EncoderTrials({
        db,
        tables,
        engine,
        draft,
        checks,
        encoders,
        audit,
        clock,
      }),
      proposals: new Proposals({ uses: modelUses, articles, doors, desk, gaps }),
    }),
    ...coverageRoutes({ unsettled, mends, judgements, sampling }),
    ...learnRoutes({
      staleDemo,
      reports,
      reporting,
      rollup,
      topics,
      gaps,
      gapMends,
      effects,
      questionLog,
      logImports,
    }),
  ]
  const app: Express = createApp({
    routes,
    sessions,
    accounts,
    conversations,
    engine,
    files,
    fileLinks,
    hasDemo,
    log,
  })
  const server: Server = createServer(app)
  // A body that dribbles in does not hold a connection for ever.
  Object.assign(server, { requestTimeout: 120_000, headersTimeout: 15_000 })
  const sockets = openSockets(server, {
    sessions,
    accounts,
    conversations,
    desk,
    queues,
    presence,
    threads,
    tables,
    events,
    log,
  })

  async function close(): Promise<void> {
    sessions.stop()
    await jobs.close()
    await importer.close()
    await sites.close()
    await replays.close()
    await backgroundAnswers.close()
    await encoders.close()
    await logImports.ended()
    await topics.close()
    await rollup.close()
    await sockets.close()
    await new Promise<void>((done) => {
      server.close(() => done())
      server.closeAllConnections()
    })
  }
  return {
    app,
    server,
    routes,
    db,
    tables,
    accounts,
    articles,
    documents,
    glossary,
    courtesies,
    files,
    fileLinks,
    store,
    security,
    intake,
    importer,
    exporter,
    hosts,
    sites,
    links,
    health,
    insights,
    draft,
    releases,
    schedule,
    checks,
    checkLists,
    replays,
    threshold,
    rehearsal,
    judgements,
    sampling,
    proofs,
    engine,
    learning,
    doors,
    conversations,
    handover,
    handovers,
    desk,
    work,
    teachings,
    presence,
    returns,
    assignment,
    idle,
    alerts,
    outbox,
    followUps,
    inbox,
    routing,
    queueLearning,
    modelUses,
    encoders,
    jobs,
    visitors,
    queues,
    mends,
    unsettled,
    reporting,
    rollup,
    staleDemo,
    topics,
    gaps,
    gapMends,
    gapClosings,
    questionLog,
    logImports,
    reports,
    proveMends,
    events,
    audit,
    close,
  }
}

export type Janua = ReturnType<typeof createJanua>
