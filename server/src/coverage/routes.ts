import { mendInput, normQuery, unsettledQuery } from '@janua/contracts'
import { type Route, route } from '../http/routing.ts'
import type { Mends } from './mends.ts'
import type { Unsettled } from './unsettled.ts'

export function coverageRoutes(unsettled: Unsettled, mends: Mends): Route[] {
  return [
    route('get', '/unsettled', 'unsettled.read', { query: unsettledQuery }, ({ query }) => unsettled.list(query)),
    route('get', '/unsettled/detail', 'unsettled.read', { query: normQuery }, ({ query }) => unsettled.detail(query.norm)),
    route('post', '/mends', 'unsettled.mend', { body: mendInput, status: 201 }, ({ body, user }) => mends.make(user, body)),
  ]
}
