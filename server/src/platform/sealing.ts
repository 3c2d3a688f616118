import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto'

const NONCE_BYTES = 12
const TAG_BYTES = 16

/**
 * Keeps a secret so that who reads the database alone cannot use it.
 * @param purpose tells apart what is sealed with the same secret: what was sealed for one opens for no other
 */
export class Sealing {
  private readonly key: Buffer

  constructor(secret: string, purpose: string) {
    this.key = Buffer.from(hkdfSync('sha256', secret, 'janua', purpose, 32))
  }

  seal(text: string): string {
    const nonce = randomBytes(NONCE_BYTES)
    const cipher = createCipheriv('aes-256-gcm', this.key, nonce)
    const body = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()])
    return Buffer.concat([nonce, cipher.getAuthTag(), body]).toString('base64')
  }

  /** @returns undefined where it was sealed with another secret, or changed */
  open(sealed: string): string | undefined {
    const bytes = Buffer.from(sealed, 'base64')
    const [nonce, tag, body] = [
      bytes.subarray(0, NONCE_BYTES),
      bytes.subarray(NONCE_BYTES, NONCE_BYTES + TAG_BYTES),
      bytes.subarray(NONCE_BYTES + TAG_BYTES),
    ]
    try {
      const decipher = createDecipheriv('aes-256-gcm', this.key, nonce)
      decipher.setAuthTag(tag)
      return Buffer.concat([decipher.update(body), decipher.final()]).toString('utf8')
    } catch {
      return undefined
    }
  }
}
