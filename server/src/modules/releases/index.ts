import { job } from '../../platform/jobs/job.ts'
import type { Platform } from '../../platform/module.ts'
import { viewsOf } from '../../platform/database/view.ts'
import { Choices } from './choice.ts'
import { Draft } from './draft.ts'
import { Intake, type KeepTeams } from './intake.ts'
import { LivePointer } from './livePointer.ts'
import type { Prover } from './reasons.ts'
import { releaseRoutes } from './routes.ts'
import { Schedule } from './schedule.ts'
import { type ReleasePorts, Releases } from './service.ts'
import { releaseTables } from './tables.ts'
import type { Audit, Names } from '../accounts/index.ts'

export type { Choice, Choices } from './choice.ts'
export type { Draft, DraftItem } from './draft.ts'
export type { Incoming, Intake, Taken } from './intake.ts'
export type { Asker, LivePointer } from './livePointer.ts'
export { movesCaused } from './reasons.ts'
export type { Releases } from './service.ts'
export { summarise } from './summaries.ts'
export type { ReleaseViews } from './tables.ts'

interface Ports extends Pick<Platform, 'db' | 'settings' | 'events' | 'clock'>, ReleasePorts {
  users: Names
  audit: Audit
  proofs: Prover
  keepTeams: KeepTeams
  proveFixes: Parameters<typeof releaseRoutes>[0]['proveFixes']
}

/** The draft and the releases that are made from it: immutable, numbered sets of revisions of everything that visitors meet. */
export function createReleases({ proofs, keepTeams, proveFixes, ...ports }: Ports) {
  const { db, settings, users, audit, events, clock } = ports
  const tables = releaseTables(db)
  const live = new LivePointer(tables, settings)
  const draft = new Draft({ db, tables, live, users, audit, events, clock })
  const choices = new Choices({ draft, live })
  const releases = new Releases({ ...ports, tables, draft, live })
  const schedule = new Schedule({ tables, draft, choices, proofs, releases, users, audit, clock })
  return {
    live,
    draft,
    choices,
    releases,
    schedule,
    intake: new Intake({ db, tables, keepTeams, clock }),
    read: viewsOf(tables),
    routes: releaseRoutes({ releases, schedule, proofs, draft, live, tables, proveFixes }),
    jobs: [job('schedule', 'Publishes at a set time', 3, () => schedule.tick())],
  }
}

export type ReleasesModule = ReturnType<typeof createReleases>
