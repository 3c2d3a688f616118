import { spawn } from 'node:child_process'
import { watch } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from './setup.mjs'

/** What the server is made of: a change to any of it starts the server again. */
const SOURCES = ['core/src', 'contracts/src', 'server/src', 'cli', 'demo', 'models']
const QUIET_MS = 250

/**
 * Calls back when a source of the server has changed and nothing changes any more.
 * @returns ends the watching
 */
export function watchSources(changed) {
  let waiting
  const watchers = SOURCES.map((folder) =>
    watch(join(ROOT, folder), { recursive: true }, (_, name) => {
      if (!name || /\.test\.ts$|~$/.test(name)) return
      clearTimeout(waiting)
      waiting = setTimeout(() => changed(join(folder, name)), QUIET_MS)
    }),
  )
  return () => {
    clearTimeout(waiting)
    for (const each of watchers) each.close()
  }
}

/**
 * Serves the team's app with hot reload on the port after the server's, and builds the visitor's window whenever it changes.
 * @returns its address, and `stop`
 */
export function startPages(port) {
  const vite = (...args) =>
    spawn(process.execPath, [join(ROOT, 'node_modules/vite/bin/vite.js'), ...args], {
      cwd: ROOT,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, JANUA_PORT: String(port) },
    })
  const children = [
    vite('web', '--port', String(port + 1), '--logLevel', 'warn'),
    vite('build', '--watch', 'visitor', '--logLevel', 'warn'),
  ]
  return {
    url: `http://127.0.0.1:${port + 1}`,
    stop: () => children.forEach((child) => child.kill('SIGTERM')),
  }
}
