import { job } from '../../platform/jobs/job.ts'
import type { JobRunner } from '../../platform/jobs/runner.ts'
import type { Platform } from '../../platform/module.ts'
import { systemRoutes } from './routes.ts'
import { System } from './service.ts'
import { StaleDemo } from './staleDemo.ts'
import { sweepFiles } from './sweeping.ts'
import type { Audit } from '../accounts/index.ts'
import type { Outbox } from '../channels/index.ts'
import type { ConversationViews } from '../conversations/index.ts'
import type { Rollup } from '../coverage/index.ts'
import type { SimulatedAgents } from '../handover/index.ts'
import type { LibraryViews } from '../library/index.ts'

interface Ports extends Pick<Platform, 'db' | 'settings' | 'clock' | 'store'> {
  read: LibraryViews & ConversationViews
  audit: Audit
  outbox: Outbox
  rollup: Rollup
  simulatedAgents: SimulatedAgents | null
  /** What of the models could not be read, and what that costs. */
  modelFaults: readonly string[]
  /** What runs every job; it is made once all modules have named theirs. */
  jobs: () => JobRunner
}

/** How Janua itself is: what runs by itself, room on the disk, and the demo's age. */
export function createSystem({ jobs, ...ports }: Ports) {
  const { read, store, simulatedAgents } = ports
  const staleDemo = new StaleDemo(ports)
  const system = new System({ ...ports, jobs })
  return {
    staleDemo,
    routes: systemRoutes({ system, jobs, staleDemo, simulatedAgents }),
    jobs: [job('files', 'Removes files that nothing uses', 21_600, () => sweepFiles(read, store))],
  }
}

export type SystemModule = ReturnType<typeof createSystem>
