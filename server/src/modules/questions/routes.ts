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

interface Needs {
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
}: Needs): Route[] {
  const byId = { params: idPath }
  return [
    route('get', '/log', 'log.read', { query: logQuery }, ({ query }) => questionLog.page(query)),
    route('get', '/log/count', 'log.read', { query: filterOnly }, ({ query }) =>
      questionLog.count(query),
    ),
    route('get', '/log/file', 'log.export', { query: logFileQuery }, ({ query, res }) =>
      sendLog(questionLog, query, res),
    ),
    route('get', '/log/imports', 'log.read', {}, () => logImports.list()),
    route('post', '/log/imports', 'log.import', { status: 201 }, async ({ req, user }) =>
      logImports.start(user, await receive(req)),
    ),
    route('delete', '/log/imports/:id', 'log.import', byId, ({ params, user }) =>
      logImports.remove(user, params.id),
    ),
    route('get', '/log/:id', 'log.read', byId, ({ params, user }) =>
      questionLog.read(user, params.id),
    ),
    route(
      'post',
      '/log/:id/judgements',
      'log.judge',
      { ...byId, body: logVerdictInput, status: 201 },
      ({ params, body, user }) => questionLog.judge(user, params.id, body.verdict),
    ),
    route(
      'delete',
      '/log/:id/judgements/:judgement',
      'log.judge',
      { params: judgementPath },
      ({ params, user }) => questionLog.undo(user, params.id, params.judgement),
    ),

    route('get', '/audit-sample', 'threshold.read', {}, () => sampling.sample()),
    route('get', '/questions/:id/why', 'answer.explain', { params: idPath }, ({ params, user }) =>
      judgements.why(user, params.id),
    ),
    route(
      'post',
      '/desk/:id/judgements',
      'answer.judge',
      { params: idPath, body: judgementInput },
      ({ params, body, user }) => judgements.judge(user, params.id, body.message, body.verdict),
    ),
    route(
      'post',
      '/desk/:id/proposals',
      'phrasing.propose',
      { params: idPath, body: proposalInput },
      ({ params, body, user }) => judgements.propose(user, params.id, body.item, body.phrasing),
    ),
    route('post', '/verdicts', 'answer.verdict', { body: verdictInput }, ({ body, user }) =>
      judgements.judgeAnswer(user, body),
    ),
    route('get', '/reporting', 'coverage.read', {}, () => reporting.read()),
    route('put', '/reporting', 'coverage.set', { body: reportingInput }, ({ body }) =>
      reporting.set(body),
    ),
  ]
}
