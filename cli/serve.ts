import { readFileSync } from 'node:fs'
import { QueryTypes, type Sequelize } from 'sequelize'
import { readMeaningModels } from '../server/src/modules/answering/meaningModels.ts'
import { connect, type DatabaseAddress } from '../server/src/platform/database/connect.ts'
import { migrate } from '../server/src/platform/database/migrate.ts'
import { clockFrom, systemClock } from '../server/src/platform/clock.ts'
import type { MailTransport } from '../server/src/modules/channels/letter.ts'
import { openInbox, smtpPostman } from '../server/src/modules/channels/smtp.ts'
import { moveFilesOut } from './filesFromRows.ts'
import { FileStore } from '../server/src/platform/files/store.ts'
import { logger } from '../server/src/platform/logger.ts'
import {
  BadConfiguration,
  type Configuration,
  readConfiguration,
} from '../server/src/platform/configuration.ts'
import type { EncoderSource } from '../server/src/modules/models/encoders/source.ts'
import type { GivenConnection } from '../server/src/modules/models/modelUses.ts'
import { createJanua } from '../server/src/app.ts'
import { firstLoad } from './firstLoad.ts'
import { type Outside, REAL_WORLD } from '../server/src/modules/library/sites/fetching.ts'

/** What scripts/start.mjs hands over, as JSON in a file that only this user can read. */
interface Handed {
  database: DatabaseAddress
  port: number
  seed: 'demo' | 'empty'
  today: string | null
  /** Where files are kept. */
  files: string
  /** The demo's agents answer by themselves. */
  simulatesAgents?: boolean
  sessionSecret: string
  /** Hosts that stand elsewhere than their names say: the simulators. */
  resolve: Record<string, string>
  /** Where a language model stands; null for none. LANGUAGE_MODEL_URL in the environment goes before it. */
  languageModel: string | null
  /** Where mails are sent by SMTP; null for nowhere. SMTP_URL in the environment goes before it. */
  mail?: string | null
}

type Said =
  | { type: 'progress'; text: string }
  | {
      type: 'ready'
      port: number
      inbox?: number
      setupToken?: string
      demo?: { password: string; people: { name: string; mail: string; role: string }[] }
    }
  | { type: 'failed'; text: string }
const say = (said: Said): void => void process.send?.(said)

/** So long what runs may come to its end when the server is to stop. */
const GRACE_MS = 10_000

async function main(): Promise<void> {
  const configuration = readConfiguration(process.env)
  const handed = JSON.parse(readFileSync(process.env.JANUA_SETTINGS!, 'utf8')) as Handed
  const db = connect(handed.database)
  await db.authenticate()
  const steps = await migrate(db)
  if (steps.length > 0)
    say({
      type: 'progress',
      text: `Database: ${steps.length} step${steps.length > 1 ? 's' : ''} of the schema`,
    })
  const loaded = await firstLoad(db, handed, (text) => say({ type: 'progress', text }))

  let { port } = handed
  const store = new FileStore(handed.files)
  const moved = await moveFilesOut(db, store)
  if (moved > 0) say({ type: 'progress', text: `Moved ${moved} files out of the database` })
  const log = logger(configuration.LOG_LEVEL)
  const understanding = readMeaningModels()
  for (const fault of understanding.faults) log.warn(fault)
  const janua = createJanua({
    db,
    store,
    hasDemo: loaded === 'demo',
    simulatesAgents: loaded === 'demo' && handed.simulatesAgents === true,
    publicUrl: () => configuration.PUBLIC_URL ?? `http://127.0.0.1:${port}`,
    log,
    sessionSecret: handed.sessionSecret,
    outside: outsideOf(handed, configuration),
    understanding,
    languageModel: languageModelOf(handed, configuration),
    encoder: encoderOf(configuration),
    mailTransport: postmanOf(handed, configuration),
    clock: handed.today ? clockFrom(handed.today, await lastStored(db)) : systemClock,
  })
  await janua.coverage.proveFixes()
  await janua.questions.logImports.breakOff()
  await janua.library.importer.breakOff()
  await janua.library.sites.breakOff()
  await janua.verification.replays.takeUp()
  const inbox = await openInbox(configuration.INBOX_PORT, janua.inbox)
  await new Promise<void>((done, failed) => {
    janua.server.once('error', failed)
    janua.server.listen(handed.port, '127.0.0.1', done)
  })
  const address = janua.server.address()
  if (typeof address === 'object' && address) port = address.port
  say({
    type: 'ready',
    port,
    inbox: inbox.port,
    setupToken: await janua.accounts.accounts.setupLink(),
    demo: loaded === 'demo' ? await demoAccounts() : undefined,
  })

  janua.jobs.start()

  let ending = false
  const end = async () => {
    if (ending) return
    ending = true
    // A job may take minutes. Each can be ended at any moment and is done anew at the next start: nobody waits for it.
    setTimeout(() => process.exit(0), GRACE_MS).unref()
    await inbox.close()
    await janua.close()
    await db.close()
    process.exit(0)
  }
  for (const signal of ['SIGTERM', 'SIGINT', 'disconnect'] as const)
    process.on(signal, () => void end())
}

/** Holds until the team connects another one by itself. */
function languageModelOf(
  { languageModel }: Handed,
  { LANGUAGE_MODEL_URL, LANGUAGE_MODEL_NAME: model, LANGUAGE_MODEL_KEY: key }: Configuration,
): GivenConnection | null {
  const url = LANGUAGE_MODEL_URL ?? languageModel
  return url ? { url, model, key } : null
}

/** An encoder in a folder goes before one on a server. */
function encoderOf(configuration: Configuration): EncoderSource | null {
  const {
    MODEL_ENCODER_DIR: folder,
    MODEL_ENCODER_URL: url,
    MODEL_ENCODER_NAME: model,
    MODEL_ENCODER_KEY: key,
    MODEL_ENCODER_LEARN_FROM: learnFrom,
  } = configuration
  const learning = learnFrom && { learnFrom }
  if (folder) return { kind: 'folder', folder, ...learning }
  return url ? { kind: 'server', url, model, ...(key && { key }), ...learning } : null
}

function postmanOf({ mail }: Handed, { SMTP_URL, MAIL_FROM }: Configuration): MailTransport | null {
  const address = SMTP_URL ?? mail
  return address ? smtpPostman(address, MAIL_FROM) : null
}

/** A simulator on loopback needs no polite pause. */
function outsideOf({ resolve }: Handed, { INTRANET_HOSTS }: Configuration): Outside {
  const hasSimulators = Object.keys(resolve).length > 0
  const intranet = new Set(INTRANET_HOSTS)
  return { ...REAL_WORLD, resolve, intranet, ...(hasSimulators && { paceMs: 120 }) }
}

async function lastStored(db: Sequelize): Promise<Date | null> {
  const [row] = await db.query<{ last: string | null }>(
    'SELECT MAX(at) AS last FROM (SELECT MAX(last_at) AS at FROM conversations UNION SELECT MAX(at) FROM audit_entries) latest',
    { type: QueryTypes.SELECT },
  )
  return row?.last ? new Date(row.last) : null
}

async function demoAccounts() {
  const { DEMO_PASSWORD, DEMO_PEOPLE } = await import('../demo/people.ts')
  return {
    password: DEMO_PASSWORD,
    people: DEMO_PEOPLE.map(({ name, mail, role }) => ({ name, mail, role })),
  }
}

function plain(cause: NodeJS.ErrnoException): string {
  if (cause.code === 'EADDRINUSE')
    return 'The port is taken by another program. Choose another one: npm start -- --port 4500'
  if (cause.code === 'EACCES')
    return 'This port may not be used by you. Choose one above 1024: npm start -- --port 4500'
  if (cause instanceof BadConfiguration) return cause.message
  return `Janua could not start: ${cause.message}`
}

main().catch((cause: NodeJS.ErrnoException) => {
  say({ type: 'failed', text: plain(cause) })
  if (process.env.JANUA_DEBUG) process.stderr.write(`${cause.stack}\n`)
  process.exit(1)
})
