import type { ProblemBody } from '@janua/contracts'
import type { NextFunction, Request, Response } from 'express'
import type { Logger } from 'pino'
import { BaseError, ConnectionError, DatabaseError, ForeignKeyConstraintError } from 'sequelize'
import { Problem, problem } from './problems.ts'

/** Turns whatever was thrown into a sentence for people; what nobody foresaw is logged with its cause. */
export function answerErrors(log: Logger) {
  return (thrown: unknown, req: Request, res: Response, next: NextFunction): void => {
    if (res.headersSent) return next(thrown)
    const told = asProblem(thrown)
    if (told.status >= 500) log.error({ err: thrown, path: req.path }, 'request failed')
    const body: ProblemBody = {
      code: told.code,
      message: told.message,
      ...(told.detail === undefined ? {} : { detail: told.detail }),
    }
    res.status(told.status).json(body)
  }
}

/** Two changes held each other up, and the database let one go without a trace. */
const AT_ONCE: ReadonlySet<string> = new Set(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT'])

function asProblem(thrown: unknown): Problem {
  if (thrown instanceof Problem) return thrown
  if (thrown instanceof ConnectionError) return problem('DATABASE_AWAY')
  if (thrown instanceof ForeignKeyConstraintError) return problem('POINTS_NOWHERE')
  if (
    thrown instanceof DatabaseError &&
    AT_ONCE.has((thrown.original as { code?: string }).code ?? '')
  )
    return problem('AT_ONCE')
  if (thrown instanceof BaseError) return problem('BROKEN')
  const type = (thrown as { type?: string } | null)?.type
  if (type === 'entity.parse.failed') return problem('BAD_JSON')
  if (type === 'entity.too.large') return problem('TOO_LARGE', '2 MB')
  return problem('BROKEN')
}
