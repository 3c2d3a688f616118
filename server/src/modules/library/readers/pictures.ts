import { posix } from 'node:path'
import { pictureType } from '../../../platform/files/serving.ts'
import { hashOfFile } from '../../../platform/files/store.ts'
import type { Beside, Picture } from './readFile.ts'

const MOST_BYTES = 5 * 1024 * 1024

/** A picture lying in the text itself or beside it, with the address under which it will be shown; undefined when there is none to show. */
export async function pictureIn(
  source: string,
  name: string,
  beside: Beside,
): Promise<{ picture: Picture; address: string } | undefined> {
  const inline = /^data:image\/[a-z+]+;base64,([A-Za-z0-9+/=\s]+)$/.exec(source)
  const path = posix.normalize(posix.join(posix.dirname(name), decoded(source.split(/[?#]/)[0]!)))
  const bytes = inline
    ? Buffer.from(inline[1]!, 'base64')
    : /^[a-z]+:|^\//i.test(source) || path.startsWith('..')
      ? undefined
      : await beside(path)
  if (!bytes || bytes.length > MOST_BYTES) return undefined
  return asPicture(inline ? 'picture' : path, bytes)
}

export function asPicture(
  name: string,
  bytes: Buffer,
): { picture: Picture; address: string } | undefined {
  const type = pictureType(bytes)
  return type === undefined
    ? undefined
    : { picture: { name, type, bytes }, address: `/files/${hashOfFile(bytes)}` }
}

function decoded(path: string): string {
  try {
    return decodeURIComponent(path)
  } catch {
    return path
  }
}
