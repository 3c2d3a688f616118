import type { LogFilter } from '@janua/contracts'
import {
  idPath,
  judgementInput,
  LOG_FILTER,
  logFileQuery,
  logQuery,
  logVerdictInput,
  proposalInput,
  reportingInput,
  verdictInput,
} from '@janua/contracts/schemas'
import Joi from 'joi'
import { type Route, route } from '../../platform/http/routing.ts'
import type { AuditSampling } from './audit.ts'
import { sendLog } from './exporting.ts'
import type { LogImports } from './imports.ts'
import type { Judgements } from './judgements.ts'
import type { QuestionLog } from './questionLog.ts'
import type { Reporting } from './reporting.ts'
import { receive } from '../library/index.ts'

interface Dependencies {
  questionLog: QuestionLog
  logImports: LogImports
  judgements: Judgements
  sampling: AuditSampling
  reporting: Reporting
}

const filterOnly = Joi.object<LogFilter>(LOG_FILTER)
const judgementPath = Joi.object<{ id: number; judgement: number }>({
  id: Joi.number().integer().positive().required(),
  judgement: Joi.number().integer().positive().required(),
})

/** The log of everything asked, and what the team says of the answers. */
export function questionRoutes({
  questionLog,
  logImports,
  judgements,
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
    route(
      'POST /log/:id/judgements',
      { ...byId, body: logVerdictInput },
      ({ params, body, user }) => questionLog.judge(user, params.id, body.verdict),
    ),
    route('DELETE /log/:id/judgements/:judgement', { params: judgementPath }, ({ params, user }) =>
      questionLog.undo(user, params.id, params.judgement),
    ),

    route('GET /audit-sample', {}, () => sampling.sample()),
    route('GET /questions/:id/why', { params: idPath }, ({ params, user }) =>
      judgements.why(user, params.id),
    ),
    route(
      'POST /desk/:id/judgements',
      { params: idPath, body: judgementInput },
      ({ params, body, user }) => judgements.judge(user, params.id, body.message, body.verdict),
    ),
    route(
      'POST /desk/:id/proposals',
      { params: idPath, body: proposalInput },
      ({ params, body, user }) => judgements.propose(user, params.id, body.item, body.phrasing),
    ),
    route('POST /verdicts', { body: verdictInput }, ({ body, user }) =>
      judgements.judgeAnswer(user, body),
    ),
    route('GET /reporting', {}, () => reporting.read()),
    route('PUT /reporting', { body: reportingInput }, ({ body }) => reporting.set(body)),
  ]
}
