import { idPath, keepInput, linkMend, reviewedInput } from '@janua/contracts/schemas'
import { type Route, route } from '../../../platform/http/routing.ts'
import type { Links } from './links.ts'
import type { HealthCheck } from './service.ts'

export function healthRoutes(health: HealthCheck, links: Links): Route[] {
  return [
    route('get', '/health', 'article.write', {}, () => health.read()),
    route('post', '/health/keep', 'article.write', { body: keepInput }, ({ body, user }) =>
      health.keep(user, body.kind, body.key),
    ),
    route(
      'post',
      '/health/reviewed/:id',
      'article.write',
      { params: idPath, body: reviewedInput },
      ({ params, body, user }) => health.reviewed(user, params.id, body.months),
    ),
    route('post', '/health/links', 'article.write', {}, () => links.check()),
    route('post', '/health/links/mend', 'article.write', { body: linkMend }, ({ body, user }) =>
      links.mend(user, body.item, body.address, body.to),
    ),
  ]
}
