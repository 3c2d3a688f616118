import { idPath, keepInput, linkFix, reviewedInput } from '@janua/contracts/schemas'
import { type Route, route } from '../../../platform/http/routing.ts'
import type { Links } from './links.ts'
import type { HealthCheck } from './service.ts'

export function healthRoutes(health: HealthCheck, links: Links): Route[] {
  return [
    route('GET /health', {}, () => health.read()),
    route('POST /health/keep', { body: keepInput }, ({ body, user }) =>
      health.keep(user, body.kind, body.key),
    ),
    route(
      'POST /health/reviewed/:id',
      { params: idPath, body: reviewedInput },
      ({ params, body, user }) => health.reviewed(user, params.id, body.months),
    ),
    route('POST /health/links', {}, () => links.check()),
    route('POST /health/links/fix', { body: linkFix }, ({ body, user }) =>
      links.fix(user, body.item, body.address, body.to),
    ),
  ]
}
