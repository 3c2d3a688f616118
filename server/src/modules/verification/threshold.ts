import type { ThresholdView, ToReview } from '@janua/contracts'
import { answerAfter, chooseToReview, seeded } from '@janua/core'
import { QueryTypes, type Sequelize } from 'sequelize'
import { problem } from '../../platform/http/problems.ts'
import { phrase } from '../../platform/language/phrases.ts'
import { Turns } from '../../platform/jobs/turns.ts'
import type { ReplayResultRow, ReplayRow, VerificationTables } from './tables.ts'
import type { Actor } from '../accounts/index.ts'
import { type EngineHost, settingsAt, understood } from '../answering/index.ts'
import type { Doors } from '../doors/index.ts'
import {
  keyOf,
  type QuestionViews,
  saidFrom,
  LatestReviews,
  VERDICT_WORTH,
} from '../questions/index.ts'
import type { Choices } from '../releases/index.ts'

interface Dependencies {
  db: Sequelize
  tables: VerificationTables
  read: Pick<QuestionViews, 'reviews'>
  engine: EngineHost
  choices: Choices
  doors: Doors
}

/** How many answers are offered for reviewing at a time. */
const TO_REVIEW = 20
const WEEK_MS = 7 * 86_400_000
/** How much an agent's review and a visitor's vote count beside a lead's review. */
const AGENT_WORD = 0.75
const VOTE_WORD = 0.1
/** How many of the newest questions tell how often an offer is taken. */
const OFFERS_LOOKED_AT = 5_000
/** So many more untaken ones are counted: few offers prove little. */
const DOUBT = 20

/** What the curve is computed from in the browser: the newest replay of the draft, and the reviews of what it would answer. */
export class Threshold {
  constructor(private readonly dependencies: Dependencies) {}

  async view(): Promise<ThresholdView> {
    const { doors, choices, read } = this.dependencies
    const [replay, all, { key }, handsOver, offersTaken] = await Promise.all([
      this.newestReplay(),
      doors.list(),
      choices.of(null),
      this.handsOver(),
      this.offersTaken(),
    ])
    const shown = all.map(({ id, title, threshold, rules }) => ({
      id,
      title,
      threshold: threshold,
      thresholds: rules.thresholds,
    }))
    if (!replay)
      return {
        replay: null,
        weeks: 1,
        volume: [],
        reviewed: [],
        offersTaken,
        handsOver,
        doors: shown,
        collections: [],
      }
    const results = await this.results(replay)
    const weeks = Math.max(1 / 7, (+replay.toAt - +replay.fromAt) / WEEK_MS)
    const [latest, votes] = await Promise.all([LatestReviews.of(read), this.votes()])
    const volume = results.map(({ times, doorId, sides: { draft } }) => ({
      p: draft.best?.confidence ?? 0,
      weight: times / weeks,
      offered: draft.outcome === 'suggested' || draft.outcome === 'answered',
      collection: draft.best?.collection ?? '',
      door: doorId,
      outcome: draft.outcome,
    }))
    const reviewed = results.flatMap((result) => {
      const row = latest.reviewOfBest(result.norm, result.sides.draft)
      const { best } = result.sides.draft
      if (row)
        return [
          {
            p: best!.confidence,
            right: VERDICT_WORTH[row.verdict] ?? 0,
            chance: row.chance,
            collection: best!.collection,
            door: result.doorId,
            ...(row.role === 'agent' && { word: AGENT_WORD }),
          },
        ]
      const voted = best && votes.get(keyOf(result.norm, best.item))
      return voted?.ordinal === best?.ordinal && voted
        ? [
            {
              p: best!.confidence,
              right: voted.right,
              chance: null,
              collection: best!.collection,
              door: result.doorId,
              word: VOTE_WORD,
            },
          ]
        : []
    })
    const collections = [
      ...new Set(volume.map(({ collection }) => collection).filter(Boolean)),
    ].sort()
    return {
      replay: {
        id: replay.id,
        from: replay.fromAt.toISOString(),
        to: replay.toAt.toISOString(),
        asked: replay.asked,
        current: replay.pinsKey === key,
      },
      weeks,
      volume,
      reviewed,
      offersTaken,
      handsOver,
      doors: shown,
      collections,
    }
  }

  /** The answers whose review would tell most: nearest to the threshold, spread over collections, each with its chance of being chosen. */
  async toReview(threshold: number): Promise<ToReview[]> {
    const replay = await this.newestReplay()
    if (!replay) return []
    const [results, latest, release] = await Promise.all([
      this.results(replay),
      LatestReviews.of(this.dependencies.read),
      this.dependencies.engine.of(replay.pins),
    ])
    const open = results
      .filter(
        (result) =>
          result.sides.draft.best && !latest.reviewOfBest(result.norm, result.sides.draft),
      )
      .map((result) => ({
        result,
        p: result.sides.draft.best!.confidence,
        collection: result.sides.draft.best!.collection,
      }))
    const chosen = chooseToReview(
      open,
      threshold,
      TO_REVIEW,
      seeded(replay.id * 1_000 + latest.size),
    )
    const turns = new Turns()
    const shown: ToReview[] = []
    for (const {
      one: { result, p, collection },
      chance,
    } of chosen) {
      const door = release.doors.find(({ id }) => id === result.doorId)
      if (!door) continue
      await turns.give()
      const before = result.carried === null ? undefined : { subject: result.carried }
      const settings = {
        ...settingsAt(release, door, new Date(0)),
        day: result.days.at(-1),
        threshold: 0,
        thresholds: {},
        declines: [],
      }
      const { answer } = await understood(release.index, () =>
        answerAfter(release.index, result.text, before, settings),
      )
      const source = answer.sources[0]
      if (!source) continue
      shown.push({
        text: result.text,
        door: result.doorId,
        collection,
        confidence: p,
        chance,
        ...saidFrom(source, answer.blocks),
      })
    }
    return shown
  }

  /** Sets the threshold of a door, or of a collection at it, in the draft. */
  async set(
    actor: Actor,
    doorId: number,
    collection: string | null,
    threshold: number,
  ): Promise<void> {
    const {
      id: _id,
      state: _state,
      published: _published,
      revision,
      ...content
    } = await this.dependencies.doors.read(doorId)
    const rounded = Math.round(threshold * 100) / 100
    if (collection === null && rounded < 0.05)
      throw problem('INVALID', phrase('refusals.thresholdTooLow'))
    const next =
      collection === null
        ? { ...content, threshold: rounded }
        : {
            ...content,
            rules: {
              ...content.rules,
              thresholds: { ...content.rules.thresholds, [collection]: rounded },
            },
          }
    await this.dependencies.doors.save(actor, doorId, { ...next, base: revision, ready: true })
  }

  private newestReplay(): Promise<ReplayRow | null> {
    return this.dependencies.tables.replays.findOne({
      where: { state: 'done' },
      order: [['id', 'DESC']],
    })
  }

  private results({ id }: ReplayRow): Promise<ReplayResultRow[]> {
    return this.dependencies.tables.replayResults.findAll({
      where: { replayId: id },
      order: [['id', 'ASC']],
    })
  }

  /** What visitors voted of an answer to a question, by question and item. */
  private async votes(): Promise<Map<string, { ordinal: number; right: number }>> {
    const rows = await this.dependencies.db.query<{
      norm: string
      item: number
      ordinal: number
      helpful: number
    }>(
      'SELECT norm, item_id AS item, ordinal, AVG(vote > 0) AS helpful FROM questions WHERE vote IS NOT NULL AND item_id IS NOT NULL GROUP BY norm, item_id, ordinal',
      { type: QueryTypes.SELECT },
    )
    return new Map(
      rows.map(({ norm, item, ordinal, helpful }) => [
        keyOf(norm, item),
        { ordinal, right: Number(helpful) },
      ]),
    )
  }

  /** Of the questions that were met with offers, or with a question back, the share that was settled by taking one. */
  private async offersTaken(): Promise<number> {
    const [row] = await this.dependencies.db.query<{ met: number; taken: number | null }>(
      `SELECT COUNT(*) AS met, SUM(outcome = 'answered') AS taken FROM
         (SELECT outcome, vote, trace FROM questions WHERE outcome IN ('answered', 'suggested', 'clarifying') ORDER BY id DESC LIMIT ${OFFERS_LOOKED_AT}) newest
       WHERE outcome <> 'answered' OR (JSON_VALUE(trace, '$.rule') = 'chosen reading' AND COALESCE(vote, 1) > 0)`,
      { type: QueryTypes.SELECT },
    )
    return Number(row?.taken ?? 0) / (Number(row?.met ?? 0) + DOUBT)
  }

  /** Of the conversations with something left unsettled, the share that went to a queue. */
  private async handsOver(): Promise<number> {
    const [row] = await this.dependencies.db.query<{ unsettled: number; went: number | null }>(
      `SELECT COUNT(*) AS unsettled, SUM(c.entered_queue_at IS NOT NULL) AS went FROM conversations c WHERE EXISTS (SELECT 1 FROM questions q WHERE q.conversation_id = c.id AND q.unsettled = 1)`,
      { type: QueryTypes.SELECT },
    )
    return row && Number(row.unsettled) > 0 ? Number(row.went ?? 0) / Number(row.unsettled) : 0.3
  }
}
