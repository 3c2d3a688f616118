import { handoverIds, routingSave, routingContent } from '@janua/contracts/schemas'
import { type Route, route } from '../../platform/http/routing.ts'
import type { Handovers } from './handovers.ts'
import type { RoutingDesk } from './routingDesk.ts'

export function routingRoutes({
  routing,
  handovers,
}: {
  routing: RoutingDesk
  handovers: Handovers
}): Route[] {
  return [
    route('get', '/routing', 'routing.read', {}, () => routing.read()),
    route('put', '/routing', 'routing.write', { body: routingSave }, ({ body, user }) =>
      routing.save(user, body),
    ),
    route('post', '/routing/proof', 'routing.read', { body: routingContent }, ({ body }) =>
      routing.prove(body),
    ),
    route('post', '/routing/handovers', 'routing.read', { body: handoverIds }, ({ body }) =>
      handovers.rows(body.ids),
    ),
  ]
}
