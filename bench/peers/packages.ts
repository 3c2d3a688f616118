import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join } from 'node:path'

const own = createRequire(join(import.meta.dirname, 'package.json'))

/** A package that Janua is measured beside. @throws when peers are not installed */
export function peerPackage<T>(name: string): T {
  const found = own(name) as T & { default?: T }
  return found.default ?? found
}

/** Peers are packages of the bench alone: they are installed when it runs for the first time. */
export function installPeers(): void {
  if (existsSync(join(import.meta.dirname, 'node_modules'))) return
  process.stderr.write('Installing what Janua is measured beside …\n')
  const { status } = spawnSync('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund'], {
    cwd: import.meta.dirname,
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  if (status !== 0) throw new Error('The peers of the bench could not be installed.')
}
