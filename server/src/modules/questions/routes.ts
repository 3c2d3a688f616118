import type { LogFilter } from '@janua/contracts'
import {
  idPath,
  reviewInput,
  LOG_FILTER,
  logFileQuery,
  logQuery,
  logVerdictInput,
  proposedPhrasingInput,
  reportingInput,
  verdictInput,
} from '@janua/contracts/schemas'
import Joi from 'joi'
import { type Route, route } from '../../platform/http/routing.ts'
import type { AuditSampling } from './audit.ts'
import { sendLog } from './exporting.ts'
import type { LogImports } from './imports.ts'
import type { Reviews } from './reviews.ts'
import type { QuestionLog } from './questionLog.ts'
import type { Reporting } from './reporting.ts'
import { receive } from '../library/index.ts'

interface Dependencies {
  questionLog: QuestionLog
  logImports: LogImports
  reviews: Reviews
  sampling: AuditSampling
  reporting: Reporting
}

const filterOnly = Joi.object<LogFilter>(LOG_FILTER)
const reviewPath = Joi.object<{ id: number; review: number }>({
  id: Joi.number().integer().positive().required(),
  review: Joi.number().integer().positive().required(),
})

/** The log of everything asked, and what the team says of the answers. */
export function questionRoutes({
  questionLog,
  logImports,
  reviews,
  sampling,
  reporting,
}: Dependencies): Route[] {
  const byId = { params: idPath }
  return [
    route('GET /log', { query: logQuery }, ({ query }) => questionLog.page(query)),
    route('GET /log/count', { query: filterOnly }, ({ query }) => questionLog.count(query)),
    route('GET /log/file', { query: logFileQuery }, ({ query, res }) =>
      sendLog(questionLog, query, res),
    ),
    route('GET /log/imports', {}, () => logImports.list()),
    route('POST /log/imports', {}, async ({ req, user }) =>
      logImports.start(user, await receive(req)),
    ),
    route('DELETE /log/imports/:id', byId, ({ params, user }) =>
      logImports.remove(user, params.id),
    ),
    route('GET /log/:id', byId, ({ params, user }) => questionLog.read(user, params.id)),
    route('POST /log/:id/reviews', { ...byId, body: logVerdictInput }, ({ params, body, user }) =>
      questionLog.review(user, params.id, body.verdict),
    ),
    route('DELETE /log/:id/reviews/:review', { params: reviewPath }, ({ params, user }) =>
      questionLog.undo(user, params.id, params.review),
    ),

    route('GET /audit-sample', {}, () => sampling.sample()),
    route('GET /questions/:id/why', { params: idPath }, ({ params, user }) =>
      reviews.why(user, params.id),
    ),
    route(
      'POST /desk/:id/reviews',
      { params: idPath, body: reviewInput },
      ({ params, body, user }) => reviews.review(user, params.id, body.message, body.verdict),
    ),
    route(
      'POST /desk/:id/phrasings',
      { params: idPath, body: proposedPhrasingInput },
      ({ params, body, user }) => reviews.propose(user, params.id, body.item, body.phrasing),
    ),
    route('POST /verdicts', { body: verdictInput }, ({ body, user }) =>
      reviews.reviewAnswer(user, body),
    ),
    route('GET /reporting', {}, () => reporting.read()),
    route('PUT /reporting', { body: reportingInput }, ({ body }) => reporting.set(body)),
  ]
}
