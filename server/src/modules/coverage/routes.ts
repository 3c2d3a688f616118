import {
  coverageQuery,
  dimensionQuery,
  gapMendInput,
  gapsQuery,
  gapWorkInput,
  idPath,
  mendInput,
  normQuery,
  unsettledQuery,
  marksInput,
  measurePath,
  targetInput,
  todayQuery,
  topicInput,
  topicsQuery,
  tryTeachInput,
} from '@janua/contracts/schemas'
import { type Route, route } from '../../platform/http/routing.ts'
import type { Rollup } from './figures/rollup.ts'
import type { Effects } from './gaps/effect.ts'
import type { GapMends } from './gaps/mends.ts'
import type { Gaps } from './gaps/service.ts'
import type { Mends } from './mends.ts'
import type { Reports } from './reports.ts'
import type { Unsettled } from './unsettled.ts'
import type { Topics } from './topics/service.ts'

interface Needs {
  /** By how many weeks the demo's data are behind; 0 when they are not, or it is no demo. */
  demoWeeksBehind: () => Promise<number>
  reports: Reports
  rollup: Rollup
  topics: Topics
  gaps: Gaps
  gapMends: GapMends
  effects: Effects
  unsettled: Unsettled
  mends: Mends
}

/** What is learnt from what was asked: figures, gaps, topics, and questions that were left unanswered. */
export function coverageRoutes({
  demoWeeksBehind,
  reports,
  rollup,
  topics,
  gaps,
  gapMends,
  effects,
  unsettled,
  mends,
}: Needs): Route[] {
  const byId = { params: idPath }
  return [
    route('get', '/today', 'coverage.read', { query: todayQuery }, async ({ query }) => ({
      ...(await reports.today(query.week)),
      gaps: await gaps.first(3),
      demoWeeksBehind: await demoWeeksBehind(),
    })),
    route('get', '/coverage', 'coverage.read', { query: coverageQuery }, ({ query }) =>
      reports.coverage(query.weeks),
    ),
    route('get', '/coverage/by', 'coverage.read', { query: dimensionQuery }, ({ query }) =>
      reports.by(query.dimension, query.weeks),
    ),
    route('post', '/coverage/rebuild', 'coverage.set', {}, () => rollup.rebuild()),
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

    route('get', '/unsettled', 'unsettled.read', { query: unsettledQuery }, ({ query }) =>
      unsettled.list(query),
    ),
    route('get', '/unsettled/detail', 'unsettled.read', { query: normQuery }, ({ query }) =>
      unsettled.detail(query.norm),
    ),
    route('post', '/mends', 'unsettled.mend', { body: mendInput, status: 201 }, ({ body, user }) =>
      mends.make(user, body),
    ),
  ]
}
