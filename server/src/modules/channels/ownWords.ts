const QUOTED = /^\s*>/
const INTRODUCES_QUOTE =
  /^\s*(on .{4,120}wrote:|am .{4,120}schrieb.{0,80}:|-{2,} ?original message ?-{2,}|von: .+|from: .+@.+)\s*$/i
const SIGNATURE = /^-- ?$/

/**
 * What somebody wrote themselves in a mail: without the mail that they answer, and without a signature.
 * @example ownWords('Yes please\n\nOn Monday Janua wrote:\n> Do you?') // 'Yes please'
 */
export function ownWords(text: string): string {
  const lines = text.replace(/\r\n?/g, '\n').split('\n')
  const end = lines.findIndex((line) => INTRODUCES_QUOTE.test(line) || SIGNATURE.test(line))
  return lines
    .slice(0, end < 0 ? lines.length : end)
    .filter((line) => !QUOTED.test(line))
    .join('\n')
    .replace(/\n{3,}/g, '\n\n')
    .trim()
}
