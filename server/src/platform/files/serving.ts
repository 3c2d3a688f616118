import type { Response } from 'express'

/** What may be shown in a browser; anything else is only ever saved as a file. */
const SHOWN = new Set(['image/png', 'image/jpeg', 'image/webp', 'image/gif', 'application/pdf'])

/** Sends a file so that nothing in it can run: never as a page, and sandboxed. */
export function sendSafely(
  res: Response,
  { name, type, bytes }: { name: string; type: string; bytes: Buffer },
  cached: string,
): void {
  const shown = SHOWN.has(type)
  res.set({
    'Content-Type': shown ? type : 'application/octet-stream',
    'Content-Disposition': `${shown ? 'inline' : 'attachment'}; filename*=UTF-8''${encodeURIComponent(name.replace(/^.*[/\\]/, ''))}`,
    'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'",
    'X-Content-Type-Options': 'nosniff',
    'Cross-Origin-Resource-Policy': 'cross-origin',
    'Cache-Control': cached,
  })
  res.send(bytes)
}

const MARKS: [type: string, starts: number[]][] = [
  ['image/png', [0x89, 0x50, 0x4e, 0x47]],
  ['image/jpeg', [0xff, 0xd8, 0xff]],
  ['image/gif', [0x47, 0x49, 0x46, 0x38]],
]

/** The type of a picture by its first bytes; undefined when it is none that is shown. */
export function pictureType(bytes: Buffer): string | undefined {
  if (
    bytes.subarray(0, 4).toString('latin1') === 'RIFF' &&
    bytes.subarray(8, 12).toString('latin1') === 'WEBP'
  )
    return 'image/webp'
  return MARKS.find(([, starts]) => starts.every((byte, i) => bytes[i] === byte))?.[0]
}
