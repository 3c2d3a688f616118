import type { ProblemBody } from '@janua/contracts'
import type { NextFunction, Request, Response } from 'express'
import type { Logger } from 'pino'
import { BaseError, ConnectionError, ForeignKeyConstraintError } from 'sequelize'
import { Problem, problem } from './problems.ts'

/** Turns whatever was thrown into a sentence for people; what nobody foresaw is logged with its cause. */
export function answerErrors(log: Logger) {
  return (thrown: unknown, req: Request, res: Response, next: NextFunction): void => {
    if (res.headersSent) return next(thrown)
    const told = asProblem(thrown)
    if (told.status >= 500) log.error({ err: thrown, path: req.path }, 'request failed')
    const body: ProblemBody = { code: told.code, message: told.message, ...(told.detail === undefined ? {} : { detail: told.detail }) }
    res.status(told.status).json(body)
  }
}

function asProblem(thrown: unknown): Problem {
  if (thrown instanceof Problem) return thrown
  if (thrown instanceof ConnectionError) return problem('DATABASE_AWAY')
  if (thrown instanceof ForeignKeyConstraintError) return problem('POINTS_NOWHERE')
  if (thrown instanceof BaseError) return problem('BROKEN')
  const type = (thrown as { type?: string } | null)?.type
  if (type === 'entity.parse.failed') return problem('BAD_JSON')
  if (type === 'entity.too.large') return problem('TOO_LARGE', '2 MB')
  return problem('BROKEN')
}
