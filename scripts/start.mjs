import { setTimeout as pause } from 'node:timers/promises'
import { parseArgs } from 'node:util'
import { join, resolve } from 'node:path'
import { resetDatabase, startDatabase } from './lib/database.mjs'
import { startPages, watchSources } from './lib/dev.mjs'
import { giveUp, Plain, say } from './lib/say.mjs'
import { startServer, startSimulators } from './lib/serve.mjs'
import { checkNode, needPackages, needPages, needPrograms, ROOT } from './lib/setup.mjs'

const HELP = `Starts Janua: sets up what is missing, then serves on 127.0.0.1.

  npm start -- [options]

  --port N      port to serve on (4400)
  --data DIR    folder for the database (data, inside the checkout)
  --empty       no demo data; prints a one-time link that makes the first lead
  --mail        with --empty: a simulated mail server, whose mails can be read in the browser
  --reset       throws the data folder's database away and loads anew
  --today DATE  fixes the day that the demo's data end on, and the clock (2026-11-23)
  --dev         for work on the code: the server starts again and pages reload when a file changes
  --help        this text
`

function readOptions() {
  let values
  try {
    values = parseArgs({
      options: {
        port: { type: 'string', default: '4400' },
        data: { type: 'string', default: join(ROOT, 'data') },
        empty: { type: 'boolean', default: false },
        mail: { type: 'boolean', default: false },
        reset: { type: 'boolean', default: false },
        today: { type: 'string' },
        dev: { type: 'boolean', default: false },
        help: { type: 'boolean', default: false },
      },
    }).values
  } catch (cause) {
    throw new Plain(`${cause.message.split('\n')[0]}\n\n${HELP}`)
  }
  const port = Number(values.port)
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Plain(`--port takes a number up to 65535, not “${values.port}”.`)
  if (
    values.today !== undefined &&
    (!/^\d{4}-\d{2}-\d{2}$/.test(values.today) || Number.isNaN(Date.parse(values.today)))
  )
    throw new Plain(`--today takes a date like 2026-11-23, not “${values.today}”.`)
  return { ...values, port, data: resolve(values.data) }
}

async function main() {
  checkNode()
  const options = readOptions()
  if (options.help) return say(HELP)
  needPrograms(['mariadbd', 'mariadb-install-db'], ['mariadb-server-core', 'mariadb-client-core'])
  needPackages()
  needPages()
  if (options.reset) await resetDatabase(options.data)
  const { address, sessionSecret, supervise, stop } = await startDatabase(options.data, ['janua'])

  let server
  let simulators
  let ending = false
  let endDev
  let isChanged = false
  const end = async (code) => {
    if (ending) return
    ending = true
    say('\nEnding …')
    endDev?.()
    await server?.stop()
    await simulators?.stop()
    await stop()
    process.exit(code)
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end(0))

  const database = { ...address, name: 'janua' }
  const progress = progressLine()
  const serve = (port) =>
    startServer({
      folder: options.data,
      database,
      port,
      seed: options.empty ? 'empty' : 'demo',
      today: options.today ?? null,
      sessionSecret,
      resolve: simulators?.resolve,
      languageModel: simulators?.languageModel,
      mail: simulators?.mail,
      simulatesAgents: true,
      fromSource: options.dev,
      told: progress.show,
    })
  try {
    if (!options.empty || options.mail)
      simulators = await startSimulators({ onlyMail: options.empty })
    server = await serve(options.port)
  } catch (cause) {
    progress.end()
    if (ending) return
    await simulators?.stop()
    await stop()
    throw cause
  }
  progress.end()
  if (server.inbox) simulators?.inboxAt(server.inbox)
  greet(server, simulators?.mailPage)
  if (options.dev) {
    const pages = startPages(server.port)
    const unwatch = watchSources((file) => {
      say(`${file} has changed`)
      isChanged = true
      void server?.stop()
    })
    endDev = () => {
      unwatch()
      pages.stop()
    }
    say(`The team’s app reloads by itself at ${pages.url}`)
  }
  supervise(say)

  // A server that ends by itself is started again, on the same port; each failure doubles the pause before the next try.
  let wait = LEAST_PAUSE_MS
  for (;;) {
    const { port } = server
    const began = Date.now()
    const code = await server.ended
    if (ending) return
    if (Date.now() - began > STEADY_MS) wait = LEAST_PAUSE_MS
    if (!isChanged)
      say(
        `The server ended unexpectedly (code ${code}); starting it again. What was stored is kept.`,
      )
    for (server = undefined; !server && !ending;) {
      await pause(isChanged ? 0 : wait)
      isChanged = false
      wait = Math.min(LONGEST_PAUSE_MS, wait * 2)
      if (ending) return
      server = await serve(port).catch((cause) =>
        say(`${cause.message} Trying again in ${wait / 1_000} s.`),
      )
    }
    if (ending) return void (await server?.stop())
    // Changed once more while it started: what runs is old already.
    if (isChanged) void server?.stop()
    if (server.inbox) simulators?.inboxAt(server.inbox)
    say(`Janua serves again at http://127.0.0.1:${port}`)
  }
}

const LEAST_PAUSE_MS = 1_000
const LONGEST_PAUSE_MS = 30_000
/** Who has run for so long is forgiven what went before. */
const STEADY_MS = 60_000

/** One line that is written over while it changes; plain lines when the output is not a terminal. */
function progressLine() {
  let last = ''
  const terminal = process.stdout.isTTY
  return {
    show(text) {
      if (terminal) process.stdout.write(`\r\x1b[K${text}`)
      else if (text !== last) say(text)
      last = text
    },
    end() {
      if (terminal && last) process.stdout.write('\r\x1b[K')
    },
  }
}

function greet({ port, setupToken, demo }, mailPage) {
  const url = `http://127.0.0.1:${port}`
  say(`\nJanua serves at ${url}\n`)
  if (setupToken)
    say(
      `Make the first lead here (once, only you can see this link):\n  ${url}/link/${setupToken}\n`,
    )
  if (demo) say(`The demo company’s help page, with its door:  ${url}/demo/help`)
  if (mailPage) say(`Mails that Janua sends (simulator):            ${mailPage}`)
  if (demo) {
    say(`Demo accounts (password for all: ${demo.password})`)
    for (const { role, mail, name } of demo.people)
      say(`  ${role.padEnd(7)} ${mail.padEnd(28)} ${name}`)
  }
  say('\nCtrl-C ends it.')
}

main().catch(giveUp)
