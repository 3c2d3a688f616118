import { holdInput, idPath, retentionInput, switchInput } from '@janua/contracts/schemas'
import type { SimulatedAgents } from '../handover/simulatedAgents.ts'
import type { VisitorRecords } from '../conversations/visitorRecords.ts'
import { type Route, route } from '../../platform/http/routing.ts'
import type { JobRunner } from '../../platform/jobs/runner.ts'
import Joi from 'joi'
import type { System } from './service.ts'

const jobPath = Joi.object<{ name: string }>({ name: Joi.string().max(40).required() })

interface Needs {
  system: System
  jobs: JobRunner
  visitors: VisitorRecords
  simulatedAgents: SimulatedAgents | null
}

export function systemRoutes({ system, jobs, visitors, simulatedAgents }: Needs): Route[] {
  return [
    route('get', '/system', 'system.read', {}, () => system.state()),
    route('post', '/system/jobs/:name', 'system.change', { params: jobPath }, ({ params }) =>
      jobs.runNow(params.name),
    ),
    route('put', '/demo/agents', 'demo.move', { body: switchInput }, async ({ body }) => {
      await simulatedAgents?.switchTo(body.on)
    }),
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
