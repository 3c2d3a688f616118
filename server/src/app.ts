import { mkdtempSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pino, { type Logger } from 'pino'
import type { Sequelize } from 'sequelize'
import { createHttpApp } from './httpApp.ts'
import { openSockets } from './live/sockets.ts'
import { type AccountsModule, createAccounts } from './modules/accounts/index.ts'
import {
  type AnsweringModule,
  createAnswering,
  type ReadModels,
  Rewording,
} from './modules/answering/index.ts'
import {
  type ChannelsModule,
  createChannels,
  type MailTransport,
} from './modules/channels/index.ts'
import { type ConversationsModule, createConversations } from './modules/conversations/index.ts'
import { type CoverageModule, createCoverage } from './modules/coverage/index.ts'
import { createDoors, type DoorsModule } from './modules/doors/index.ts'
import { createGuide } from './modules/guide/index.ts'
import { createHandover, type HandoverModule } from './modules/handover/index.ts'
import {
  createLibrary,
  type LibraryModule,
  type Outside,
  REAL_WORLD,
  withTeams,
} from './modules/library/index.ts'
import {
  createModelPorts,
  createModels,
  type EncoderSource,
  type GivenConnection,
} from './modules/models/index.ts'
import { createQuestions, type QuestionsModule } from './modules/questions/index.ts'
import { createReleases, type ReleasesModule } from './modules/releases/index.ts'
import { createStart, type StartModule } from './modules/start/index.ts'
import { createSystem, type SystemModule } from './modules/system/index.ts'
import { createVerification, type VerificationModule } from './modules/verification/index.ts'
import { type Clock, systemClock } from './platform/clock.ts'
import { Events } from './platform/events.ts'
import { FileStore } from './platform/files/store.ts'
import { Limits } from './platform/http/limits.ts'
import { openApiRoute } from './platform/http/openApi.ts'
import { problem } from './platform/http/problems.ts'
import { Leases } from './platform/jobs/leases.ts'
import { jobTables, JobRunner } from './platform/jobs/runner.ts'
import type { Module, Platform } from './platform/module.ts'
import { Settings } from './platform/settings.ts'

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
  mailTransport?: MailTransport | null
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

/**
 * Janua put together, module by module: each is given those before it. What it needs of one that comes later it asks through
 * a function, which is called when both are there.
 */
export function createJanua({
  db,
  sessionSecret,
  clock = systemClock,
  log = pino({ level: 'warn' }),
  outside = REAL_WORLD,
  languageModel = null,
  encoder = null,
  understanding = null,
  mailTransport = null,
  store = new FileStore(mkdtempSync(join(tmpdir(), 'janua-files-'))),
  limits = new Limits(),
  hasDemo = false,
  simulatesAgents = false,
  publicUrl = () => 'http://127.0.0.1:4400',
}: Options) {
  const settings = new Settings(db)
  const events = new Events()
  const platform: Platform = {
    db,
    settings,
    events,
    clock,
    log,
    store,
    limits,
    secret: sessionSecret,
    publicUrl,
  }

  const accounts: AccountsModule = createAccounts({
    ...platform,
    returns: {
      inHand: (user) => handover.returns.inHand(user),
      giveBack: (...given) => handover.returns.giveBack(...given),
    },
  })
  const { users, audit } = accounts
  const people = { users, audit }

  const releases: ReleasesModule = createReleases({
    ...platform,
    ...people,
    keepTeams: withTeams,
    prepare: (release) => answering.engine.release(release).then(() => undefined),
    prepareChoice: async ({ pins }) => {
      const { index } = await answering.engine.of(pins)
      if (index.lacksAttached) throw problem('ENCODER_NOT_READY')
    },
    newestModel: (pins) => answering.engine.newestModel(pins),
    proofs: { of: (...given) => verification.proofs.of(...given) },
    proofOf: (choice) => verification.proofs.ofChoice(choice, true),
    figures: {
      coverageOf: (numbers) => coverage.releaseFigures.coverageOf(numbers),
      outcomesBeside: (...given) => coverage.releaseFigures.outcomesBeside(...given),
    },
    proveFixes: () => coverage.proveFixes(),
  })
  const { live, draft, choices } = releases

  const modelPorts = createModelPorts({ ...platform, ...people, given: languageModel })
  const answering: AnsweringModule = createAnswering({
    ...platform,
    read: releases.read,
    live,
    draft,
    understanding,
    learnt: modelPorts.learnt,
    reviewCases: () => questions.reviewCases,
    queueClassifier: (id) => handover.queueClassifier(id),
  })
  const { engine } = answering

  const library: LibraryModule = createLibrary({
    ...platform,
    ...people,
    ...releases,
    engine,
    outside,
  })
  const { articles } = library

  const questions: QuestionsModule = createQuestions({
    ...platform,
    ...people,
    engine,
    articles,
    threads: () => conversations.threads,
    mayRead: (user, conversation) => handover.desk.mustRead(user, conversation),
    figures: () => coverage.rollup,
    topicOf: (norm, transaction) => coverage.topics.ofWording(norm, transaction),
  })
  const { reporting, sampling } = questions

  const channels: ChannelsModule = createChannels({ ...platform, ...accounts, mailTransport })
  const { outbox } = channels

  const conversations: ConversationsModule = createConversations({
    ...platform,
    ...people,
    read: { ...releases.read, ...questions.read },
    engine,
    asked: questions.asked,
    rewording: new Rewording({ rewriter: modelPorts.rewriter }),
    opinionsOn: (...given) => modelPorts.secondOpinion.on(...given),
    handover: () => handover,
    mayRead: (user, conversation) => handover.desk.mustRead(user, conversation),
    mailsOf: channels.mailsOf,
    derived: () => [
      questions.asked.eraseWordings.bind(questions.asked),
      verification.eraseWordings,
      coverage.eraseWordings,
    ],
    checksAsking: (...given) => verification.checksAsking(...given),
  })

  const handover: HandoverModule = createHandover({
    ...platform,
    ...accounts,
    ...conversations,
    read: { ...accounts.read, ...conversations.read, ...questions.read, ...releases.read },
    engine,
    draft,
    live,
    articles,
    outbox,
    reporting,
    models: understanding?.models ?? {},
    simulatesAgents,
  })

  const { doors, sightings, ...doorModule }: DoorsModule = createDoors({
    ...platform,
    ...conversations,
    ...handover,
    read: releases.read,
    engine,
    draft,
    live,
    fileLinks: library.fileLinks,
    outbox,
  })

  const verification: VerificationModule = createVerification({
    ...platform,
    ...people,
    read: { ...answering.read, ...handover.read, ...questions.read, ...releases.read },
    choices,
    live,
    engine,
    doors,
    newestQuestion: questions.newest,
    routingProof: (release) => handover.routing.compare(release),
  })

  const coverage: CoverageModule = createCoverage({
    ...platform,
    ...people,
    read: { ...accounts.read, ...questions.read, ...releases.read },
    engine,
    live,
    releases: releases.releases,
    articles,
    doors,
    replays: verification.replays,
    sampling,
    asked: questions.asked,
    reporting,
    backgroundAnswers: answering.backgroundAnswers,
    conflicting: () => library.health.conflicting(),
    demoWeeksBehind: () => system.staleDemo.weeks(),
    runNow: (job) => jobs.runNow(job),
  })

  const models = createModels({
    ...platform,
    ports: modelPorts,
    read: { ...questions.read, ...releases.read, ...verification.read },
    audit,
    engine,
    attached: answering.attached,
    draft,
    live,
    articles,
    doors,
    desk: handover.desk,
    checks: verification.checks,
    gaps: coverage.gaps,
    source: encoder,
  })

  const system: SystemModule = createSystem({
    ...platform,
    read: { ...library.read, ...conversations.read },
    audit,
    outbox,
    rollup: coverage.rollup,
    simulatedAgents: handover.simulatedAgents,
    modelFaults: understanding?.faults ?? [],
    jobs: () => jobs,
  })

  const start: StartModule = createStart({
    settings,
    read: { ...accounts.read, ...releases.read },
    draft,
    doors,
    sightings,
    queues: handover.queues,
    articles,
    reporting,
  })

  const modules: Module[] = [
    system,
    start,
    createGuide(),
    accounts,
    library,
    releases,
    modelPorts,
    answering,
    questions,
    conversations,
    channels,
    doorModule,
    handover,
    verification,
    coverage,
    models,
  ]
  const jobs: JobRunner = new JobRunner(
    { tables: jobTables(db), leases: new Leases(db), clock, log },
    modules.flatMap((each) => each.jobs ?? []),
  )
  const routes = modules.flatMap((each) => each.routes ?? [])
  routes.push(openApiRoute(routes))
  const http = {
    ...accounts,
    ...library,
    ...conversations,
    ...handover,
    engine,
    sightings,
    events,
    log,
  }
  const app = createHttpApp({ ...http, routes, hasDemo })
  const server: Server = createServer(app)
  // A body that dribbles in does not hold a connection for ever.
  Object.assign(server, { requestTimeout: 120_000, headersTimeout: 15_000 })
  const sockets = openSockets(server, { ...http, read: conversations.read })

  async function close(): Promise<void> {
    await jobs.close()
    for (const each of modules) await each.close?.()
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
    settings,
    events,
    store,
    jobs,
    accounts,
    releases,
    answering,
    library,
    questions,
    conversations,
    channels,
    handover,
    doors,
    verification,
    coverage,
    models,
    system,
    inbox: channels.inboxFor({ ...conversations, ...handover }),
    close,
  }
}

export type Janua = ReturnType<typeof createJanua>
