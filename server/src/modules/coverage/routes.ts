import {
  coverageQuery,
  dimensionQuery,
  gapFixInput,
  gapsQuery,
  gapWorkInput,
  idPath,
  fixInput,
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
import type { CoverageAlerts } from './coverageAlerts.ts'
import type { Effects } from './gaps/effect.ts'
import type { GapFixes } from './gaps/fixes.ts'
import type { Gaps } from './gaps/service.ts'
import type { Fixes } from './fixes.ts'
import type { Reports } from './reports.ts'
import type { Targets } from './targets.ts'
import type { Unsettled } from './unsettled.ts'
import type { Topics } from './topics/service.ts'

interface Dependencies {
  /** By how many weeks the demo's data are behind; 0 when they are not, or it is no demo. */
  demoWeeksBehind: () => Promise<number>
  reports: Reports
  targets: Targets
  alerts: CoverageAlerts
  rollup: Rollup
  topics: Topics
  gaps: Gaps
  gapFixes: GapFixes
  effects: Effects
  unsettled: Unsettled
  fixes: Fixes
}

/** What is learnt from what was asked: figures, gaps, topics, and questions that were left unanswered. */
export function coverageRoutes({
  demoWeeksBehind,
  reports,
  targets,
  alerts,
  rollup,
  topics,
  gaps,
  gapFixes,
  effects,
  unsettled,
  fixes,
}: Dependencies): Route[] {
  const byId = { params: idPath }
  return [
    route('GET /today', { query: todayQuery }, async ({ query }) => ({
      ...(await reports.today(query.week)),
      gaps: await gaps.first(3),
      demoWeeksBehind: await demoWeeksBehind(),
    })),
    route('GET /coverage', { query: coverageQuery }, ({ query }) => reports.coverage(query.weeks)),
    route('GET /coverage/by', { query: dimensionQuery }, ({ query }) =>
      reports.by(query.dimension, query.weeks),
    ),
    route('POST /coverage/rebuild', {}, () => rollup.rebuild()),
    route('PUT /targets', { body: targetInput }, ({ body, user }) => targets.set(user, body)),
    route('DELETE /targets/:measure', { params: measurePath }, ({ params, user }) =>
      targets.drop(user, params.measure),
    ),
    route('PUT /alerts/:id/seen', byId, ({ params }) => alerts.see(params.id)),

    route('GET /gaps', { query: gapsQuery }, ({ query }) => gaps.list(query)),
    route('GET /gaps/:id', byId, ({ params }) => gaps.sheet(params.id)),
    route('GET /gaps/:id/effect', byId, ({ params }) => gaps.effect(params.id)),
    route('POST /gaps/:id/try', { ...byId, body: tryTeachInput }, ({ params, body }) =>
      gaps.tryTeaching(params.id, body.item, body.phrasings),
    ),
    route('POST /articles/:id/moved', { ...byId, body: marksInput }, ({ params, body }) =>
      effects.ofEditing(params.id, body),
    ),
    route('POST /gaps/:id/fixes', { ...byId, body: gapFixInput }, ({ params, body, user }) =>
      gapFixes.make(user, params.id, body),
    ),
    route('PUT /gaps/:id/work', { ...byId, body: gapWorkInput }, ({ params, body, user }) =>
      gapFixes.setWork(user, params.id, body),
    ),

    route('GET /topics', { query: topicsQuery }, ({ query }) => topics.list(query.search)),
    route('GET /topics/names', {}, () => topics.names()),
    route('GET /topics/state', {}, () => topics.state()),
    route('POST /topics/regroup', {}, ({ user }) => topics.regroup(user)),
    route('POST /topics/:id', { ...byId, body: topicInput }, ({ params, body, user }) =>
      topics.correct(user, params.id, body),
    ),

    route('GET /unsettled', { query: unsettledQuery }, ({ query }) => unsettled.list(query)),
    route('GET /unsettled/detail', { query: normQuery }, ({ query }) =>
      unsettled.detail(query.norm),
    ),
    route('POST /fixes', { body: fixInput }, ({ body, user }) => fixes.make(user, body)),
  ]
}
