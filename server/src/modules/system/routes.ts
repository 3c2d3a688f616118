import { switchInput } from '@janua/contracts/schemas'
import { type Route, route } from '../../platform/http/routing.ts'
import type { JobRunner } from '../../platform/jobs/runner.ts'
import Joi from 'joi'
import type { StaleDemo } from './staleDemo.ts'
import type { System } from './service.ts'
import type { SimulatedAgents } from '../handover/index.ts'

const jobPath = Joi.object<{ name: string }>({ name: Joi.string().max(40).required() })

interface Dependencies {
  system: System
  jobs: () => JobRunner
  staleDemo: StaleDemo
  simulatedAgents: SimulatedAgents | null
}

export function systemRoutes({ system, jobs, staleDemo, simulatedAgents }: Dependencies): Route[] {
  return [
    route('GET /system', {}, () => system.state()),
    route('POST /system/jobs/:name', { params: jobPath }, ({ params }) =>
      jobs().runNow(params.name),
    ),
    route('PUT /demo/agents', { body: switchInput }, async ({ body }) => {
      await simulatedAgents?.switchTo(body.on)
    }),
    route('POST /demo/move', {}, ({ user }) => staleDemo.move(user)),
  ]
}
