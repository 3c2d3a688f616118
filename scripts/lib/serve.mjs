import { spawn } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { COMPILED, needServerCode } from './compile.mjs'
import { Plain } from './say.mjs'
import { ROOT } from './setup.mjs'

/**
 * Starts Janua's server process.
 * @param fromSource runs the TypeScript as it lies there, for work on the code
 * @param told called with each line of progress
 * @returns once it serves: the port, the set-up token of an empty Janua, `ended` (its exit), and `stop`
 */
export async function startServer({
  folder,
  database,
  port,
  seed,
  today,
  sessionSecret,
  files = join(folder, 'files'),
  resolve = {},
  languageModel = null,
  mail = null,
  simulatesAgents = false,
  fromSource = false,
  told,
}) {
  if (!fromSource) await needServerCode()
  const settings = join(folder, 'server.json')
  writeFileSync(
    settings,
    JSON.stringify({
      database,
      port,
      seed,
      today,
      files,
      sessionSecret,
      resolve,
      languageModel,
      mail,
      simulatesAgents,
    }),
    { mode: 0o600 },
  )
  const code = fromSource
    ? ['--import', 'tsx', join(ROOT, 'cli/serve.ts')]
    : [...COMPILED, join(ROOT, 'cli/dist/serve.js')]
  const child = spawn(process.execPath, code, {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: { ...process.env, JANUA_SETTINGS: settings },
    detached: true,
  })
  const ended = new Promise((done) => child.once('exit', (code) => done(code ?? 1)))
  const stop = async (signal = 'SIGTERM') => {
    if (child.exitCode === null) child.kill(signal)
    await ended
  }
  return new Promise((done, failed) => {
    child.on('message', (said) => {
      if (said.type === 'progress') told(said.text)
      if (said.type === 'failed') failed(new Plain(said.text))
      if (said.type === 'ready') done({ ...said, pid: child.pid, ended, stop })
    })
    void ended.then((code) =>
      failed(new Plain(`The server ended with code ${code} before it was ready.`)),
    )
  })
}

/**
 * Starts the simulators of the outside world, small processes of their own on loopback: the company's web site, a language model, a mail server.
 * @param onlyMail for an install without the demo: nothing but the mail server
 * @returns where they stand for the server's configuration, `inboxAt` to tell the mail server where answers go, and `stop`
 */
export async function startSimulators({ onlyMail = false } = {}) {
  const started = []
  const stop = () => Promise.all(started.map((simulator) => simulator.stop()))
  const start = async (folder, name) => {
    const simulator = await startSimulator(folder, name)
    started.push(simulator)
    return simulator
  }
  let site
  let languageModel
  let mail
  try {
    if (!onlyMail) {
      site = await start('site', 'web site')
      languageModel = await start('languageModel', 'language model')
    }
    mail = await start('mail', 'mail server')
  } catch (cause) {
    await stop()
    throw cause
  }
  return {
    resolve: site && { 'www.merrowline.example': site.place },
    languageModel: languageModel?.place,
    mail: mail.place,
    mailPage: mail.page,
    inboxAt: (inbox) => mail.tell({ inbox }),
    stop,
  }
}

function startSimulator(folder, name) {
  const child = spawn(process.execPath, [join(ROOT, `simulators/${folder}/serve.mjs`)], {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    detached: true,
  })
  const ended = new Promise((done) => child.once('exit', done))
  const stop = async () => {
    if (child.exitCode === null) child.kill('SIGTERM')
    await ended
  }
  return new Promise((done, failed) => {
    child.on('message', ({ place, page }) =>
      done({ place, page, stop, tell: (what) => child.send(what) }),
    )
    void ended.then(() => failed(new Plain(`The simulator ${name} could not be started.`)))
  })
}
