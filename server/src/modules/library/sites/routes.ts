import { hostsInput, idPath, siteInput, takeOverInput } from '@janua/contracts/schemas'
import Joi from 'joi'
import { type Route, route } from '../../../platform/http/routing.ts'
import type { AllowedHosts } from './hosts.ts'
import type { Sites } from './service.ts'

const lookQuery = Joi.object<{ address: string }>({ address: siteInput.extract('address') })

export function siteRoutes(sites: Sites, hosts: AllowedHosts): Route[] {
  const one = { params: idPath }
  return [
    route('get', '/sites', 'article.write', {}, () => sites.list()),
    route('post', '/sites', 'article.write', { body: siteInput, status: 201 }, ({ body, user }) =>
      sites.add(user, body),
    ),
    route('get', '/sites/look', 'article.write', { query: lookQuery }, ({ query }) =>
      sites.look(query.address),
    ),
    route('get', '/sites/hosts', 'article.write', {}, async () => ({ hosts: await hosts.read() })),
    route('put', '/sites/hosts', 'hosts.write', { body: hostsInput }, async ({ body, user }) => ({
      hosts: await hosts.write(user, body.hosts),
    })),
    route('get', '/sites/:id', 'article.write', one, ({ params }) => sites.read(params.id)),
    route(
      'put',
      '/sites/:id',
      'article.write',
      { ...one, body: siteInput },
      ({ params, body, user }) => sites.save(user, params.id, body),
    ),
    route('delete', '/sites/:id', 'article.write', one, ({ params, user }) =>
      sites.remove(user, params.id),
    ),
    route('post', '/sites/:id/read', 'article.write', one, ({ params }) => sites.start(params.id)),
    route('post', '/sites/:id/stop', 'article.write', one, ({ params }) => sites.stop(params.id)),
    route(
      'post',
      '/sites/:id/take-over',
      'article.write',
      { ...one, body: takeOverInput },
      ({ params, body, user }) => sites.takeOver(user, params.id, body.addresses),
    ),
    route('post', '/sites/:id/drop', 'article.write', one, ({ params }) => sites.drop(params.id)),
  ]
}
