import {
  idPath,
  judgementInput,
  mendInput,
  normQuery,
  proposalInput,
  unsettledQuery,
} from '@janua/contracts/schemas'
import { type Route, route } from '../../platform/http/routing.ts'
import type { AuditSampling } from '../questions/audit.ts'
import type { Judgements } from '../questions/judgements.ts'
import type { Mends } from './mends.ts'
import type { Unsettled } from './unsettled.ts'

interface Needs {
  unsettled: Unsettled
  mends: Mends
  judgements: Judgements
  sampling: AuditSampling
}

export function coverageRoutes({ unsettled, mends, judgements, sampling }: Needs): Route[] {
  return [
    route('get', '/unsettled', 'unsettled.read', { query: unsettledQuery }, ({ query }) =>
      unsettled.list(query),
    ),
    route('get', '/unsettled/detail', 'unsettled.read', { query: normQuery }, ({ query }) =>
      unsettled.detail(query.norm),
    ),
    route('post', '/mends', 'unsettled.mend', { body: mendInput, status: 201 }, ({ body, user }) =>
      mends.make(user, body),
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
  ]
}
