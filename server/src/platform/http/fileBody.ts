import { MAX_ATTACHMENT_MB } from '@janua/contracts'
import express, { type Request } from 'express'

/** Reads a request whose body is one file. */
export const fileBody = express.raw({ type: () => true, limit: `${MAX_ATTACHMENT_MB}mb` })

export function bytesOf(req: Request): Buffer {
  const body: unknown = req.body
  return Buffer.isBuffer(body) ? body : Buffer.alloc(0)
}
