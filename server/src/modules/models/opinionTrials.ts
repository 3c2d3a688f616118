import type { TrialAnswer, TrialResult, TrialView } from '@janua/contracts'
import { guessLanguage, median, type Opinion, opinionTrial, type TriedAnswer } from '@janua/core'
import type { Clock } from '../../platform/clock.ts'
import { problem } from '../../platform/http/problems.ts'
import { phrase } from '../../platform/language/phrases.ts'
import type { ModelUses } from './modelUses.ts'
import { REACH, type SecondOpinion } from './secondOpinion.ts'
import type { Settings } from '../../platform/settings.ts'
import type { Actor, Audit } from '../accounts/index.ts'
import { type CompiledRelease, type EngineHost, normOf } from '../answering/index.ts'
import { type QuestionViews, LatestReviews, VERDICT_WORTH } from '../questions/index.ts'
import type { ReplayRow, VerificationViews } from '../verification/index.ts'

interface Dependencies {
  settings: Settings
  read: Pick<VerificationViews, 'replayResults' | 'replays'> & Pick<QuestionViews, 'reviews'>
  engine: EngineHost
  uses: ModelUses
  secondOpinion: SecondOpinion
  audit: Audit
  clock: Clock
}

/** A reviewed answer near the threshold. */
interface Reviewed extends Omit<TriedAnswer, 'says'> {
  text: string
  title: string
  item: number
  ordinal: number
}

const RESULT = 'language_model_trial'
const MOST = 200
const AT_ONCE = 4
const WEEKS_OF_A_MONTH = 30 / 7
const WEEK_MS = 7 * 86_400_000
/** So many faults in a row end a trial: the model is not there. */
const MOST_FAULTS = 5

/** Puts a second opinion to the proof on answers that people reviewed, before visitors meet it. */
export class OpinionTrials {
  private running: { done: number; of: number } | null = null
  private problem: string | null = null

  constructor(private readonly dependencies: Dependencies) {}

  async view(): Promise<TrialView> {
    // While one runs its answers are counted: the page looks each second.
    const replay = this.running ? null : await this.newestReplay()
    const stored = await this.dependencies.settings.read(RESULT)
    return {
      running: this.running,
      problem: this.problem,
      result: (stored as TrialResult | undefined) ?? null,
      reviewed: this.running?.of ?? (replay ? (await this.near(replay)).reviewed.length : 0),
    }
  }

  /** Begins one, in the background. @throws when there is nothing to try it on, or one runs */
  async start(actor: Actor): Promise<void> {
    if (this.running) throw problem('INVALID', phrase('refusals.trialRunning'))
    const replay = await this.newestReplay()
    const { reviewed, weekly } = replay ? await this.near(replay) : { reviewed: [], weekly: 0 }
    if (!replay || reviewed.length === 0)
      throw problem('INVALID', phrase('refusals.nothingReviewed'))
    const { connection, isStopped } = await this.dependencies.uses.configured()
    if (!connection) throw problem('MODEL_FAILED', phrase('refusals.noModel'))
    if (isStopped) throw problem('MODEL_STOPPED')
    this.running = { done: 0, of: reviewed.length }
    this.problem = null
    await this.dependencies.audit.note(actor, 'tried the second opinion of', connection.model)
    void this.run(await this.dependencies.engine.of(replay.pins), reviewed)
      .then(async (came) => {
        const result: TrialResult = { ...came.result, model: connection.model }
        const calls = weekly * WEEKS_OF_A_MONTH
        result.monthly = { calls: Math.round(calls), money: calls * came.moneyOfOne }
        await this.dependencies.settings.write(RESULT, result)
      })
      .catch((cause: unknown) => (this.problem = (cause as Error).message))
      .finally(() => (this.running = null))
  }

  private async run(
    release: CompiledRelease,
    reviewed: readonly Reviewed[],
  ): Promise<{ result: Omit<TrialResult, 'model'>; moneyOfOne: number }> {
    const said: (Opinion | null)[] = reviewed.map(() => null)
    const times: number[] = []
    let [money, next, faults] = [0, 0, 0]
    const work = async () => {
      while (next < reviewed.length) {
        const place = next++
        const { text, title, item, ordinal } = reviewed[place]!
        try {
          const told = { release, language: guessLanguage(text, release.index.language) }
          const opinion = await this.dependencies.secondOpinion.ask(
            { question: text, title, item, ordinal },
            told,
            true,
          )
          faults = 0
          said[place] = opinion?.says ?? null
          if (opinion) {
            times.push(opinion.milliseconds)
            money += opinion.money
          }
        } catch (cause) {
          if (++faults >= MOST_FAULTS) throw cause
        }
        this.running!.done++
      }
    }
    await Promise.all(Array.from({ length: AT_ONCE }, work))
    const {
      now,
      then,
      said: counts,
      ...moved
    } = opinionTrial(reviewed.map((each, i) => ({ ...each, says: said[i]! })))
    const shown = (places: readonly number[]): TrialAnswer[] =>
      places.map((i) => {
        const { text, title, sure, threshold } = reviewed[i]!
        return { text, title, sure, threshold, says: said[i]! }
      })
    return {
      result: {
        at: this.dependencies.clock.now().toISOString(),
        asked: reviewed.length,
        unheard: said.filter((says) => says === null).length,
        now,
        then,
        said: counts,
        lost: shown(moved.lost),
        gained: shown(moved.gained),
        spared: shown(moved.spared),
        worse: shown(moved.worse),
        medianMilliseconds: median(times) ?? 0,
        monthly: { calls: 0, money: 0 },
      },
      moneyOfOne: times.length > 0 ? money / times.length : 0,
    }
  }

  /** Reviewed answers of a replay that a second opinion would be asked about, and how many such questions come in a week. */
  private async near(replay: ReplayRow): Promise<{ reviewed: Reviewed[]; weekly: number }> {
    const { read, engine } = this.dependencies
    const [results, latest, release] = await Promise.all([
      read.replayResults.list({ where: { replayId: replay.id }, order: [['id', 'ASC']] }),
      LatestReviews.of(read),
      engine.of(replay.pins),
    ])
    const weeks = Math.max(1 / 7, (+replay.toAt - +replay.fromAt) / WEEK_MS)
    const unsure = results.flatMap((result) => {
      const { draft } = result.sides
      const door = release.doors.find(({ id }) => id === result.doorId)
      if (!draft.best || !door) return []
      const threshold = door.rules.thresholds[draft.best.collection] ?? door.threshold
      return Math.abs(draft.best.confidence - threshold) <= REACH && draft.outcome !== 'clarifying'
        ? [{ result, best: draft.best, threshold }]
        : []
    })
    const reviewed = unsure.flatMap(({ result, best, threshold }): Reviewed[] => {
      const row = latest.reviewOfBest(result.norm, result.sides.draft)
      const worth = row ? VERDICT_WORTH[row.verdict] : null
      const doc = release.index.docAt(best.item, best.ordinal)
      if (worth === null || doc === undefined) return []
      return [
        {
          text: result.text,
          title: release.index.passage(doc).item.title,
          item: best.item,
          ordinal: best.ordinal,
          sure: best.confidence,
          threshold,
          right: worth === 1,
        },
      ]
    })
    // The same at two doors is one answer to try it on.
    const distinct = [
      ...new Map(reviewed.map((each) => [`${each.item} ${normOf(each.text)}`, each])).values(),
    ]
    return {
      reviewed: distinct.slice(0, MOST),
      weekly: unsure.reduce((sum, { result }) => sum + result.times, 0) / weeks,
    }
  }

  private newestReplay(): Promise<ReplayRow | null> {
    return this.dependencies.read.replays.first({
      where: { state: 'done' },
      order: [['id', 'DESC']],
    })
  }
}
