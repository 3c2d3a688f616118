import type {
  FixState,
  UnsettledDetail,
  UnsettledPage,
  UnsettledQuery,
  UnsettledRow,
} from '@janua/contracts'
import { type Answer, answerQuestion, type Outcome } from '@janua/core'
import { QueryTypes, type Sequelize } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import { problem } from '../../platform/http/problems.ts'
import type { Fixes } from './fixes.ts'
import {
  type CompiledRelease,
  type EngineHost,
  settingsAt,
  understood,
} from '../answering/index.ts'
import type { QuestionViews } from '../questions/index.ts'

interface GroupRow {
  norm: string
  times: number
  votedDown: number
  lastAt: Date
  lastId: number
}

/** A fix counts for a question until the question comes up unsettled again after it; without one, a question counts as fixed once it is answered. */
const GROUPED = `SELECT q.norm, COUNT(*) AS times, SUM(q.vote = -1) AS votedDown, MAX(q.asked_at) AS lastAt, MAX(q.id) AS lastId,
  CASE WHEN m.state = 'fixed' AND MAX(q.asked_at) <= m.fixed_at THEN 'fixed'
       WHEN m.state = 'in draft' THEN m.state
       WHEN EXISTS (SELECT 1 FROM questions later WHERE later.norm = q.norm AND later.id > MAX(q.id) AND later.outcome = 'answered') THEN 'fixed'
       ELSE 'open' END AS state
  FROM questions q LEFT JOIN (SELECT norm, MAX(id) AS id FROM fixes GROUP BY norm) newest ON newest.norm = q.norm LEFT JOIN fixes m ON m.id = newest.id
  WHERE q.unsettled = 1 GROUP BY q.norm, m.state, m.fixed_at`

/** Questions that went unanswered or were voted down, equal ones together. */
export class Unsettled {
  constructor(
    private readonly dependencies: {
      db: Sequelize
      read: Pick<QuestionViews, 'questions'>
      engine: EngineHost
      fixes: Fixes
      clock: Clock
    },
  ) {}

  async list({ search, state, sort, offset, limit }: UnsettledQuery): Promise<UnsettledPage> {
    const { db, read, fixes } = this.dependencies
    const values = {
      like: `%${search.toLowerCase().replace(/[%_\\]/g, '\\$&')}%`,
      state,
      offset,
      limit,
    }
    const order = sort === 'newest' ? 'lastAt DESC' : 'times DESC, lastAt DESC'
    const select = <T extends object>(sql: string) =>
      db.query<T>(sql, { replacements: values, type: QueryTypes.SELECT })
    const [groups, states] = await Promise.all([
      select<GroupRow>(
        `SELECT * FROM (${GROUPED}) g WHERE g.state = :state AND g.norm LIKE :like ORDER BY ${order} LIMIT :limit OFFSET :offset`,
      ),
      select<{ state: FixState; n: number }>(
        `SELECT g.state, COUNT(*) AS n FROM (${GROUPED}) g WHERE g.norm LIKE :like GROUP BY g.state`,
      ),
    ])
    const [latest, made] = await Promise.all([
      read.questions.list({ where: { id: groups.map(({ lastId }) => lastId) } }),
      fixes.byNorm(groups.map(({ norm }) => norm)),
    ])
    const rows = groups.map(({ norm, times, votedDown, lastAt, lastId }): UnsettledRow => {
      const question = latest.find(({ id }) => id === lastId)!
      const top = question.trace.candidates[0]
      return {
        norm,
        state,
        text: question.text,
        times: Number(times),
        votedDown: Number(votedDown),
        lastAt: new Date(lastAt).toISOString(),
        outcome: question.outcome,
        nearest: top ? { item: top.item, title: top.title, confidence: top.confidence } : null,
        fix: made.get(norm) ?? null,
      }
    })
    const counts = {
      open: 0,
      'in draft': 0,
      fixed: 0,
      ...Object.fromEntries(states.map((row) => [row.state, Number(row.n)])),
    }
    return { rows, total: counts[state], counts }
  }

  /** One entry opened: who asked it when, and what is said now, live and in the draft. */
  async detail(norm: string): Promise<UnsettledDetail> {
    const { read, engine, clock } = this.dependencies
    const asked = await read.questions.list({
      where: { norm, unsettled: true },
      order: [['id', 'DESC']],
      limit: 20,
    })
    const last = asked[0]
    if (!last) throw problem('NOT_FOUND')
    const [live, draft] = await Promise.all([engine.live(), engine.draft()])
    const now = clock.now()
    return {
      occurrences: asked.map(({ id, text, askedAt, outcome, confidence, vote, releaseId }) => ({
        id,
        text,
        at: askedAt.toISOString(),
        outcome: outcome as Outcome,
        confidence,
        vote: vote === null ? null : vote > 0 ? 'yes' : 'no',
        release: releaseId,
      })),
      live: live && (await answerFrom(live, last, now)),
      draft: await answerFrom(draft, last, now),
    }
  }
}

function answerFrom(
  release: CompiledRelease,
  { text, doorId }: { text: string; doorId: number },
  at: Date,
): Promise<Answer> {
  const door = release.doors.find(({ id }) => id === doorId) ?? release.doors[0]
  const settings = door ? settingsAt(release, door, at) : { threshold: 0.6 }
  return understood(release.index, () => answerQuestion(release.index, text, settings))
}
