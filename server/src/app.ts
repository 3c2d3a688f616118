import compression from 'compression'
import express, { type Express, type Request } from 'express'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import type { Logger } from 'pino'
import type { Accounts } from './accounts/service.ts'
import type { sessionsIn } from './accounts/sessions.ts'
import type { EngineHost } from './answering/engineHost.ts'
import type { Conversations } from './conversations/service.ts'
import type { Files } from './library/files.ts'
import { answerErrors } from './http/errors.ts'
import { problem } from './http/problems.ts'
import { type Gatekeeper, mount, type Route } from './http/routing.ts'
import { againstForgery, doorHeaders, teamHeaders } from './http/security.ts'

interface Needs {
  routes: readonly Route[]
  sessions: ReturnType<typeof sessionsIn>
  accounts: Accounts
  conversations: Conversations
  engine: EngineHost
  files: Files
  log: Logger
}

const ROOT = join(import.meta.dirname, '../..')
const WEB = join(ROOT, 'web/dist')
const VISITOR = join(ROOT, 'visitor/dist')
const DEMO_SITE = join(ROOT, 'demo/site')

/** The HTTP side: the API, the team's app, the doors, and the demo company's own page. */
export function createApp({
  routes,
  sessions,
  accounts,
  conversations,
  engine,
  files,
  log,
}: Needs): Express {
  const app = express()
  app.disable('x-powered-by')
  app.set('trust proxy', 'loopback')
  app.use(compression())

  const api = express.Router()
  api.use(sessions.middleware, againstForgery, express.json({ limit: '2mb' }))
  mount(api, routes, gatekeeper(accounts, conversations))
  api.use(() => {
    throw problem('NOT_FOUND')
  })
  app.use(
    '/api',
    (_req, res, next) => {
      res.set('Cache-Control', 'no-store')
      next()
    },
    teamHeaders,
    api,
  )

  serveDoors(app, engine)
  app.get('/files/:hash', (req, res) => files.serve(String(req.params.hash), res))
  app.use('/demo', teamHeaders, express.static(DEMO_SITE, { extensions: ['html'] }))
  app.use(
    '/assets',
    teamHeaders,
    express.static(join(WEB, 'assets'), { fallthrough: false, immutable: true, maxAge: '1y' }),
  )
  app.use(teamHeaders, express.static(WEB, { index: false }))
  app.get('/{*any}', teamHeaders, (_req, res) => sendPage(res, join(WEB, 'index.html')))
  app.use(answerErrors(log))
  return app
}

/** A door is a page of its own, framed only by the sites that the lead has allowed. */
function serveDoors(app: Express, engine: EngineHost): void {
  app.use(
    '/door/assets',
    doorHeaders([]),
    express.static(join(VISITOR, 'assets'), { fallthrough: false, immutable: true, maxAge: '1y' }),
  )
  app.get('/door.js', doorHeaders([]), (_req, res) =>
    res.set('Cache-Control', 'max-age=300').sendFile(join(VISITOR, 'door.js')),
  )
  app.get('/door/:key', async (req, res, next) => {
    const open = await engine.openDoor(String(req.params.key)).catch(() => null)
    doorHeaders(open?.door.allowedSites ?? [])(req, res, (cause?: unknown) =>
      cause ? next(cause) : sendPage(res.status(open ? 200 : 404), join(VISITOR, 'index.html')),
    )
  })
}

function sendPage(res: express.Response, file: string): void {
  if (existsSync(file)) res.set('Cache-Control', 'no-cache').sendFile(file)
  else
    res
      .status(503)
      .type('text/plain')
      .send('The pages have not been built yet. Start Janua with "npm start".')
}

function gatekeeper(accounts: Accounts, conversations: Conversations): Gatekeeper {
  return {
    user: (req) =>
      req.session.user === undefined ? Promise.resolve(null) : accounts.find(req.session.user),
    async visitor(req: Request) {
      const token = /^Bearer ([0-9a-f]{64})$/.exec(req.get('authorization') ?? '')?.[1]
      const visitor = token ? await conversations.visitorBy(token) : null
      return (
        visitor && {
          id: visitor.id,
          door: String(req.params.door),
          team: req.session.user !== undefined,
        }
      )
    },
  }
}
