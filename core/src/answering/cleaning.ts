/** More than this of a message is not read: nobody asks in more words, and what is pasted behind is history. */
const MOST_LETTERS = 4_000

const HISTORY =
  /^(?:>|sent from my .{2,30}$|von meine[mr] .{2,30} gesendet$|gesendet (?:von|mit) meine[mr] .{2,30}$|-{2,} ?(?:original message|forwarded message|ursprungliche nachricht|ursprüngliche nachricht|weitergeleitete nachricht)|on .{4,120} wrote:$|am .{4,120} schrieb .{0,80}:$|(?:from|von): .{1,120}$|_{8,}$)/i
const SIGNATURE = /^-- $/
/** How a mail ends; alone on its line, or with a name behind. */
const CLOSING =
  /^(?:(?:with |many )?(?:kind(?:est)?|best|warm(?:est)?) (?:regards|wishes)|regards|yours(?: sincerely| faithfully| truly)?|sincerely|cheers|best|all the best|(?:many )?thanks(?: a lot| in advance| so much)?|thank you(?: very much| in advance| so much)?|mit (?:freundlichen|besten|herzlichen|lieben) gr(?:ü|u|ue)(?:ß|ss)en|(?:viele|liebe|beste|herzliche|schöne|freundliche) gr(?:ü|u|ue)(?:ß|ss)e|gr(?:u|ü)(?:ß|ss)e?|lg|mfg|vg|(?:vielen )?dank(?:e)?(?: im voraus)?)(?![\p{L}'’-])/iu
const NAME = /^[,.!]*(?: ?\p{Lu}[\p{L}.'’-]*){0,3}$/u
const SIGNED_LINES = 6
const SIGNED_LETTERS = 80

/** Control, soft-hyphen and direction signs, which nobody sees. */
const UNSEEN =
  // eslint-disable-next-line no-control-regex
  /[\u0000-\u0008\u000b-\u001f\u007f\u00ad\u200b-\u200f\u202a-\u202e\u2060-\u2069\ufeff]/g

/**
 * A message without markup, without the mail that was quoted below it, without invisible signs, on single spaces; its lines stay.
 * @param message as it was sent; of a very long one the beginning is looked at
 * @returns empty when nothing of it was the sender’s own
 */
export function cleanMessage(message: string): string {
  const lines = message
    .slice(0, MOST_LETTERS * 5)
    .replace(UNSEEN, '')
    .split('\n')
  const end = lines.findIndex(
    (line, at) => at > 0 && (HISTORY.test(line.slice(0, 300).trim()) || SIGNATURE.test(line)),
  )
  const said = end < 0 ? lines : lines.slice(0, end)
  const own = said
    .slice(0, closingOf(said))
    .map((line) =>
      line
        .replace(/<[^<>]{0,200}>/g, ' ')
        .replace(/\s+/g, ' ')
        .trim(),
    )
    .filter(Boolean)
  const text = own.join('\n').normalize('NFC').slice(0, MOST_LETTERS)
  return text || message.slice(0, MOST_LETTERS).trim()
}

/** Where a mail's closing begins: thanks or regards with a name and an address behind, in which nothing is asked. */
function closingOf(lines: readonly string[]): number {
  const at = lines.findIndex(
    (line, i) =>
      i > 0 &&
      line.length <= SIGNED_LETTERS &&
      CLOSING.test(line.trim()) &&
      NAME.test(line.trim().replace(CLOSING, '')),
  )
  const signed = lines.slice(at + 1).filter((line) => line.trim() !== '')
  return at > 0 &&
    signed.length <= SIGNED_LINES &&
    signed.every((line) => line.length <= SIGNED_LETTERS && !line.includes('?'))
    ? at
    : lines.length
}
