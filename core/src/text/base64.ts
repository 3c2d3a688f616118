const SIGNS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/'

/**
 * Bytes out of base64.
 * @param base64 plain or padded
 */
export function bytesOf(base64: string): Uint8Array<ArrayBuffer> {
  const text = base64.replace(/=+$/, '')
  const bytes = new Uint8Array(Math.floor((text.length * 3) / 4))
  const values = new Uint8Array(128)
  for (let i = 0; i < SIGNS.length; i++) values[SIGNS.charCodeAt(i)] = i
  for (let from = 0, at = 0; from < text.length; from += 4) {
    let bits = 0
    for (let k = 0; k < 4; k++) bits = (bits << 6) | (values[text.charCodeAt(from + k)] ?? 0)
    for (let shift = 16; shift >= 0 && at < bytes.length; shift -= 8) bytes[at++] = bits >> shift
  }
  return bytes
}
