import { NO_SESSION, type SessionInfo, type SignedIn } from '@janua/contracts'
import {
  codeInput,
  inviteInput,
  idPath,
  ownLanguage,
  linkUse,
  pageQuery,
  passwordChange,
  passwordInput,
  personChange,
  securityInput,
  signInInput,
  withKeys,
} from '@janua/contracts/schemas'
import type { Request } from 'express'
import Joi from 'joi'
import type { Events } from '../../platform/events.ts'
import type { Limits } from '../../platform/http/limits.ts'
import { type Route, route } from '../../platform/http/routing.ts'
import { newToken } from '../../platform/http/security.ts'
import type { Audit } from './audit.ts'
import type { Security } from './security.ts'
import type { Accounts } from './service.ts'

const token = Joi.object<{ token: string }>({ token: Joi.string().hex().length(64).required() })
const auditQuery = withKeys<{ search: string; offset: number; limit: number }>(pageQuery, {
  search: Joi.string().trim().allow('').max(200).default(''),
})

const sessionPath = Joi.object<{ id: string }>({ id: Joi.string().hex().length(16).required() })

interface Dependencies {
  accounts: Accounts
  security: Security
  /** What somebody has in hand as an agent, and what becomes of it when they leave. */
  returns: {
    inHand(user: number): Promise<{ conversations: number; cases: number }>
    giveBack(user: number, why: string, which: 'all'): Promise<unknown>
  }
  audit: Audit
  events: Events
  limits: Limits
}

export function accountRoutes({
  accounts,
  security,
  returns,
  audit,
  events,
  limits,
}: Dependencies): Route[] {
  const slowDown = limits.before('signingIn')
  return [
    route('GET /session', {}, ({ req }) => sessionInfo(req, accounts)),
    route('POST /session', { body: signInInput, before: [slowDown] }, async ({ body, req }) => {
      await begin(req, await accounts.signIn(body, req.ip ?? ''), security)
      return sessionInfo(req, accounts)
    }),
    route('DELETE /session', {}, async ({ req, res }) => {
      const { user, id } = { user: req.session.user, id: req.sessionID }
      await end(req)
      if (user !== undefined) events.tell('sessionEnded', { user, session: id })
      res.clearCookie('janua').status(204).end()
    }),
    route('GET /links/:token', { params: token, before: [slowDown] }, ({ params }) =>
      accounts.linkInfo(params.token),
    ),
    route('POST /links', { body: linkUse, before: [slowDown] }, async ({ body, req }) => {
      await begin(req, await accounts.useLink(body), security)
      return sessionInfo(req, accounts)
    }),

    route('GET /account', {}, ({ user, req }) => accounts.own(user, req.sessionID)),
    route('PUT /account/language', { body: ownLanguage }, ({ user, body }) =>
      accounts.setLanguage(user, body.language),
    ),
    route(
      'PUT /account/password',
      { body: passwordChange, before: [slowDown] },
      ({ user, body, req }) => accounts.changePassword(user, body, req.sessionID),
    ),
    route('POST /account/second-factor', {}, ({ user }) => accounts.beginSecondFactor(user)),
    route(
      'PUT /account/second-factor',
      { body: codeInput, before: [slowDown] },
      async ({ user, body }) => ({ codes: await accounts.confirmSecondFactor(user, body.code) }),
    ),
    route(
      'DELETE /account/second-factor',
      { body: passwordInput, before: [slowDown] },
      ({ user, body }) => accounts.endSecondFactor(user, body.password),
    ),
    route('DELETE /account/sessions', {}, ({ user, req }) =>
      accounts.endOwnSessions(user, req.sessionID, null),
    ),
    route('DELETE /account/sessions/:id', { params: sessionPath }, ({ user, params, req }) =>
      accounts.endOwnSessions(user, req.sessionID, params.id),
    ),
    route('GET /security', {}, () => security.read()),
    route('PUT /security', { body: securityInput }, ({ user, body }) => security.save(user, body)),

    route('GET /team', {}, () => accounts.people()),
    route('POST /team', { body: inviteInput }, async ({ body, user }) => ({
      token: await accounts.invite(user, body),
    })),
    route(
      'PATCH /team/:id',
      { params: idPath, body: personChange },
      async ({ params, body, user }) => {
        await accounts.change(user, params.id, body)
        // Who works at no desk any more leaves nobody writing to nobody.
        if (body.active === false || body.role === 'editor')
          await returns.giveBack(params.id, 'left the team', 'all')
      },
    ),
    route('GET /team/:id/in-hand', { params: idPath }, ({ params }) => returns.inHand(params.id)),
    route('POST /team/:id/link', { params: idPath }, async ({ params, user }) => ({
      token: await accounts.resetLink(user, params.id),
    })),
    route('DELETE /team/:id/sessions', { params: idPath }, async ({ params, user }) => ({
      ended: await accounts.endSessions(user, params.id),
    })),
    route('GET /audit', { query: auditQuery }, ({ query }) => audit.list(query)),
  ]
}

/** Nothing is stored for who is not signed in. */
async function sessionInfo(req: Request, accounts: Accounts): Promise<SessionInfo> {
  const user = req.session.user === undefined ? null : await accounts.find(req.session.user)
  if (!user) return { user: null, csrf: req.session.csrf ?? NO_SESSION }
  const needsSecondFactor = await accounts.needsSecondFactor(user)
  return { user, csrf: req.session.csrf!, ...(needsSecondFactor && { needsSecondFactor }) }
}

/** A new session identity at every sign-in, so that one planted before it is worth nothing. It lasts as long as it is used, and no longer than SESSION_DAYS. */
async function begin(req: Request, user: SignedIn, security: Security): Promise<void> {
  await new Promise<void>((done, failed) =>
    req.session.regenerate((cause) => (cause ? failed(cause) : done())),
  )
  req.session.user = user.id
  req.session.csrf = newToken()
  req.session.since = Date.now()
  req.session.cookie.maxAge = (await security.read()).idleHours * 3_600_000
  req.session.browser = (req.get('user-agent') ?? '').slice(0, 300)
  await new Promise<void>((done, failed) =>
    req.session.save((cause) => (cause ? failed(cause) : done())),
  )
}

function end(req: Request): Promise<void> {
  return new Promise((done, failed) =>
    req.session.destroy((cause) => (cause ? failed(cause) : done())),
  )
}
