import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { Plain, say } from './say.mjs'

export const ROOT = join(import.meta.dirname, '../..')

/** Refuses a Node that is too old, before anything newer is used. */
export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19))
    throw new Plain(`Janua needs Node 20.19 or newer; this is ${process.versions.node}.`)
}

export function findProgram(name) {
  const places = [
    ...(process.env.PATH ?? '').split(':'),
    '/usr/sbin',
    '/usr/local/sbin',
    '/usr/bin',
  ]
  return places.map((place) => join(place, name)).find((path) => existsSync(path))
}

/** Installs Debian packages when programs are missing and it may; otherwise says exactly what to type. */
export function needPrograms(programs, packages) {
  const missing = programs.filter((program) => !findProgram(program))
  if (missing.length === 0) return
  const line = `apt-get update && apt-get install -y --no-install-recommends ${packages.join(' ')}`
  if (process.getuid?.() !== 0 || !findProgram('apt-get'))
    throw new Plain(
      `Missing: ${missing.join(', ')}. Please type this, then start again:\n\n  sudo sh -c '${line}'\n`,
    )
  say(`Installing ${packages.join(', ')} …`)
  run(
    'apt-get',
    ['update', '-qq'],
    'Debian’s package lists could not be read. Is the network there?',
  )
  run(
    'apt-get',
    ['install', '-y', '-qq', '--no-install-recommends', ...packages],
    `The packages could not be installed. Please try it by hand:\n\n  ${line}\n`,
  )
}

function run(program, args, failure, options = {}) {
  const { status, stdout, stderr } = spawnSync(program, args, {
    cwd: ROOT,
    encoding: 'utf8',
    maxBuffer: 1 << 28,
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    ...options,
  })
  if (status !== 0) throw new Plain(`${failure}\n${lastLines(`${stdout}\n${stderr}`)}`)
}

function lastLines(text) {
  return text
    .trim()
    .split('\n')
    .slice(-6)
    .map((line) => `  ${line}`)
    .join('\n')
}

/** npm packages, exactly as the lockfile says; skipped when they are there for this lockfile and this Node. */
export function needPackages() {
  const stamp = join(ROOT, 'node_modules/.janua-stamp')
  const wanted = digest([readFileSync(join(ROOT, 'package-lock.json')), process.version])
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  say('Installing npm packages …')
  run(
    'npm',
    ['ci', '--include=dev', '--ignore-scripts', '--no-audit', '--no-fund', '--loglevel=error'],
    'The npm packages could not be installed. Is the network there?',
  )
  writeFileSync(stamp, wanted)
}

/** The pages that browsers load; built anew when their sources have changed. */
export function needPages() {
  for (const [part, sources] of [
    ['web', ['web', 'core/src', 'contracts/src', 'locales']],
    ['visitor', ['visitor', 'contracts/src']],
  ]) {
    const stamp = join(ROOT, part, 'dist/.janua-stamp')
    const wanted = digest([
      readFileSync(join(ROOT, 'package-lock.json')),
      ...sources.flatMap((folder) => filesOf(join(ROOT, folder)).map((file) => readFileSync(file))),
    ])
    if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) continue
    say(`Building the ${part === 'web' ? 'team’s app' : 'visitor’s window'} …`)
    run(
      process.execPath,
      ['node_modules/vite/bin/vite.js', 'build', '--logLevel', 'warn', part],
      'The pages could not be built.',
    )
    mkdirSync(join(ROOT, part, 'dist'), { recursive: true })
    writeFileSync(stamp, wanted)
  }
}

/** All files below a folder that are made by people, but tests. */
export function filesOf(folder) {
  return readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => !/(^|\/)(dist|node_modules)(\/|$)/.test(name) && !name.endsWith('.test.ts'))
    .map((name) => join(folder, name))
    .filter((path) => statSync(path).isFile())
    .sort()
}

export function digest(parts) {
  const hash = createHash('sha256')
  for (const part of parts) hash.update(part)
  return hash.digest('hex')
}
