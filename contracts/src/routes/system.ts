import type { SystemState } from '../index.ts'
import { route } from './route.ts'

export const systemRoutes = {
  'GET /openapi.json': route<{ output: Record<string, unknown> }>('api.read'),
  'GET /system': route<{ output: SystemState }>('system.read'),
  'POST /system/jobs/:name': route<{ params: { name: string } }>('system.change'),
  'PUT /demo/agents': route<{ body: { on: boolean } }>('demo.move'),
  'POST /demo/move': route('demo.move'),
}
