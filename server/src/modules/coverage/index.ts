import { job, rested } from '../../platform/jobs/job.ts'
import type { Platform } from '../../platform/module.ts'
import { CoverageAlerts } from './coverageAlerts.ts'
import { eraseWordings } from './eraseWordings.ts'
import { FigureReader } from './figures/reader.ts'
import { Rollup } from './figures/rollup.ts'
import { GapClosings } from './gaps/closings.ts'
import { Effects } from './gaps/effect.ts'
import { GapFixes } from './gaps/fixes.ts'
import { Gaps } from './gaps/service.ts'
import { Fixes } from './fixes.ts'
import { coverageByRelease, outcomesBeside } from './releaseFigures.ts'
import { Reports } from './reports.ts'
import { coverageRoutes } from './routes.ts'
import { coverageTables } from './tables.ts'
import { Targets } from './targets.ts'
import { Topics } from './topics/service.ts'
import { Unsettled } from './unsettled.ts'
import type { AccountViews, Audit, Names } from '../accounts/index.ts'
import type { BackgroundAnswers, EngineHost } from '../answering/index.ts'
import type { Doors } from '../doors/index.ts'
import type { Articles } from '../library/index.ts'
import type { AskedQuestions, AuditSampling, QuestionViews, Reporting } from '../questions/index.ts'
import type { LivePointer, Releases, ReleaseViews } from '../releases/index.ts'
import type { Replays } from '../verification/index.ts'

export type { Rollup } from './figures/rollup.ts'

interface Ports extends Pick<Platform, 'db' | 'settings' | 'events' | 'clock' | 'log'> {
  read: AccountViews & QuestionViews & ReleaseViews
  users: Names
  audit: Audit
  engine: EngineHost
  live: LivePointer
  releases: Releases
  articles: Articles
  doors: Doors
  replays: Replays
  sampling: AuditSampling
  asked: AskedQuestions
  reporting: Reporting
  backgroundAnswers: BackgroundAnswers
  /** Articles that contradict each other. */
  conflicting: () => Promise<ReadonlySet<number>>
  /** By how many weeks the demo's data are behind; 0 when they are not, or it is no demo. */
  demoWeeksBehind: () => Promise<number>
  /** Has a job run now. */
  runNow: (job: string) => Promise<unknown>
}

/** How well questions are answered: figures, topics, gaps and what fixes them. */
export function createCoverage({ demoWeeksBehind, runNow, ...ports }: Ports) {
  const { db, log, clock } = ports
  const tables = coverageTables(db)
  const base = { ...ports, tables, answers: ports.backgroundAnswers }
  const rollup = new Rollup(base)
  const topics = new Topics({ ...base, rollup, wake: () => void runNow('topics') })
  const fixes = new Fixes(base)
  const unsettled = new Unsettled({ ...base, fixes })
  const effects = new Effects(base)
  const gapFixes = new GapFixes({ ...base, topics, effects })
  const gaps = new Gaps({ ...base, topics, effects, gapFixes })
  const gapClosings = new GapClosings({ ...base, gaps, gapFixes })
  const reader = new FigureReader(base)
  const targets = new Targets({ ...base, figures: reader })
  const alerts = new CoverageAlerts({ ...base, figures: reader })
  const reports = new Reports({ ...base, figures: reader, targets, alerts })

  const figures = { version: 1 }
  const settle = async () => {
    if (await rollup.settle()) figures.version++
  }
  /** What reads the figures has something to do only when they have moved, and goes on owing it until it is done. */
  const onFigures = (work: () => Promise<unknown>) => {
    let done = 0
    return async () => {
      const { version } = figures
      if (version === done) return
      await work()
      done = version
    }
  }
  return {
    rollup,
    topics,
    fixes,
    unsettled,
    effects,
    gapFixes,
    gaps,
    gapClosings,
    reports,
    targets,
    alerts,
    /** Every fix is held against what visitors get now. */
    async proveFixes() {
      const proofs = await fixes.prove()
      await gapFixes.prove('new')
      gapFixes.prove().catch((cause: unknown) => log.error({ err: cause }, 'fixes not looked at'))
      return proofs
    },
    /** What the log says of releases. */
    releaseFigures: {
      coverageOf: (releases: readonly number[]) => coverageByRelease(db, releases),
      outcomesBeside: (releases: { open: number; live: number | null }, since: Date) =>
        outcomesBeside(db, releases, since),
    },
    eraseWordings: eraseWordings(tables, clock),
    routes: coverageRoutes({
      demoWeeksBehind,
      reports,
      targets,
      alerts,
      rollup,
      topics,
      gaps,
      gapFixes,
      effects,
      unsettled,
      fixes,
    }),
    jobs: [
      job(
        'topics',
        'Groups questions by topic',
        10,
        rested(() => topics.tick()),
      ),
      job('figures', 'Counts questions and outcomes', 10, rested(settle)),
      job('fixes', 'Checks whether gaps are fixed', 10, rested(onFigures(() => gapFixes.prove()))),
      job(
        'closed-gaps',
        'Closes gaps whose questions are answered now',
        10,
        rested(() => gapClosings.settle(figures.version)),
      ),
      job('falls', 'Looks for falling coverage', 10, rested(onFigures(() => alerts.watch()))),
    ],
    async close() {
      await topics.close()
      await rollup.close()
    },
  }
}

export type CoverageModule = ReturnType<typeof createCoverage>
