import {
  inviteInput,
  idPath,
  linkUse,
  pageQuery,
  personChange,
  type SessionInfo,
  signInInput,
  type SignedIn,
  withKeys,
} from '@janua/contracts'
import type { Request } from 'express'
import { rateLimit } from 'express-rate-limit'
import Joi from 'joi'
import { problem } from '../http/problems.ts'
import { type Route, route } from '../http/routing.ts'
import { newToken } from '../http/security.ts'
import type { Audit } from './audit.ts'
import type { Accounts } from './service.ts'

/** From one address; a single account slows down long before. */
const SIGN_INS_A_MINUTE = 40

const token = Joi.object<{ token: string }>({ token: Joi.string().hex().length(64).required() })
const auditQuery = withKeys<{ search: string; offset: number; limit: number }>(pageQuery, {
  search: Joi.string().trim().allow('').max(200).default(''),
})

export function accountRoutes(accounts: Accounts, audit: Audit): Route[] {
  const slowDown = rateLimit({
    windowMs: 60_000,
    limit: SIGN_INS_A_MINUTE,
    standardHeaders: false,
    legacyHeaders: false,
    handler: () => {
      throw problem('TOO_MANY', 60)
    },
  })
  return [
    route('get', '/session', 'session.read', {}, ({ req }) => sessionInfo(req, accounts)),
    route(
      'post',
      '/session',
      'session.start',
      { body: signInInput, before: [slowDown] },
      async ({ body, req }) => {
        await begin(req, await accounts.signIn(body.mail, body.password))
        return sessionInfo(req, accounts)
      },
    ),
    route('delete', '/session', 'session.end', {}, ({ req, res }) =>
      end(req).then(() => void res.clearCookie('janua').status(204).end()),
    ),
    route(
      'get',
      '/links/:token',
      'link.read',
      { params: token, before: [slowDown] },
      ({ params }) => accounts.linkInfo(params.token),
    ),
    route(
      'post',
      '/links',
      'link.use',
      { body: linkUse, before: [slowDown] },
      async ({ body, req }) => {
        await begin(req, await accounts.useLink(body))
        return sessionInfo(req, accounts)
      },
    ),

    route('get', '/team', 'team.read', {}, () => accounts.people()),
    route(
      'post',
      '/team',
      'team.change',
      { body: inviteInput, status: 201 },
      async ({ body, user }) => ({ token: await accounts.invite(user, body) }),
    ),
    route(
      'patch',
      '/team/:id',
      'team.change',
      { params: idPath, body: personChange },
      ({ params, body, user }) => accounts.change(user, params.id, body),
    ),
    route(
      'post',
      '/team/:id/link',
      'team.change',
      { params: idPath },
      async ({ params, user }) => ({ token: await accounts.resetLink(user, params.id) }),
    ),
    route(
      'delete',
      '/team/:id/sessions',
      'team.change',
      { params: idPath },
      async ({ params, user }) => ({ ended: await accounts.endSessions(user, params.id) }),
    ),
    route('get', '/audit', 'audit.read', { query: auditQuery }, ({ query }) => audit.list(query)),
  ]
}

async function sessionInfo(req: Request, accounts: Accounts): Promise<SessionInfo> {
  req.session.csrf ??= newToken()
  const user = req.session.user === undefined ? null : await accounts.find(req.session.user)
  return { user, csrf: req.session.csrf }
}

/** A new session identity at every sign-in, so that one planted before it is worth nothing. */
async function begin(req: Request, user: SignedIn): Promise<void> {
  await new Promise<void>((done, failed) =>
    req.session.regenerate((cause) => (cause ? failed(cause) : done())),
  )
  req.session.user = user.id
  req.session.csrf = newToken()
  await new Promise<void>((done, failed) =>
    req.session.save((cause) => (cause ? failed(cause) : done())),
  )
}

function end(req: Request): Promise<void> {
  return new Promise((done, failed) =>
    req.session.destroy((cause) => (cause ? failed(cause) : done())),
  )
}
