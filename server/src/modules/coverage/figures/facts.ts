import {
  boundsOfDay,
  addDays,
  type ConversationFact,
  type Outcome,
  type QuestionFact,
  wallClock,
} from '@janua/core'
import type { Verdict } from '@janua/contracts'
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { LATEST_VERDICT, VERDICT_WORTH } from '../../questions/index.ts'

export interface Week {
  monday: string
  zone: string
}

/** A fact as the database has it: what is counted in the team's days, and what of the verdict counts, is told from it. */
type AskedRow = Omit<
  QuestionFact,
  'visitor' | 'day' | 'hour' | 'fromContent' | 'reviewed' | 'silent' | 'opened' | 'wantsPerson'
> & {
  id: number
  visitor: number | null
  asker: string | null
  at: Date
  kind: string | null
  opened: number
  wantsPerson: number
  verdict: Verdict | null
}

function boundsOf({ monday, zone }: Week): { from: Date; to: Date } {
  return { from: boundsOfDay(monday, zone).from, to: boundsOfDay(addDays(monday, 7), zone).from }
}

/** The questions of a week as they are counted; those reviewed to be none are left out. */
export async function questionFacts(
  db: Sequelize,
  week: Week,
  transaction?: Transaction,
): Promise<QuestionFact[]> {
  const rows = await db.query<AskedRow>(
    `SELECT q.id, c.visitor_id AS visitor, q.conversation_id AS conversation, q.asker, q.asked_at AS at, q.door_id AS door, q.release_id AS \`release\`, q.language, q.channel, q.topic_id AS topic, COALESCE(i.collection, '') AS collection,
     q.item_id AS item, q.outcome, q.kind, q.confidence, q.vote, q.opened_at IS NOT NULL AS opened, q.wants_person AS wantsPerson, ${LATEST_VERDICT} AS verdict
     FROM questions q LEFT JOIN conversations c ON c.id = q.conversation_id LEFT JOIN items i ON i.id = COALESCE(q.item_id, q.nearest_item) WHERE q.asked_at >= :from AND q.asked_at < :to ORDER BY q.id`,
    { replacements: boundsOf(week), type: QueryTypes.SELECT, transaction },
  )
  const clock = wallClock(week.zone)
  return rows.flatMap(
    ({ id, visitor, at, kind, verdict, opened, wantsPerson, asker, ...row }): QuestionFact[] =>
      verdict === 'not a question'
        ? []
        : [
            {
              ...row,
              ...clock(new Date(at)),
              visitor: visitor === null ? (asker ?? `question ${id}`) : String(visitor),
              fromContent: kind !== 'elsewhere',
              reviewed: verdict === null ? null : VERDICT_WORTH[verdict],
              silent: verdict === 'rightly silent',
              opened: Boolean(opened),
              wantsPerson: Boolean(wantsPerson),
            },
          ],
  )
}

interface SpokenRow {
  id: number
  door: number
  language: string
  visitor: number
  ended: Date | null
  began: Date
  state: string
  taken: number
  kept: number
  abandoned: number
  outcome: Outcome | null
  vote: number | null
  returned: number
}

const DAY_MS = 86_400_000
/** Who leaves sooner has not been waiting, but changed their mind. */
const LEAST_WAIT_SECONDS = 10

/**
 * The conversations of a week: on the day they ended, else began. Contained: ended with a question, and no member of the team wrote or stepped
 * in, no case was made, and the visitor did not leave while waiting. Resolved: contained, its last question answered and not voted down, and the
 * same visitor did not come back to its topic within the return window.
 */
export async function conversationFacts(
  db: Sequelize,
  week: Week,
  { returnDays, now }: { returnDays: number; now: Date },
  transaction?: Transaction,
): Promise<ConversationFact[]> {
  const rows = await db.query<SpokenRow>(
    `SELECT c.id, c.door_id AS door, c.language, c.visitor_id AS visitor, c.closed_at AS ended, c.created_at AS began, c.state, last.outcome, last.vote,
     EXISTS (SELECT 1 FROM messages m WHERE m.conversation_id = c.id AND (m.kind IN ('taken', 'stepped in') OR m.author = 'agent')) AS taken,
     EXISTS (SELECT 1 FROM messages m WHERE m.conversation_id = c.id AND m.kind = 'case') AS kept,
     EXISTS (SELECT 1 FROM messages h WHERE h.conversation_id = c.id AND h.kind = 'handed over' AND EXISTS (
       SELECT 1 FROM messages e WHERE e.conversation_id = c.id AND e.kind IN ('handed back', 'closed', 'case') AND e.created_at >= h.created_at + INTERVAL ${LEAST_WAIT_SECONDS} SECOND
         AND e.seq = (SELECT MIN(n.seq) FROM messages n WHERE n.conversation_id = c.id AND n.seq > h.seq AND n.kind IN ('taken', 'stepped in', 'handed back', 'closed', 'case')))) AS abandoned,
     (last.topic_id IS NOT NULL AND c.closed_at IS NOT NULL AND EXISTS (SELECT 1 FROM conversations later JOIN questions again ON again.conversation_id = later.id WHERE later.visitor_id = c.visitor_id AND later.id <> c.id AND again.topic_id = last.topic_id
       AND again.asked_at > c.closed_at AND again.asked_at < c.closed_at + INTERVAL :returnDays DAY)) AS returned
     FROM conversations c LEFT JOIN questions last ON last.id = (SELECT MAX(q.id) FROM questions q WHERE q.conversation_id = c.id)
     WHERE (c.closed_at >= :from AND c.closed_at < :to) OR (c.closed_at IS NULL AND c.created_at >= :from AND c.created_at < :to)`,
    { replacements: { ...boundsOf(week), returnDays }, type: QueryTypes.SELECT, transaction },
  )
  const clock = wallClock(week.zone)
  return rows.map(
    ({
      door,
      language,
      visitor,
      ended,
      began,
      state,
      taken,
      kept,
      abandoned,
      outcome,
      vote,
      returned,
    }) => {
      const isEnded = state === 'closed'
      const contained = isEnded && outcome !== null && !taken && !kept && !abandoned
      const settled = contained && outcome === 'answered' && (vote ?? 0) >= 0 && !returned
      return {
        day: clock(new Date(ended ?? began)).day,
        door,
        language,
        channel: 'chat',
        visitor: String(visitor),
        asked: outcome !== null,
        ended: isEnded,
        taken: Boolean(taken),
        abandoned: Boolean(abandoned),
        contained,
        resolved: settled,
        provisional: settled && +now - +new Date(ended!) < returnDays * DAY_MS,
      }
    },
  )
}
