import { switchInput } from '@janua/contracts/schemas'
import { type Route, route } from '../../platform/http/routing.ts'
import type { JobRunner } from '../../platform/jobs/runner.ts'
import Joi from 'joi'
import type { StaleDemo } from './staleDemo.ts'
import type { System } from './service.ts'
import type { SimulatedAgents } from '../handover/index.ts'

const jobPath = Joi.object<{ name: string }>({ name: Joi.string().max(40).required() })

interface Needs {
  system: System
  jobs: () => JobRunner
  staleDemo: StaleDemo
  simulatedAgents: SimulatedAgents | null
}

export function systemRoutes({ system, jobs, staleDemo, simulatedAgents }: Needs): Route[] {
  return [
    route('get', '/system', 'system.read', {}, () => system.state()),
    route('post', '/system/jobs/:name', 'system.change', { params: jobPath }, ({ params }) =>
      jobs().runNow(params.name),
    ),
    route('put', '/demo/agents', 'demo.move', { body: switchInput }, async ({ body }) => {
      await simulatedAgents?.switchTo(body.on)
    }),
    route('post', '/demo/move', 'demo.move', {}, ({ user }) => staleDemo.move(user)),
  ]
}
