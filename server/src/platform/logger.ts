import pino, { type Logger } from 'pino'

/** Tokens of links, sessions and visitors, however long; mail addresses. */
const SECRETS: [RegExp, string][] = [
  [/\b[0-9a-f]{32,}\b/gi, '[secret]'],
  [/[\w.+-]+@[\w-]+\.[\w.-]+/g, '[mail address]'],
]

/** A text without what nobody who reads a log needs to know. */
export function redacted(text: string): string {
  return SECRETS.reduce((left, [pattern, sign]) => left.replace(pattern, sign), text)
}

/** Writes one line of JSON each. Statements keep their shape, and lose what was filled in: it can be anything that anybody wrote. */
export function logger(level = 'warn', destination?: pino.DestinationStream): Logger {
  return pino(
    {
      level,
      serializers: { err: errorForLog, path: (path: unknown) => redacted(String(path)) },
    },
    destination,
  )
}

function errorForLog(thrown: unknown): unknown {
  if (!(thrown instanceof Error)) return redacted(String(thrown))
  const { name, message, stack } = thrown
  const { code, original } = thrown as { code?: string; original?: { code?: string } }
  const known = original?.code ?? code
  // A database error quotes the statement with its values: the code and the place say enough.
  const isOfDatabase = original !== undefined || 'sql' in thrown
  return {
    type: name,
    ...(known && { code: known }),
    message: isOfDatabase
      ? `the database refused a statement (${known ?? name})`
      : redacted(message),
    stack: placesOf(stack),
  }
}

/** The lines of a stack that name places, without the message on top. */
function placesOf(stack = ''): string {
  return stack
    .split('\n')
    .filter((line) => /^\s+at /.test(line))
    .slice(0, 12)
    .join('\n')
}
