import type { LogFilter } from '@janua/contracts'
import {
  coverageQuery,
  dimensionQuery,
  gapMendInput,
  gapsQuery,
  gapWorkInput,
  idPath,
  LOG_FILTER,
  logFileQuery,
  logQuery,
  logVerdictInput,
  marksInput,
  measurePath,
  reportingInput,
  targetInput,
  todayQuery,
  topicInput,
  topicsQuery,
  tryTeachInput,
} from '@janua/contracts/schemas'
import Joi from 'joi'
import { type Route, route } from '../../platform/http/routing.ts'
import { receive } from '../library/upload.ts'
import type { StaleDemo } from '../system/staleDemo.ts'
import type { Rollup } from './figures/rollup.ts'
import type { Effects } from './gaps/effect.ts'
import type { GapMends } from './gaps/mends.ts'
import type { Gaps } from './gaps/service.ts'
import { sendLog } from '../questions/exporting.ts'
import type { LogImports } from '../questions/imports.ts'
import type { QuestionLog } from '../questions/questionLog.ts'
import type { Reporting } from './reporting.ts'
import type { Reports } from './reports.ts'
import type { Topics } from './topics/service.ts'

interface Needs {
  staleDemo: StaleDemo
  reports: Reports
  reporting: Reporting
  rollup: Rollup
  topics: Topics
  gaps: Gaps
  gapMends: GapMends
  effects: Effects
  questionLog: QuestionLog
  logImports: LogImports
}

const filterOnly = Joi.object<LogFilter>(LOG_FILTER)
const judgementPath = Joi.object<{ id: number; judgement: number }>({
  id: Joi.number().integer().positive().required(),
  judgement: Joi.number().integer().positive().required(),
})

/** What is learnt from what was asked: figures, gaps, topics, the log. */
export function learnRoutes({
  staleDemo,
  reports,
  reporting,
  rollup,
  topics,
  gaps,
  gapMends,
  effects,
  questionLog,
  logImports,
}: Needs): Route[] {
  const byId = { params: idPath }
  return [
    route('get', '/today', 'coverage.read', { query: todayQuery }, async ({ query }) => ({
      ...(await reports.today(query.week)),
      gaps: await gaps.first(3),
      demoWeeksBehind: await staleDemo.weeks(),
    })),
    route('post', '/demo/move', 'demo.move', {}, ({ user }) => staleDemo.move(user)),
    route('get', '/coverage', 'coverage.read', { query: coverageQuery }, ({ query }) =>
      reports.coverage(query.weeks),
    ),
    route('get', '/coverage/by', 'coverage.read', { query: dimensionQuery }, ({ query }) =>
      reports.by(query.dimension, query.weeks),
    ),
    route('post', '/coverage/rebuild', 'coverage.set', {}, () => rollup.rebuild()),
    route('get', '/reporting', 'coverage.read', {}, () => reporting.read()),
    route('put', '/reporting', 'coverage.set', { body: reportingInput }, ({ body }) =>
      reporting.set(body),
    ),
    route('put', '/targets', 'coverage.set', { body: targetInput }, ({ body, user }) =>
      reports.setTarget(user, body),
    ),
    route(
      'delete',
      '/targets/:measure',
      'coverage.set',
      { params: measurePath },
      ({ params, user }) => reports.dropTarget(user, params.measure),
    ),
    route('put', '/alerts/:id/seen', 'coverage.read', byId, ({ params }) =>
      reports.seeAlert(params.id),
    ),

    route('get', '/gaps', 'gap.read', { query: gapsQuery }, ({ query }) => gaps.list(query)),
    route('get', '/gaps/:id', 'gap.read', byId, ({ params }) => gaps.sheet(params.id)),
    route('get', '/gaps/:id/effect', 'gap.read', byId, ({ params }) => gaps.effect(params.id)),
    route(
      'post',
      '/gaps/:id/try',
      'gap.read',
      { ...byId, body: tryTeachInput },
      ({ params, body }) => gaps.tryTeaching(params.id, body.item, body.phrasings),
    ),
    route(
      'post',
      '/articles/:id/moved',
      'article.write',
      { ...byId, body: marksInput },
      ({ params, body }) => effects.ofEditing(params.id, body),
    ),
    route(
      'post',
      '/gaps/:id/mends',
      'gap.work',
      { ...byId, body: gapMendInput, status: 201 },
      ({ params, body, user }) => gapMends.make(user, params.id, body),
    ),
    route(
      'put',
      '/gaps/:id/work',
      'gap.work',
      { ...byId, body: gapWorkInput },
      ({ params, body, user }) => gapMends.setWork(user, params.id, body),
    ),

    route('get', '/topics', 'gap.read', { query: topicsQuery }, ({ query }) =>
      topics.list(query.search),
    ),
    route('get', '/topics/names', 'gap.read', {}, () => topics.names()),
    route('get', '/topics/state', 'gap.read', {}, () => topics.state()),
    route('post', '/topics/regroup', 'topic.correct', {}, ({ user }) => topics.regroup(user)),
    route(
      'post',
      '/topics/:id',
      'topic.correct',
      { ...byId, body: topicInput },
      ({ params, body, user }) => topics.correct(user, params.id, body),
    ),

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
  ]
}
