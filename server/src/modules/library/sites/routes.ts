import { hostsInput, idPath, siteInput, takeOverInput } from '@janua/contracts/schemas'
import Joi from 'joi'
import { type Route, route } from '../../../platform/http/routing.ts'
import type { AllowedHosts } from './hosts.ts'
import type { Sites } from './service.ts'

const lookQuery = Joi.object<{ address: string }>({ address: siteInput.extract('address') })

export function siteRoutes(sites: Sites, hosts: AllowedHosts): Route[] {
  const one = { params: idPath }
  return [
    route('GET /sites', {}, () => sites.list()),
    route('POST /sites', { body: siteInput }, ({ body, user }) => sites.add(user, body)),
    route('GET /sites/look', { query: lookQuery }, ({ query }) => sites.look(query.address)),
    route('GET /sites/hosts', {}, async () => ({ hosts: await hosts.read() })),
    route('PUT /sites/hosts', { body: hostsInput }, async ({ body, user }) => ({
      hosts: await hosts.write(user, body.hosts),
    })),
    route('GET /sites/:id', one, ({ params }) => sites.read(params.id)),
    route('PUT /sites/:id', { ...one, body: siteInput }, ({ params, body, user }) =>
      sites.save(user, params.id, body),
    ),
    route('DELETE /sites/:id', one, ({ params, user }) => sites.remove(user, params.id)),
    route('POST /sites/:id/read', one, ({ params }) => sites.start(params.id)),
    route('POST /sites/:id/stop', one, ({ params }) => sites.stop(params.id)),
    route('POST /sites/:id/take-over', { ...one, body: takeOverInput }, ({ params, body, user }) =>
      sites.takeOver(user, params.id, body.addresses),
    ),
    route('POST /sites/:id/drop', one, ({ params }) => sites.drop(params.id)),
  ]
}
