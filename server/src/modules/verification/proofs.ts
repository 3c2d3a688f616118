import type { Proof } from '@janua/contracts'
import type { Checks } from './checks.ts'
import type { Replays } from './replays.ts'
import type { VerificationTables } from './tables.ts'
import type { CompiledRelease, EngineHost } from '../answering/index.ts'
import { type Choice, type Choices, movesCaused } from '../releases/index.ts'

/** What is proved of a choice of changes: its checks, and the newest replay of exactly these revisions. */
export class Proofs {
  constructor(
    private readonly dependencies: {
      tables: VerificationTables
      choices: Choices
      engine: EngineHost
      checks: Checks
      replays: Replays
      routingProof: (release: CompiledRelease) => Promise<Proof['routing']>
    },
  ) {}

  /** @param fresh runs the checks now; else their newest run on this choice is told */
  async of(items: readonly number[] | null, fresh = false): Promise<Proof> {
    return this.ofChoice(await this.dependencies.choices.of(items), fresh)
  }

  async ofChoice(choice: Choice, fresh = false): Promise<Proof> {
    const { checks, engine, routingProof } = this.dependencies
    const [all, replay, routing] = await Promise.all([
      checks.all(),
      this.replayOf(choice),
      engine.of(choice.pins).then(routingProof),
    ])
    const run =
      all.length === 0 ? null : fresh ? await checks.runOn(choice) : await checks.newestOf(choice)
    const questions = new Map(all.map(({ id, question }) => [id, question]))
    const failed = (run?.results ?? []).flatMap(({ check, problems, brokenBy, before }) => {
      const question = questions.get(check)
      return question === undefined
        ? []
        : [{ question, problems, brokenBy: brokenBy.map(({ title }) => title), before }]
    })
    return {
      checks: run && { passed: run.passed, failed, at: run.createdAt.toISOString() },
      replay,
      routing,
      needsReason: failed.length > 0 || (replay?.lost ?? 0) > 0 || movesCaused(routing) > 0,
    }
  }

  private async replayOf({ key }: Choice): Promise<Proof['replay']> {
    const row = await this.dependencies.tables.replays.findOne({
      where: { pinsKey: key, state: ['running', 'done'] },
      order: [['id', 'DESC']],
    })
    if (!row) return null
    const { id, state, asked, summary } = row
    const coverage = summary && {
      before: summary.coverage.before,
      after: summary.coverage.after,
      ...summary.coverage.interval,
    }
    return {
      id,
      state,
      asked,
      lost: state === 'done' ? await this.dependencies.replays.lost(id) : 0,
      gained: summary?.changes.gained.times ?? 0,
      coverage,
    }
  }
}
