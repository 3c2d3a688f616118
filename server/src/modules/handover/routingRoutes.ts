import { handoverIds, routingSave, routingContent } from '@janua/contracts/schemas'
import { type Route, route } from '../../platform/http/routing.ts'
import type { Handovers } from './handOverLog.ts'
import type { RoutingDesk } from './routingDesk.ts'

export function routingRoutes({
  routing,
  handovers,
}: {
  routing: RoutingDesk
  handovers: Handovers
}): Route[] {
  return [
    route('GET /routing', {}, () => routing.read()),
    route('PUT /routing', { body: routingSave }, ({ body, user }) => routing.save(user, body)),
    route('POST /routing/proof', { body: routingContent }, ({ body }) => routing.prove(body)),
    route('POST /routing/handovers', { body: handoverIds }, ({ body }) => handovers.rows(body.ids)),
  ]
}
