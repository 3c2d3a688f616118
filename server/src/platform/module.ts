import type { Logger } from 'pino'
import type { Sequelize } from 'sequelize'
import type { Clock } from './clock.ts'
import type { Events } from './events.ts'
import type { FileStore } from './files/store.ts'
import type { Route } from './http/routing.ts'
import type { Limits } from './http/limits.ts'
import type { Job } from './jobs/runner.ts'
import type { Settings } from './settings.ts'

/** What every module stands on. */
export interface Platform {
  db: Sequelize
  settings: Settings
  events: Events
  clock: Clock
  log: Logger
  store: FileStore
  limits: Limits
  /** Signs sessions and links, and seals keys of others. */
  secret: string
  /** Where people reach Janua, for links in mails. */
  publicUrl: () => string
}

/** What a module gives to the whole, beside what it offers to the modules after it. */
export interface Module {
  routes?: readonly Route[]
  jobs?: readonly Job[]
  close?(): Promise<unknown>
}
