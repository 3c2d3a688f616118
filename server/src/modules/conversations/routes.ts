import { holdInput, idPath, retentionInput } from '@janua/contracts/schemas'
import { type Route, route } from '../../platform/http/routing.ts'
import type { VisitorRecords } from './visitorRecords.ts'

/** What is kept of visitors, and what a lead does when one of them asks for it. */
export function conversationRoutes({ visitors }: { visitors: VisitorRecords }): Route[] {
  return [
    route('GET /retention', {}, () => visitors.retention()),
    route('PUT /retention', { body: retentionInput }, ({ body, user }) =>
      visitors.setRetention(user, body),
    ),
    route('GET /visitors/:id/export', { params: idPath }, ({ params, user }) =>
      visitors.exportOf(user, params.id),
    ),
    route('DELETE /visitors/:id', { params: idPath }, ({ params, user }) =>
      visitors.erase(user, params.id),
    ),
    route('PUT /visitors/:id/hold', { params: idPath, body: holdInput }, ({ params, body, user }) =>
      visitors.hold(user, params.id, body.because),
    ),
  ]
}
