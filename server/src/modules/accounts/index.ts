import type { Platform } from '../../platform/module.ts'
import { viewsOf } from '../../platform/database/view.ts'
import { Agents } from './agents.ts'
import { Audit } from './audit.ts'
import { Names } from './names.ts'
import { accountRoutes } from './routes.ts'
import { Security } from './security.ts'
import { Accounts } from './service.ts'
import { sessionsIn } from './sessions.ts'
import { accountTables } from './tables.ts'

export type { Agents } from './agents.ts'
export { type Actor, type Audit, JANUA } from './audit.ts'
export type { Names } from './names.ts'
export type { Accounts } from './service.ts'
export { SESSION_DAYS, type sessionsIn } from './sessions.ts'
export type { AccountViews } from './tables.ts'

interface Ports extends Pick<
  Platform,
  'db' | 'settings' | 'events' | 'clock' | 'limits' | 'secret'
> {
  /** What somebody has in hand as an agent, and what becomes of it when they leave. */
  returns: Parameters<typeof accountRoutes>[0]['returns']
}

/** Who works here: people, sessions, sign-in, and the trail of what they did. */
export function createAccounts({ db, settings, events, clock, limits, secret, returns }: Ports) {
  const tables = accountTables(db)
  const audit = new Audit(tables, clock)
  const users = new Names(tables, events)
  const sessions = sessionsIn(db, secret)
  const security = new Security({ settings, audit })
  const accounts = new Accounts({ db, tables, sessions, security, audit, events, clock })
  return {
    audit,
    users,
    sessions,
    security,
    accounts,
    agents: new Agents(tables),
    read: viewsOf(tables),
    routes: accountRoutes({ accounts, security, returns, audit, events, limits }),
    close: async () => sessions.stop(),
  }
}

export type AccountsModule = ReturnType<typeof createAccounts>
