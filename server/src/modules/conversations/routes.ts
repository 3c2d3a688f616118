import { holdInput, idPath, retentionInput } from '@janua/contracts/schemas'
import { type Route, route } from '../../platform/http/routing.ts'
import type { VisitorRecords } from './visitorRecords.ts'

/** What is kept of visitors, and what a lead does when one of them asks for it. */
export function conversationRoutes({ visitors }: { visitors: VisitorRecords }): Route[] {
  return [
    route('get', '/retention', 'system.read', {}, () => visitors.retention()),
    route('put', '/retention', 'system.change', { body: retentionInput }, ({ body, user }) =>
      visitors.setRetention(user, body),
    ),
    route('get', '/visitors/:id/export', 'visitor.manage', { params: idPath }, ({ params, user }) =>
      visitors.exportOf(user, params.id),
    ),
    route('delete', '/visitors/:id', 'visitor.manage', { params: idPath }, ({ params, user }) =>
      visitors.erase(user, params.id),
    ),
    route(
      'put',
      '/visitors/:id/hold',
      'visitor.manage',
      { params: idPath, body: holdInput },
      ({ params, body, user }) => visitors.hold(user, params.id, body.because),
    ),
  ]
}
