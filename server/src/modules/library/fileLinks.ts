import { createHmac, timingSafeEqual } from 'node:crypto'
import type { Clock } from '../../platform/clock.ts'

/** How long a visitor can open the original of a document by the address that they were given. */
const HOURS = 12

/**
 * Addresses of stored originals for people who are not signed in. The hash of a file alone opens nothing: an address holds
 * until when it is good and a signature, which only this server can make.
 */
export class FileLinks {
  constructor(private readonly dependencies: { secret: string; clock: Clock }) {}

  /** @returns a path such as /files/HASH?until=1764500000&key=… */
  signed(hash: string): string {
    const until = Math.floor(+this.dependencies.clock.now() / 1_000) + HOURS * 3_600
    return `/files/${hash}?until=${until}&key=${this.keyOf(hash, until)}`
  }

  isGood(hash: string, until: unknown, key: unknown): boolean {
    if (typeof until !== 'string' || typeof key !== 'string' || !/^\d{1,12}$/.test(until))
      return false
    if (Number(until) * 1_000 < +this.dependencies.clock.now()) return false
    const [given, right] = [Buffer.from(key), Buffer.from(this.keyOf(hash, Number(until)))]
    return given.length === right.length && timingSafeEqual(given, right)
  }

  private keyOf(hash: string, until: number): string {
    return createHmac('sha256', this.dependencies.secret)
      .update(`file ${hash} ${until}`)
      .digest('base64url')
  }
}
