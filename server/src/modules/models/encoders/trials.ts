import type { EncoderMoved, EncoderTrialResult, EncoderView, EncoderWork } from '@janua/contracts'
import {
  type AnswerSettings,
  answerQuestion,
  blocksOf,
  encoderTrial,
  median,
  type ReplaySide,
  type TriedQuestion,
} from '@janua/core'
import type { Sequelize } from 'sequelize'
import type { Clock } from '../../../platform/clock.ts'
import { problem } from '../../../platform/http/problems.ts'
import { phrase } from '../../../platform/language/phrases.ts'
import type { Encoders } from './service.ts'
import { faultOf } from './source.ts'
import type { Settings } from '../../../platform/settings.ts'
import type { Actor, Audit } from '../../accounts/index.ts'
import { type CompiledRelease, type EngineHost, understood } from '../../answering/index.ts'
import { type QuestionViews, LatestReviews, VERDICT_WORTH } from '../../questions/index.ts'
import type { Draft } from '../../releases/index.ts'
import {
  casesOf,
  type Checks,
  doorsOf,
  type ReplayCase,
  ReplayPool,
  timesOf,
} from '../../verification/index.ts'

interface Dependencies {
  settings: Settings
  db: Sequelize
  read: Pick<QuestionViews, 'reviews'>
  engine: EngineHost
  draft: Draft
  checks: Checks
  encoders: Encoders
  audit: Audit
  clock: Clock
}

const RESULT = 'encoder_trial'
const DAYS = 28
const DAY_MS = 86_400_000
const DAYS_OF_A_MONTH = 30
/** The most asked questions of the log, so many. */
const MOST = 2_000
const AT_ONCE = 64
const THREADS = 2
/** So many of each kind are shown. */
const SHOWN = 30
/** So many questions tell how long an answer takes. */
const TIMED = 24
const LAST = Number.MAX_SAFE_INTEGER

/** Puts an encoder to the proof before it is part of the draft: the same questions and checks under what ships and under it. */
export class EncoderTrials {
  private running: EncoderWork | null = null
  private problem: string | null = null

  constructor(private readonly dependencies: Dependencies) {}

  async view(): Promise<EncoderView['trial']> {
    const stored = await this.dependencies.settings.read(RESULT)
    const result = (stored as EncoderTrialResult | undefined) ?? null
    return {
      running: this.running,
      problem: this.problem,
      // What another one came to tells nothing of this one.
      result: result?.encoder === this.dependencies.encoders.current ? result : null,
    }
  }

  /** Begins one, in the background. @throws while the encoder has not read everything, or one runs */
  async start(actor: Actor): Promise<void> {
    if (this.running) throw problem('INVALID', phrase('refusals.comparisonRunning'))
    const { encoders, engine, draft, audit } = this.dependencies
    const { name } = await encoders.ready()
    const then = await encoders.tried()
    if (then.index.lacksAttached) throw problem('ENCODER_NOT_READY')
    const now = await engine.of(await draft.pinned(), { encoder: null })
    this.running = { done: 0, of: 0, secondsLeft: null }
    this.problem = null
    await audit.note(actor, 'compared the encoder', name)
    void this.run(now, then)
      .then((result) => this.dependencies.settings.write(RESULT, result))
      .catch((cause: unknown) => (this.problem = faultOf(cause)))
      .finally(() => (this.running = null))
  }

  private async run(now: CompiledRelease, then: CompiledRelease): Promise<EncoderTrialResult> {
    const { db, checks, clock } = this.dependencies
    const doors = new Map(now.doors.map((door) => [door.id, door]))
    const at = clock.now()
    const to = new Date(+at + 1)
    const all = await casesOf(
      db,
      { from: new Date(+to - DAYS * DAY_MS), to, validity: 'now', last: LAST },
      (door) => doors.get(door)?.timeZone ?? 'UTC',
      at,
    )
    const cases = all
      .filter(({ door }) => doors.has(door))
      .sort((a, b) => timesOf(b) - timesOf(a))
      .slice(0, MOST)
    const latest = await LatestReviews.of(this.dependencies.read)
    const sides = await this.replayed(cases, now, then)
    const tried = cases.map((asked, i): TriedQuestion => ({
      text: asked.text,
      times: timesOf(asked),
      now: sides[i]![0],
      then: sides[i]![1],
      reviewed: (side) => {
        const row = latest.reviewOfBest(asked.norm, side)
        return row && (VERDICT_WORTH[row.verdict] ?? undefined)
      },
    }))
    const came = encoderTrial(tried)
    const failed = { now: await checks.failingUnder(now), then: await checks.failingUnder(then) }
    const moved = (places: readonly number[]): EncoderMoved[] =>
      places.slice(0, SHOWN).map((i) => {
        const { text, times, now, then } = tried[i]!
        return { text, times, now: shownOf(now), then: shownOf(then) }
      })
    const side = (which: 'now' | 'then', milliseconds: number) => ({
      questions: came[which],
      rightAt90: came.rightAt90[which],
      checks: {
        passed: failed[which].of - failed[which].failing.size,
        failed: failed[which].failing.size,
      },
      medianMilliseconds: milliseconds,
    })
    return {
      at: at.toISOString(),
      encoder: then.encoder!.id,
      asked: cases.length,
      times: tried.reduce((sum, { times }) => sum + times, 0),
      reviewed: came.rightAt90.reviewed,
      stoodIn: came.stoodIn,
      now: side('now', await this.time(now, cases)),
      then: side('then', await this.time(then, cases)),
      lost: moved(came.lost),
      brokenChecks: [...failed.then.failing].flatMap(([id, says]) =>
        failed.now.failing.has(id) ? [] : [says],
      ),
      gained: moved(came.gained),
      worse: moved(came.worse),
      moved: { lost: came.lost.length, gained: came.gained.length, worse: came.worse.length },
      monthly: Math.round(
        (all.reduce((sum, each) => sum + timesOf(each), 0) / DAYS) * DAYS_OF_A_MONTH,
      ),
    }
  }

  /** Each case under both, as of its last day. */
  private async replayed(
    cases: readonly ReplayCase[],
    now: CompiledRelease,
    then: CompiledRelease,
  ): Promise<[ReplaySide, ReplaySide][]> {
    const { engine } = this.dependencies
    const running = (this.running = {
      done: 0,
      of: cases.length,
      secondsLeft: null as number | null,
    })
    const pool = new ReplayPool(
      [now, then].map((release) => ({ blocks: blocksOf(release.index), doors: doorsOf(release) })),
      THREADS,
      () => engine.port(),
    )
    const began = performance.now()
    const sides: [ReplaySide, ReplaySide][] = []
    const chunks = Array.from({ length: Math.ceil(cases.length / AT_ONCE) }, (_, i) =>
      cases.slice(i * AT_ONCE, (i + 1) * AT_ONCE),
    )
    try {
      await pool.all(
        chunks.map((chunk) => ({
          cases: chunk.map(({ text, before, door, days }) => ({
            text,
            before,
            door,
            days: [[...days.keys()].at(-1)!],
          })),
        })),
        async (result, place) => {
          result.forEach(([last], i) => {
            sides[place * AT_ONCE + i] = last!.sides as [ReplaySide, ReplaySide]
          })
          running.done += chunks[place]!.length
          const each = (performance.now() - began) / running.done
          running.secondsLeft = Math.ceil((each * (running.of - running.done)) / 1_000)
        },
        () => false,
      )
      return sides
    } finally {
      await pool.close()
    }
  }

  /** Milliseconds that an answer takes to what was not asked in these words before. */
  private async time(release: CompiledRelease, cases: readonly ReplayCase[]): Promise<number> {
    const settings: AnswerSettings = { threshold: 0.5 }
    const times: number[] = []
    for (const { text } of cases.slice(0, TIMED)) {
      const began = performance.now()
      await understood(release.index, () =>
        answerQuestion(release.index, `${text} ${began}`, settings),
      )
      times.push(performance.now() - began)
    }
    return median(times) ?? 0
  }
}

function shownOf({ outcome, place, best, confidence }: ReplaySide): EncoderMoved['now'] {
  const shown = outcome === 'answered' ? place : best
  return shown ? { title: [shown.title, ...shown.path].join(' › '), sure: confidence } : null
}
