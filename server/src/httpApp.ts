import { APP_PAGES, type SignedIn } from '@janua/contracts'
import compression from 'compression'
import express, { type Express, type Request } from 'express'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import type { Logger } from 'pino'
import { CHECKOUT } from './platform/checkout.ts'
import { answerErrors } from './platform/http/errors.ts'
import { TRUSTED_PROXIES } from './platform/http/limits.ts'
import { Problem, problem } from './platform/http/problems.ts'
import { type Gatekeeper, mount, type Route } from './platform/http/routing.ts'
import {
  againstForgery,
  doorHeaders,
  isFromOurPages,
  permissionsPolicy,
  teamHeaders,
} from './platform/http/security.ts'
import { type Accounts, SESSION_DAYS, type sessionsIn } from './modules/accounts/index.ts'
import type { EngineHost } from './modules/answering/index.ts'
import type { Conversations } from './modules/conversations/index.ts'
import type { Sightings } from './modules/doors/index.ts'
import type { FileLinks, Files } from './modules/library/index.ts'

interface Dependencies {
  routes: readonly Route[]
  sessions: ReturnType<typeof sessionsIn>
  accounts: Accounts
  conversations: Conversations
  engine: EngineHost
  sightings: Sightings
  files: Files
  fileLinks: FileLinks
  /** The demo company's own page is served too. */
  hasDemo: boolean
  log: Logger
}

const WEB = join(CHECKOUT, 'web/dist')
const VISITOR = join(CHECKOUT, 'visitor/dist')
const DEMO_SITE = join(CHECKOUT, 'demo/site')

/** The HTTP side: the API, the team's app, the doors, and the demo company's own page. */
export function createHttpApp({
  routes,
  sessions,
  accounts,
  conversations,
  engine,
  sightings,
  files,
  fileLinks,
  hasDemo,
  log,
}: Dependencies): Express {
  const app = express()
  app.disable('x-powered-by')
  app.set('trust proxy', TRUSTED_PROXIES)
  app.use(compression(), permissionsPolicy)

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

  serveDoors(app, { engine, sightings, log })
  app.get('/files/:hash', sessions.middleware, async (req, res) => {
    const hash = String(req.params.hash)
    const member = await memberOf(req, accounts)
    const mayOpen = member !== null || fileLinks.isGood(hash, req.query.until, req.query.key)
    await files.serve(hash, mayOpen, res)
  })
  if (hasDemo) app.use('/demo', teamHeaders, express.static(DEMO_SITE, { extensions: ['html'] }))
  app.use(
    '/assets',
    teamHeaders,
    express.static(join(WEB, 'assets'), { fallthrough: false, immutable: true, maxAge: '1y' }),
  )
  app.use(teamHeaders, express.static(WEB, { index: false }))
  app.get('/{*any}', teamHeaders, (req, res) => {
    const isPage = APP_PAGES.has(req.path.split('/')[1] ?? '')
    if (!isPage && !req.accepts('html')) throw problem('NOT_FOUND')
    sendPage(res.status(isPage ? 200 : 404), join(WEB, 'index.html'))
  })
  app.use(answerErrors(log))
  return app
}

/** A door is a page of its own, framed only by the sites that the lead has allowed. */
function serveDoors(
  app: Express,
  { engine, sightings, log }: Pick<Dependencies, 'engine' | 'sightings' | 'log'>,
): void {
  app.use(
    '/door/assets',
    doorHeaders([]),
    express.static(join(VISITOR, 'assets'), { fallthrough: false, immutable: true, maxAge: '1y' }),
  )
  app.get('/door.js', doorHeaders([]), (_req, res) =>
    res.set('Cache-Control', 'max-age=300').sendFile(join(VISITOR, 'door.js')),
  )
  // The embed script asks first, so that a page never shows an empty frame. It tells no more than the frame would.
  app.get('/door/:key/embed', async (req, res) => {
    const open = await engine.openDoor(String(req.params.key)).catch(noSuchDoor)
    const origin = req.get('origin')
    const state = !open
      ? 'not published'
      : isFromOurPages(req.headers) || open.door.allowedSites.includes(origin!)
        ? 'open'
        : 'not allowed'
    if (state === 'open' && origin && !isFromOurPages(req.headers))
      sightings
        .note(String(req.params.key), origin)
        .catch((cause: unknown) => log.error({ err: cause }, 'where a door was seen is not noted'))
    res
      .set({
        'Access-Control-Allow-Origin': '*',
        'Cache-Control': 'no-store',
        'Cross-Origin-Resource-Policy': 'cross-origin',
      })
      .json({ state })
  })
  app.get('/door/:key', async (req, res, next) => {
    let open
    try {
      open = await engine.openDoor(String(req.params.key)).catch(noSuchDoor)
    } catch {
      return doorHeaders([])(req, res, () => sendAway(res))
    }
    doorHeaders(open?.door.allowedSites ?? [])(req, res, (cause?: unknown) =>
      cause ? next(cause) : sendPage(res.status(open ? 200 : 404), join(VISITOR, 'index.html')),
    )
  })
}

/** A door that is not there is answered with a page that says so; anything else that goes wrong is not about the door. */
function noSuchDoor(cause: unknown): null {
  if (cause instanceof Problem) return null
  throw cause
}

/** While the database is away: a page for visitors, in place of an error for programs. */
function sendAway(res: express.Response): void {
  res
    .status(503)
    .set({ 'Cache-Control': 'no-store', 'Retry-After': '30' })
    .type('html')
    .send(
      '<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Back soon</title><p>This help is not available right now. Please try again in a minute.</p><p lang="de">Diese Hilfe ist gerade nicht erreichbar. Bitte versuchen Sie es in einer Minute noch einmal.</p></html>',
    )
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
    user: (req) => memberOf(req, accounts),
    needsSecondFactor: (user) => accounts.needsSecondFactor(user),
    async visitor(req: Request) {
      const token = /^Bearer ([\w.-]{40,120})$/.exec(req.get('authorization') ?? '')?.[1]
      const visitor = token ? await conversations.visitorBy(token) : null
      return (
        visitor && {
          id: visitor.id,
          door: String(req.params.door),
          team: (await memberOf(req, accounts)) !== null,
        }
      )
    },
  }
}

/** Who of the team asks; null for nobody, and for a session that is as old as one may get. */
async function memberOf({ session }: Request, accounts: Accounts): Promise<SignedIn | null> {
  if (session.user === undefined) return null
  if (Date.now() - (session.since ?? 0) > SESSION_DAYS * 86_400_000) return null
  return accounts.find(session.user)
}
