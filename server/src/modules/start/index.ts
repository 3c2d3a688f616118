import { startRoutes } from './routes.ts'
import { Start, type StartPorts } from './service.ts'

/** What a team does on its first day, and how far it has come. */
export function createStart(ports: StartPorts) {
  const start = new Start(ports)
  return { start, routes: startRoutes(start) }
}

export type StartModule = ReturnType<typeof createStart>
