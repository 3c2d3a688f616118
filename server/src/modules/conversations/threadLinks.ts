import { createHmac, timingSafeEqual } from 'node:crypto'
import type { Clock } from '../../platform/clock.ts'

const DAYS = 30

/**
 * Tokens by which a visitor opens their thread from a mail, on any device. They name the visitor and until when they are good, and are
 * signed; nothing is stored for them, and erasing the visitor makes them worthless.
 */
export class ThreadLinks {
  constructor(
    private readonly dependencies: {
      secret: string
      clock: Clock
      /** Where people reach Janua. */
      publicUrl: () => string
    },
  ) {}

  /** The token stands behind the #, so that it is in no log of any server. */
  link(visitor: number, door: string): string {
    return `${this.dependencies.publicUrl()}/door/${encodeURIComponent(door)}#thread=${this.token(visitor)}`
  }

  token(visitor: number): string {
    const until = Math.floor(+this.dependencies.clock.now() / 1_000) + DAYS * 86_400
    return `v${visitor}.${until}.${this.signature(visitor, until)}`
  }

  /** @returns the visitor whom a token names; null when it is not ours, or too old */
  visitorOf(token: string): number | null {
    const [, id, until, key] = /^v(\d{1,10})\.(\d{1,12})\.([\w-]{43})$/.exec(token) ?? []
    if (!id || !until || !key || Number(until) * 1_000 < +this.dependencies.clock.now()) return null
    const right = Buffer.from(this.signature(Number(id), Number(until)))
    return timingSafeEqual(Buffer.from(key), right) ? Number(id) : null
  }

  private signature(visitor: number, until: number): string {
    return createHmac('sha256', this.dependencies.secret)
      .update(`thread ${visitor} ${until}`)
      .digest('base64url')
  }
}
