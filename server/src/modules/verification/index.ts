import type { Proof } from '@janua/contracts'
import { viewsOf } from '../../platform/database/view.ts'
import { job } from '../../platform/jobs/job.ts'
import type { Platform } from '../../platform/module.ts'
import { CheckLists } from './checkLists.ts'
import { Checks } from './checks.ts'
import { eraseWordings } from './eraseWordings.ts'
import { Proofs } from './proofs.ts'
import { Rehearsal } from './rehearsal.ts'
import { Replays } from './replays.ts'
import { verificationRoutes } from './routes.ts'
import { verificationTables } from './tables.ts'
import { Threshold } from './threshold.ts'
import type { Audit, Names } from '../accounts/index.ts'
import type { AnsweringViews, CompiledRelease, EngineHost } from '../answering/index.ts'
import type { Doors } from '../doors/index.ts'
import type { HandoverViews } from '../handover/index.ts'
import type { QuestionViews } from '../questions/index.ts'
import type { Choices, LivePointer, ReleaseViews } from '../releases/index.ts'

export type { Checks } from './checks.ts'
export { casesOf, type ReplayCase, timesOf } from './replayLog.ts'
export { doorsOf, ReplayPool } from './replayPool.ts'
export type { Replays } from './replays.ts'
export type { ReplayRow, VerificationViews } from './tables.ts'

interface Ports extends Pick<Platform, 'db' | 'events' | 'clock'> {
  read: AnsweringViews & HandoverViews & QuestionViews & ReleaseViews
  users: Names
  audit: Audit
  choices: Choices
  live: LivePointer
  engine: EngineHost
  doors: Doors
  /** The number of the last question that was asked. */
  newestQuestion: () => Promise<number | null>
  /** How a release's routing compares with what visitors have. */
  routingProof: (release: CompiledRelease) => Promise<Proof['routing']>
}

/** What proves a change before visitors get it: rehearsal, checks, replay, threshold. */
export function createVerification(ports: Ports) {
  const tables = verificationTables(ports.db)
  const all = { ...ports, tables }
  const checks = new Checks(all)
  const checkLists = new CheckLists({ ...all, checks })
  const replays = new Replays(all)
  const proofs = new Proofs({ ...all, checks, replays })
  const threshold = new Threshold(all)
  const rehearsal = new Rehearsal(all)
  return {
    checks,
    checkLists,
    replays,
    proofs,
    threshold,
    rehearsal,
    /** The wordings among these that checks ask, and how many checks those are. */
    checksAsking: (...given: Parameters<Checks['asking']>) => checks.asking(...given),
    eraseWordings: eraseWordings(tables),
    read: viewsOf(tables),
    routes: verificationRoutes({ rehearsal, checks, checkLists, replays, threshold }),
    jobs: [job('checks', 'Runs checks after a change', 3, () => checks.tick())],
    close: () => replays.close(),
  }
}

export type VerificationModule = ReturnType<typeof createVerification>
