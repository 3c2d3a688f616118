import {
  FEATURES,
  fitOpinions,
  type ReviewedQuestion,
  type Learnt,
  type OpinionCase,
} from '@janua/core'
import { attachedRankings } from '@janua/core/meaning'
import { type Sequelize } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { addressOf } from '../../platform/database/connect.ts'
import { inThread } from '../../platform/jobs/startThread.ts'
import type { EngineHost } from './engineHost.ts'
import type { LearnOrder } from './confidenceThread.ts'
import type { Vectors } from './vectors.ts'
import type { AnsweringTables, EngineModelRow } from './tables.ts'
import { sha256 } from '../../platform/hash.ts'

interface Dependencies {
  db: Sequelize
  tables: AnsweringTables
  engine: EngineHost
  reviewCases: () => SaidOfAnswers
  clock: Clock
  vectors: Vectors | null
}

/** What the team and visitors said of answers, to learn from. */
export interface SaidOfAnswers {
  /** The number of the newest review, and how many votes there are: by them it is known that there is something new. */
  state(): Promise<{ newest: number; votes: number }>
  /** Reviewed and voted questions, the newest first. */
  answers(): Promise<ReviewedQuestion[]>
  /** Answers on which the language model was heard, and which somebody reviewed. */
  opinions(): Promise<OpinionCase[]>
}

/**
 * Learns how sure the engine may be, from the draft: by hiding and asking its own content, and from reviews. It is done in the
 * background as the draft changes, never while publishing; a release freezes the newest model that there is.
 */
export class ConfidenceTraining {
  private running: Promise<void> | undefined
  private lastSeen = ''

  constructor(private readonly dependencies: Dependencies) {}

  /** Learns when the draft or the reviews have changed and have been still since the last look. */
  async tick(): Promise<void> {
    const key = await this.key()
    const isStill = key === this.lastSeen
    this.lastSeen = key
    if (isStill) await this.learn()
  }

  /** Learns from the draft as it stands; nothing to do when that was learnt from already. */
  async learn(): Promise<void> {
    this.running ??= this.learnNow().finally(() => (this.running = undefined))
    await this.running
  }

  private async learnNow(): Promise<void> {
    const { db, tables, engine, clock, vectors } = this.dependencies
    const contentKey = await this.key()
    if (await tables.engineModels.findOne({ where: { contentKey } })) return
    const { content, glossary, encoder, index } = await engine.draft()
    if (content.length === 0) return
    const port = engine.port()
    const order: LearnOrder = {
      address: addressOf(db),
      pins: [...content],
      glossary: [...glossary],
      reviewed: await this.dependencies.reviewCases().answers(),
      hasModels: vectors !== null,
      attached: attachedRankings(index.settings.models),
      encoder: port,
    }
    const { model, cases, reviewed } = await inThread<LearnOrder, Learnt>(
      new URL('./confidenceThread.ts', import.meta.url),
      order,
      {},
      [port],
    )
    const heard = await this.dependencies.reviewCases().opinions()
    const row: Omit<EngineModelRow, 'id'> = {
      contentKey,
      encoder: encoder?.id ?? null,
      model: heard.length > 0 ? { ...model, opinions: fitOpinions(heard) } : model,
      cases,
      reviewed,
      createdAt: clock.now(),
    }
    await tables.engineModels.findOrCreate({ where: { contentKey }, defaults: row })
  }

  private async key(): Promise<string> {
    const { engine } = this.dependencies
    const [{ content, glossary, encoder }, { newest, votes }] = await Promise.all([
      engine.draft(),
      this.dependencies.reviewCases().state(),
    ])
    const words = JSON.stringify([
      FEATURES,
      this.dependencies.vectors?.models.en?.sentences?.id ?? null,
      ...(encoder ? [encoder.id] : []),
      content.map(({ item, revision }) => [item, revision]),
      glossary,
      newest,
      Math.floor(votes / 50),
    ])
    return sha256(words)
  }
}
