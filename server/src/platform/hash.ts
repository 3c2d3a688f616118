import { createHash } from 'node:crypto'

/** SHA-256 of a text, in hexadecimal digits. */
export function sha256(text: string): string {
  return createHash('sha256').update(text).digest('hex')
}
