import type { Verdict } from '@janua/contracts'
import {
  FEATURES,
  fitOpinions,
  type JudgedQuestion,
  LEADS_WEIGHT,
  type Learnt,
  type Opinion,
  type OpinionCase,
} from '@janua/core'
import { attachedRankings } from '@janua/core/meaning'
import { createHash } from 'node:crypto'
import { QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { addressOf } from '../../platform/database/connect.ts'
import { inThread } from '../../platform/jobs/startThread.ts'
import type { EngineHost } from './engineHost.ts'
import type { LearnOrder } from './learnThread.ts'
import type { Vectors } from './vectors.ts'
import type { EngineModelRow } from './tables.ts'
import type { AnsweringTables } from './tables.ts'

interface Needs {
  db: Sequelize
  tables: AnsweringTables
  engine: EngineHost
  clock: Clock
  vectors: Vectors | null
}

/** What a person's word counts beside a case of the self-test; a visitor's vote a little, as those who vote are not those who ask. */
const WEIGHTS = { lead: LEADS_WEIGHT, agent: 3, visitor: 0.5 }
const MOST_JUDGED = 2_000
/** The same beside a lead's review of an answer that the language model had a say in. */
const AGENT_SHARE = 0.75
const VISITOR_SHARE = 0.1

/**
 * Learns how sure the engine may be, from the draft: by hiding and asking its own content, and from judgements. It is done in the
 * background as the draft changes, never while publishing; a release freezes the newest model that there is.
 */
export class Learning {
  private running: Promise<void> | undefined
  private lastSeen = ''

  constructor(private readonly needs: Needs) {}

  /** Learns when the draft or the judgements have changed and have been still since the last look. */
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
    const { db, tables, engine, clock, vectors } = this.needs
    const contentKey = await this.key()
    if (await tables.engineModels.findOne({ where: { contentKey } })) return
    const { content, glossary, encoder, index } = await engine.draft()
    if (content.length === 0) return
    const port = engine.port()
    const order: LearnOrder = {
      address: addressOf(db),
      pins: [...content],
      glossary: [...glossary],
      judged: await this.judged(),
      hasModels: vectors !== null,
      attached: attachedRankings(index.settings.models),
      encoder: port,
    }
    const { model, cases, judged } = await inThread<LearnOrder, Learnt>(
      new URL('./learnThread.ts', import.meta.url),
      order,
      {},
      [port],
    )
    const heard = await this.opinions()
    const row: Omit<EngineModelRow, 'id'> = {
      contentKey,
      encoder: encoder?.id ?? null,
      model: heard.length > 0 ? { ...model, opinions: fitOpinions(heard) } : model,
      cases,
      judged,
      createdAt: clock.now(),
    }
    await tables.engineModels.findOrCreate({ where: { contentKey }, defaults: row })
  }

  private async key(): Promise<string> {
    const { engine, db } = this.needs
    const [{ content, glossary, encoder }, [last]] = await Promise.all([
      engine.draft(),
      db.query<{ judged: number | null; voted: number | null }>(
        'SELECT MAX(id) AS judged, (SELECT COUNT(*) FROM questions WHERE vote IS NOT NULL) AS voted FROM judgements',
        { type: QueryTypes.SELECT },
      ),
    ])
    const words = JSON.stringify([
      FEATURES,
      this.needs.vectors?.models.en?.sentences?.id ?? null,
      ...(encoder ? [encoder.id] : []),
      content.map(({ item, revision }) => [item, revision]),
      glossary,
      Number(last?.judged ?? 0),
      Math.floor(Number(last?.voted ?? 0) / 50),
    ])
    return createHash('sha256').update(words).digest('hex')
  }

  /** Answers on which the language model was heard, and which somebody reviewed: what its word is worth. */
  private async opinions(): Promise<OpinionCase[]> {
    const rows = await this.needs.db.query<{
      says: Opinion
      sure: number
      verdict: Verdict | null
      role: 'lead' | 'agent' | null
      vote: number | null
    }>(
      `SELECT JSON_VALUE(q.trace, '$.opinion.says') AS says, JSON_VALUE(q.trace, '$.opinion.before') AS sure, j.verdict, j.role, q.vote FROM questions q
       LEFT JOIN judgements j ON j.question_id = q.id AND j.item_id = q.item_id AND j.verdict IN ('right', 'wrong')
       WHERE (q.vote IS NOT NULL OR j.id IS NOT NULL) AND q.item_id IS NOT NULL AND q.trace LIKE '%"opinion":%' ORDER BY q.id DESC LIMIT ${MOST_JUDGED}`,
      { type: QueryTypes.SELECT },
    )
    return rows.flatMap(({ says, sure, verdict, role, vote }) =>
      says
        ? {
            says,
            sure: Number(sure),
            right: verdict ? verdict === 'right' : Number(vote) > 0,
            weight: verdict ? (role === 'lead' ? 1 : AGENT_SHARE) : VISITOR_SHARE,
          }
        : [],
    )
  }

  /** Judged and voted questions, the newest first; of several judgements a lead's goes before an agent's, and then the newest. */
  private async judged(): Promise<JudgedQuestion[]> {
    const judged = await this.needs.db.query<{
      text: string
      item: number
      verdict: Verdict
      role: 'lead' | 'agent'
    }>(
      `SELECT text, item_id AS item, verdict, role FROM (SELECT j.*, ROW_NUMBER() OVER (PARTITION BY norm, item_id, ordinal ORDER BY role = 'lead' DESC, id DESC) AS place FROM judgements j WHERE item_id IS NOT NULL AND verdict IN ('right', 'wrong')) standing
       WHERE place = 1 ORDER BY id DESC LIMIT ${MOST_JUDGED}`,
      { type: QueryTypes.SELECT },
    )
    const voted = await this.needs.db.query<{ text: string; item: number; vote: number }>(
      `SELECT q.text, q.item_id AS item, q.vote FROM questions q WHERE q.vote IS NOT NULL AND q.item_id IS NOT NULL AND NOT EXISTS (SELECT 1 FROM judgements j WHERE j.question_id = q.id) ORDER BY q.id DESC LIMIT ${MOST_JUDGED}`,
      { type: QueryTypes.SELECT },
    )
    return [
      ...judged.map(({ text, item, verdict, role }) => ({
        text,
        item,
        right: verdict === 'right',
        weight: role === 'lead' ? WEIGHTS.lead : WEIGHTS.agent,
      })),
      ...voted.map(({ text, item, vote }) => ({
        text,
        item,
        right: vote > 0,
        weight: WEIGHTS.visitor,
      })),
    ]
  }
}
