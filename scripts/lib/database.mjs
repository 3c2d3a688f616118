import { spawn, spawnSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import {
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  statfsSync,
  writeFileSync,
} from 'node:fs'
import { createConnection, createServer } from 'node:net'
import { tmpdir, userInfo } from 'node:os'
import { dirname, join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { Plain, say } from './say.mjs'
import { findProgram } from './setup.mjs'

const SOCKET_PATH_LIMIT = 100
const READY_SECONDS = 60
const STOP_SECONDS = 30
const LEAST_FREE_MB = 200
const LEAST_PAUSE_MS = 1_000
const LONGEST_PAUSE_MS = 30_000

/**
 * A MariaDB of Janua's own in a data folder: made when missing, started on a loopback port, adopted when an earlier start
 * was killed and left it running.
 * @returns its address, `supervise`, and `stop`
 */
export async function startDatabase(folder, names) {
  makeFolder(folder)
  refuseFullDisk(folder)
  const state = readState(folder)
  if (state && alive(state.owner, state.ownerStarted))
    throw new Plain(
      `Janua is running already on this data folder (process ${state.owner}). End that one first, or choose another folder: npm start -- --data DIR`,
    )
  const password = state?.password ?? randomBytes(18).toString('hex')
  const kept =
    state && servesFolder(state.pid, folder) && (await answers(state.port)) ? state : null
  let server = kept ?? (await launch(folder, names, password))
  const secret = state?.sessionSecret ?? randomBytes(32).toString('hex')
  const noteState = () =>
    writeState(folder, {
      pid: server.pid,
      port: server.port,
      password,
      sessionSecret: secret,
      owner: process.pid,
      ownerStarted: startOf(process.pid),
    })
  noteState()
  let watching
  let ending = false
  const stop = async () => {
    ending = true
    clearTimeout(watching)
    await stopServer(server.pid)
    writeState(folder, { password, sessionSecret: secret })
  }
  /** Starts the database again, on the same port, whenever it is gone; each failure doubles the pause before the next try. */
  const supervise = (told) => {
    let wait = LEAST_PAUSE_MS
    const look = async () => {
      if (ending) return
      if (running(server.pid)) wait = LEAST_PAUSE_MS
      else {
        told('The database is gone; starting it again …')
        try {
          server = await launch(folder, names, password, server.port)
          noteState()
          told('The database is back; what was stored is there.')
        } catch (cause) {
          wait = Math.min(LONGEST_PAUSE_MS, wait * 2)
          told(`${cause.message}\nTrying again in ${wait / 1_000} s.`)
        }
      }
      if (!ending) watching = setTimeout(() => void look(), wait)
    }
    watching = setTimeout(() => void look(), wait)
  }
  return {
    address: { host: '127.0.0.1', port: server.port, user: 'janua', password },
    sessionSecret: secret,
    supervise,
    stop,
  }
}

/**
 * The database of a data folder for a command: that of a Janua which serves from it, or one that is started for the command.
 * @returns its address, and `release` for when the command is done
 */
export async function attachDatabase(folder, names) {
  const state = readState(folder)
  if (state && servesFolder(state.pid, folder) && (await answers(state.port)))
    return {
      address: { host: '127.0.0.1', port: state.port, user: 'janua', password: state.password },
      release: async () => undefined,
    }
  const { address, stop } = await startDatabase(folder, names)
  return { address, release: stop }
}

/** Throws a database away, after ending a server that a killed start left behind. */
export async function resetDatabase(folder) {
  const state = readState(folder)
  if (state && alive(state.owner, state.ownerStarted))
    throw new Plain(
      `Janua is running on this data folder (process ${state.owner}). End it before you reset.`,
    )
  if (state?.pid && servesFolder(state.pid, folder)) await stopServer(state.pid)
  for (const name of [
    'mariadb',
    'mariadb.new',
    'state.json',
    'server.json',
    'init.sql',
    'mariadb.log',
    'mariadb.pid',
    'mariadb.sock',
    'files',
  ])
    rmSync(join(folder, name), { recursive: true, force: true })
}

async function launch(folder, names, password, samePort) {
  const data = join(folder, 'mariadb')
  const asRoot = process.getuid?.() === 0 ? ['--user=root'] : []
  if (!existsSync(data)) install(data, asRoot)
  const port = samePort ?? (await freePort())
  const inFolder = join(folder, 'mariadb.sock')
  const socket =
    inFolder.length < SOCKET_PATH_LIMIT
      ? inFolder
      : join(tmpdir(), `janua-${randomBytes(6).toString('hex')}.sock`)
  const init = join(folder, 'init.sql')
  writeFileSync(init, initStatements(names, password), { mode: 0o600 })
  const log = openSync(join(folder, 'mariadb.log'), 'a', 0o600)
  const args = [
    '--no-defaults',
    `--datadir=${data}`,
    `--socket=${socket}`,
    `--port=${port}`,
    '--bind-address=127.0.0.1',
    `--pid-file=${join(folder, 'mariadb.pid')}`,
    `--init-file=${init}`,
    '--skip-name-resolve',
    '--skip-log-bin',
    '--character-set-server=utf8mb4',
    '--collation-server=utf8mb4_unicode_520_ci',
    '--innodb-log-file-size=32M',
    '--innodb-buffer-pool-size=256M',
    '--innodb-ft-min-token-size=2',
    '--max-connections=200',
    '--table-open-cache=400',
    '--open-files-limit=4096',
    '--local-infile=0',
    ...asRoot,
  ]
  const child = spawn(findProgram('mariadbd'), args, {
    stdio: ['ignore', log, log],
    detached: true,
  })
  child.unref()
  let ended = false
  child.once('exit', () => (ended = true))
  for (let waited = 0; waited < READY_SECONDS * 20; waited++) {
    if (await answers(port)) return { pid: child.pid, port }
    if (ended) break
    await pause(50)
  }
  throw new Plain(
    `The database did not start. Its last words:\n${lastWords(join(folder, 'mariadb.log'))}`,
  )
}

/** A database that runs out of room dies; it is better not to start one. */
function refuseFullDisk(folder) {
  const { bavail, bsize } = statfsSync(folder)
  const free = Math.floor((bavail * bsize) / 1024 ** 2)
  if (free < LEAST_FREE_MB)
    throw new Plain(
      `Only ${free} MB are free on the disk of ${folder}; Janua needs ${LEAST_FREE_MB} MB to start. Make room, then start again; nothing that was stored is lost.`,
    )
}

/** One level after the other: some file systems make a recursive call go round for ever. */
function makeFolder(folder) {
  if (existsSync(folder)) return
  makeFolder(dirname(folder))
  try {
    mkdirSync(folder, { mode: 0o700 })
  } catch (cause) {
    if (cause.code === 'ENOENT')
      throw new Plain(
        `The folder ${folder} cannot be made there. Choose another place: npm start -- --data DIR`,
      )
    throw cause
  }
}

/** Made aside and put in place by one rename, so that a half-made data folder cannot be. */
function install(data, asRoot) {
  say('Creating the database …')
  const fresh = `${data}.new`
  rmSync(fresh, { recursive: true, force: true })
  const args = [
    '--no-defaults',
    `--datadir=${fresh}`,
    '--skip-test-db',
    '--skip-name-resolve',
    '--auth-root-authentication-method=socket',
    `--auth-root-socket-user=${userInfo().username}`,
    '--innodb-log-file-size=32M',
    ...asRoot,
  ]
  const { status, stdout, stderr } = spawnSync(findProgram('mariadb-install-db'), args, {
    encoding: 'utf8',
  })
  if (status !== 0)
    throw new Plain(
      `The database could not be created. Is there room on the disk?\n${`${stdout}${stderr}`.trim().split('\n').slice(-4).join('\n')}`,
    )
  renameSync(fresh, data)
}

function initStatements(names, password) {
  const user = "'janua'@'127.0.0.1'"
  return [
    `CREATE OR REPLACE USER ${user} IDENTIFIED BY '${password}';`,
    ...names.flatMap((name) => [
      `CREATE DATABASE IF NOT EXISTS ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci;`,
      `GRANT ALL ON ${name}.* TO ${user};`,
    ]),
    '',
  ].join('\n')
}

function freePort() {
  return new Promise((done, failed) => {
    const probe = createServer().once('error', failed)
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address()
      probe.close(() => done(port))
    })
  })
}

/** Whether a MariaDB greets on this port: its first packet is a handshake of protocol 10. */
function answers(port) {
  return new Promise((done) => {
    const socket = createConnection({ port, host: '127.0.0.1', timeout: 1000 })
    const end = (value) => {
      socket.destroy()
      done(value)
    }
    socket
      .once('data', (bytes) => end(bytes[4] === 0x0a))
      .once('error', () => end(false))
      .once('timeout', () => end(false))
  })
}

async function stopServer(pid) {
  if (!running(pid)) return
  process.kill(pid, 'SIGTERM')
  for (let waited = 0; waited < STOP_SECONDS * 20 && running(pid); waited++) await pause(50)
}

function statOf(pid) {
  try {
    const text = readFileSync(`/proc/${pid}/stat`, 'utf8')
    return text.slice(text.lastIndexOf(')') + 2).split(' ')
  } catch {
    return null
  }
}
const running = (pid) => {
  const stat = statOf(pid)
  return stat !== null && stat[0] !== 'Z'
}
const startOf = (pid) => statOf(pid)?.[19] ?? null
const alive = (pid, started) => Boolean(pid) && running(pid) && startOf(pid) === started

function servesFolder(pid, folder) {
  try {
    return (
      running(pid) &&
      readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(`--datadir=${join(folder, 'mariadb')}`)
    )
  } catch {
    return false
  }
}

function readState(folder) {
  try {
    return JSON.parse(readFileSync(join(folder, 'state.json'), 'utf8'))
  } catch {
    return null
  }
}

function writeState(folder, state) {
  const path = join(folder, 'state.json')
  writeFileSync(`${path}.new`, JSON.stringify(state), { mode: 0o600 })
  renameSync(`${path}.new`, path)
}

function lastWords(log) {
  return readFileSync(log, 'utf8')
    .trim()
    .split('\n')
    .slice(-5)
    .map((line) => `  ${line}`)
    .join('\n')
}
