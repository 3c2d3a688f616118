import { randomBytes, timingSafeEqual } from 'node:crypto'
import { NO_SESSION } from '@janua/contracts'
import type { NextFunction, Request, Response } from 'express'
import helmet from 'helmet'
import { problem } from './problems.ts'

/** Browsers heed it only where Janua is reached by HTTPS. */
const HSTS = { maxAge: 180 * 86_400, includeSubDomains: false }

/** Nothing of ours uses a camera, a place or a payment, so nothing that slips in can. */
export function permissionsPolicy(_req: Request, res: Response, next: NextFunction): void {
  res.set(
    'Permissions-Policy',
    'camera=(), microphone=(), geolocation=(), payment=(), usb=(), browsing-topics=()',
  )
  next()
}

/** Headers for everything but a door: no script that is not a file of ours; inline style only because PrimeVue needs it. */
export const teamHeaders = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      ...policy(),
      styleSrc: ["'self'", "'unsafe-inline'"],
      frameAncestors: ["'none'"],
    },
  },
  strictTransportSecurity: HSTS,
  crossOriginEmbedderPolicy: false,
  referrerPolicy: { policy: 'same-origin' },
})

/** Headers of a door's page: no inline style either, and only the door's sites may frame it. */
export function doorHeaders(sites: readonly string[]) {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        ...policy(),
        imgSrc: ["'self'", 'data:', 'blob:'],
        styleSrc: ["'self'"],
        frameAncestors: ["'self'", ...sites],
      },
    },
    strictTransportSecurity: HSTS,
    frameguard: false,
    crossOriginEmbedderPolicy: false,
    crossOriginOpenerPolicy: false,
    crossOriginResourcePolicy: { policy: 'cross-origin' },
  })
}

function policy() {
  return {
    defaultSrc: ["'none'"],
    scriptSrc: ["'self'"],
    connectSrc: ["'self'"],
    imgSrc: ["'self'", 'data:', 'blob:', 'https:'],
    fontSrc: ["'self'", 'data:'],
    manifestSrc: ["'self'"],
    frameSrc: ["'self'"],
    baseUri: ["'none'"],
    formAction: ["'self'"],
    objectSrc: ["'none'"],
  }
}

const CHANGES = new Set(['POST', 'PUT', 'PATCH', 'DELETE'])

/**
 * Protects changes against forgery: the browser must say that the request comes from our own page, and a session's changes
 * carry its token; without a session a header of ours must be there, which no other site can send. A visitor's requests carry a
 * bearer token that no other site can know.
 */
export function againstForgery(req: Request, _res: Response, next: NextFunction): void {
  if (!CHANGES.has(req.method)) return next()
  const site = req.get('sec-fetch-site')
  if (site && site !== 'same-origin' && site !== 'none') throw problem('FORGED')
  if (req.headers.origin && !isFromOurPages(req.headers)) throw problem('FORGED')
  if (req.path.startsWith('/visit/')) return next()
  const expected = req.session.csrf ?? NO_SESSION
  if (!equal(req.get('x-janua-token') ?? '', expected)) throw problem('FORGED')
  next()
}

export function newToken(): string {
  return randomBytes(32).toString('hex')
}

/** Whether a browser says that it asks from a page of ours; it sends no Origin to where the page itself came from. */
export function isFromOurPages({ origin, host }: { origin?: string; host?: string }): boolean {
  return origin === undefined || (URL.canParse(origin) && new URL(origin).host === host)
}

function equal(a: string, b: string): boolean {
  const [x, y] = [Buffer.from(a), Buffer.from(b)]
  return x.length === y.length && timingSafeEqual(x, y)
}
