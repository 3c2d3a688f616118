import type { ProblemBody } from '@janua/contracts'
import type { NextFunction, Request, Response } from 'express'
import type { Logger } from 'pino'
import { BaseError, ConnectionError, DatabaseError, ForeignKeyConstraintError } from 'sequelize'
import { tell } from '../language/phrases.ts'
import type { Fault } from './faults.ts'
import { Problem, problem } from './problems.ts'
import { readerLanguage } from './readerLanguage.ts'

/** Turns whatever was thrown into a sentence for people; what nobody foresaw is logged with its cause. */
export function answerErrors(log: Logger) {
  return (thrown: unknown, req: Request, res: Response, next: NextFunction): void => {
    if (res.headersSent) return next(thrown)
    const told = asProblem(thrown)
    if (told.status >= 500) log.error({ err: thrown, path: req.path }, 'request failed')
    const language = readerLanguage(req)
    const body: ProblemBody = {
      code: told.code,
      message: tell(told.said, language),
      ...(told.detail === undefined
        ? {}
        : { detail: told.code === 'INVALID' ? toldIn(told.detail, language) : told.detail }),
    }
    res.status(told.status).json(body)
  }
}

/** Each fault of an input in the reader’s language. */
function toldIn(detail: unknown, language: string): unknown {
  return (detail as readonly Fault[]).map(({ path, what }) => ({
    path,
    message: tell(what, language),
  }))
}

/** Two changes held each other up, and the database let one go without a trace. */
const AT_ONCE: ReadonlySet<string> = new Set(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT'])

/** The database ended while it was asked. */
const AWAY: ReadonlySet<string> = new Set([
  'ER_SOCKET_UNEXPECTED_CLOSE',
  'ER_CONNECTION_ALREADY_CLOSED',
  'ER_CMD_CONNECTION_CLOSED',
  'ER_GET_CONNECTION_TIMEOUT',
  'ER_SERVER_SHUTDOWN',
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
])
const codeOf = (thrown: BaseError) =>
  (thrown as { original?: { code?: string } }).original?.code ?? ''
const MB = 1024 * 1024

export function asProblem(thrown: unknown): Problem {
  if (thrown instanceof Problem) return thrown
  if (thrown instanceof ConnectionError) return problem('DATABASE_AWAY')
  if (thrown instanceof ForeignKeyConstraintError) return problem('POINTS_NOWHERE')
  if (
    thrown instanceof DatabaseError &&
    AT_ONCE.has((thrown.original as { code?: string }).code ?? '')
  )
    return problem('AT_ONCE')
  if (thrown instanceof BaseError && AWAY.has(codeOf(thrown))) return problem('DATABASE_AWAY')
  if (thrown instanceof BaseError) return problem('BROKEN')
  const { type, status, limit } = (thrown ?? {}) as {
    type?: string
    status?: number
    limit?: number
  }
  if (type === 'entity.parse.failed') return problem('BAD_JSON')
  if (type === 'entity.too.large')
    return problem('TOO_LARGE', `${Math.round((limit ?? 0) / MB) || 2} MB`)
  // What Express itself refuses: a file that is not there, an address that cannot be decoded, an unknown charset or coding.
  if (status === 404) return problem('NOT_FOUND')
  if (thrown instanceof URIError || (status && status >= 400 && status < 500))
    return problem('UNREADABLE')
  return problem('BROKEN')
}
