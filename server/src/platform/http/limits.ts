import type { NextFunction, Request, RequestHandler, Response } from 'express'
import type { IncomingMessage } from 'node:http'
import ipaddr from 'ipaddr.js'
import proxyAddress from 'proxy-addr'
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible'
import type { KnownVisitor } from './routing.ts'
import { problem } from './problems.ts'

/** Whom a limit counts: a visitor whose token was verified, everybody at one network address, or everybody together. */
type CountedBy = 'visitor' | 'address' | 'all'
interface Rule {
  by: CountedBy
  /** Points that can be used within the time; one for each request, unless it says otherwise. */
  points: number
  seconds: number
}

/**
 * What may be asked of Janua in a time. Many visitors can share one address (a company, a mobile network), so that an address
 * may do much more than a visitor; together they may do what one machine can answer.
 */
const LIMITS = {
  anyVisit: [{ by: 'address', points: 3_000, seconds: 60 }],
  newVisitor: [
    { by: 'address', points: 60, seconds: 60 },
    { by: 'address', points: 600, seconds: 3_600 },
    { by: 'all', points: 3_000, seconds: 60 },
  ],
  saying: [
    { by: 'visitor', points: 30, seconds: 60 },
    { by: 'address', points: 300, seconds: 60 },
    { by: 'all', points: 6_000, seconds: 60 },
  ],
  reading: [{ by: 'visitor', points: 240, seconds: 60 }],
  marking: [{ by: 'visitor', points: 120, seconds: 60 }],
  /** Requests that can make a mail go out. */
  contacting: [
    { by: 'visitor', points: 6, seconds: 600 },
    { by: 'address', points: 60, seconds: 600 },
  ],
  file: [
    { by: 'visitor', points: 20, seconds: 60 },
    { by: 'address', points: 120, seconds: 60 },
  ],
  /** Kilobytes of files. */
  fileKb: [
    { by: 'address', points: 200_000, seconds: 86_400 },
    { by: 'all', points: 4_000_000, seconds: 86_400 },
  ],
  signingIn: [{ by: 'address', points: 40, seconds: 60 }],
} as const satisfies Record<string, readonly Rule[]>
export type LimitName = keyof typeof LIMITS

/** Counts requests against the limits, in this process. */
export class Limits {
  private readonly limiters: Record<LimitName, { by: CountedBy; limiter: RateLimiterMemory }[]>

  /** @param factor for tests and measurements: how many times as much is allowed */
  constructor(factor = 1) {
    this.limiters = Object.fromEntries(
      Object.entries(LIMITS).map(([name, rules]) => [
        name,
        rules.map(({ by, points, seconds }, i) => ({
          by,
          limiter: new RateLimiterMemory({
            keyPrefix: `${name}${i}`,
            points: points * factor,
            duration: seconds,
          }),
        })),
      ]),
    ) as never
  }

  /** A step before a route's work. It comes after the check of the visitor's token. */
  before(name: LimitName): RequestHandler {
    return (req: Request, res: Response, next: NextFunction) => {
      const visitor = (res.locals.visitor as KnownVisitor | undefined)?.id
      this.use(name, { address: req.ip ?? '', visitor }).then(() => next(), next)
    }
  }

  /**
   * Uses up points of a limit.
   * @throws TOO_MANY with the seconds until it can go on
   */
  async use(
    name: LimitName,
    { address, visitor }: { address: string; visitor?: number },
    points = 1,
  ): Promise<void> {
    const keys = { all: 'all', address: networkOf(address), visitor: `${visitor}` }
    for (const { by, limiter } of this.limiters[name]) {
      if (by === 'visitor' && visitor === undefined) continue
      await limiter.consume(keys[by], points).catch((refused: unknown) => {
        throw refused instanceof RateLimiterRes
          ? problem('TOO_MANY', Math.max(1, Math.ceil(refused.msBeforeNext / 1_000)))
          : refused
      })
    }
  }
}

/** The proxies whose word on where a request came from is taken: those on this machine. */
export const TRUSTED_PROXIES = 'loopback'
const isTrusted = proxyAddress.compile(TRUSTED_PROXIES)

/** The network address that a request came from, as `req.ip` tells it where there is no Express. */
export function clientAddress(request: IncomingMessage): string {
  return proxyAddress(request, isTrusted)
}

/** An address as limits count it. Who has one IPv6 address has 2⁶⁴ of them: those count as one. */
export function networkOf(address: string): string {
  if (!ipaddr.isValid(address)) return 'unknown'
  const parsed = ipaddr.process(address)
  if (parsed.kind() === 'ipv4') return parsed.toString()
  return (parsed as ipaddr.IPv6).parts.slice(0, 4).join(':')
}
