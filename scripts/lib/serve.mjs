import { spawn } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { Plain } from './say.mjs'
import { ROOT } from './setup.mjs'

/**
 * Starts Janua's server process.
 * @param told called with each line of progress
 * @returns once it serves: the port, the set-up token of an empty Janua, `ended` (its exit), and `stop`
 */
export function startServer({ folder, database, port, seed, today, sessionSecret, resolve = {}, rewriter = null, told }) {
  const settings = join(folder, 'server.json')
  writeFileSync(settings, JSON.stringify({ database, port, seed, today, sessionSecret, resolve, rewriter }), { mode: 0o600 })
  const child = spawn(process.execPath, ['--import', 'tsx', join(ROOT, 'server/src/main.ts')], {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: { ...process.env, JANUA_SETTINGS: settings },
    detached: true,
  })
  const ended = new Promise((done) => child.once('exit', (code) => done(code ?? 1)))
  const stop = async () => {
    if (child.exitCode === null) child.kill('SIGTERM')
    await ended
  }
  return new Promise((done, failed) => {
    child.on('message', (said) => {
      if (said.type === 'progress') told(said.text)
      if (said.type === 'failed') failed(new Plain(said.text))
      if (said.type === 'ready') done({ ...said, pid: child.pid, ended, stop })
    })
    void ended.then((code) => failed(new Plain(`The server ended with code ${code} before it was ready.`)))
  })
}

/**
 * Starts the stand-ins of the outside world, small processes of their own on loopback: the company's web site, and a rewriter.
 * @returns where they stand for the server's configuration, and `stop`
 */
export async function startStandIns() {
  const site = await startStandIn('site', 'web site')
  const rewriter = await startStandIn('rewriter', 'rewriter').catch(async (cause) => {
    await site.stop()
    throw cause
  })
  return { resolve: { 'www.merrowline.example': site.place }, rewriter: rewriter.place, stop: () => Promise.all([site.stop(), rewriter.stop()]) }
}

function startStandIn(folder, name) {
  const child = spawn(process.execPath, [join(ROOT, `standins/${folder}/serve.mjs`)], { cwd: ROOT, stdio: ['ignore', 'inherit', 'inherit', 'ipc'], detached: true })
  const ended = new Promise((done) => child.once('exit', done))
  const stop = async () => {
    if (child.exitCode === null) child.kill('SIGTERM')
    await ended
  }
  return new Promise((done, failed) => {
    child.on('message', ({ place }) => done({ place, stop }))
    void ended.then(() => failed(new Plain(`The stand-in ${name} could not be started.`)))
  })
}
