/** More than this of a message is not read: nobody asks in more words, and what is pasted behind is history. */
export const MOST_LETTERS = 4_000

const HISTORY = /^(?:>|-{2,} ?(?:original message|forwarded message|ursprungliche nachricht|ursprüngliche nachricht|weitergeleitete nachricht)|on .{4,120} wrote:$|am .{4,120} schrieb .{0,80}:$|(?:from|von): .{1,120}$|_{8,}$)/i
const SIGNATURE = /^-- $/

/** A message without markup, without the mail that was quoted below it, without invisible signs, on single spaces; its lines stay. */
export function cleanMessage(message: string): string {
  const lines = message
    .slice(0, MOST_LETTERS * 5)
    // eslint-disable-next-line no-control-regex
    .replace(/[\u0000-\u0008\u000b-\u001f\u007f\u00ad\u200b-\u200f\u202a-\u202e\u2060-\u2069\ufeff]/g, '')
    .split('\n')
  const end = lines.findIndex((line, at) => at > 0 && (HISTORY.test(line.slice(0, 300).trim()) || SIGNATURE.test(line)))
  const own = (end < 0 ? lines : lines.slice(0, end)).map((line) => line.replace(/<[^<>]{0,200}>/g, ' ').replace(/\s+/g, ' ').trim()).filter(Boolean)
  const text = own.join('\n').slice(0, MOST_LETTERS)
  return text || message.slice(0, MOST_LETTERS).trim()
}
