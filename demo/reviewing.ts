import { mondayOf } from '@janua/core'
import type { Random } from '../core/src/maths/random.ts'
import type { OpenJanua } from './allTables.ts'
import { normOf } from '../server/src/modules/answering/respond.ts'
import type { DemoQuestion } from './content.ts'
import type { ReviewableAnswer } from './writeHistory.ts'
import type { ReviewRow } from '../server/src/modules/questions/tables.ts'

type Lead = { id: number; name: string }

/** The share of answers that somebody of the team has reviewed; how many of those reviewed right become checks. */
const REVIEWED_SHARE = 0.16
const CHECKS = 22

/** What the team has reviewed in these weeks: some of the answers given, as the labels of the demo's questions say. */
export async function reviewAnswers(
  { tables }: OpenJanua,
  lead: Lead,
  answers: readonly ReviewableAnswer[],
  random: Random,
): Promise<void> {
  const rows = answers
    .filter(() => random() < REVIEWED_SHARE)
    .map(({ at, right, ...answer }): Partial<ReviewRow> => ({
      ...answer,
      userId: lead.id,
      role: 'lead',
      verdict: right ? 'right' : 'wrong',
      origin: 'desk',
      createdAt: new Date(+at + 3_600_000),
    }))
  await tables.reviews.bulkCreate(rows)
}

/** So many answers of a week are drawn for the audit, as Janua draws them. */
const AUDITED = 30

/** The audit samples of five weeks before the last full one: thirty random answers each, as the labels say. The last full week's waits for the lead. */
export async function reviewAudits(
  { tables }: OpenJanua,
  lead: Lead,
  answers: readonly ReviewableAnswer[],
  { random, today }: { random: Random; today: string },
): Promise<void> {
  const thisMonday = Date.parse(`${mondayOf(today)}T00:00:00Z`)
  for (let ago = 6; ago > 1; ago--) {
    const from = thisMonday - ago * 7 * DAY
    const given = answers.filter(({ at }) => +at >= from && +at < from + 7 * DAY)
    const drawn = given
      .map((answer) => ({ answer, place: random() }))
      .sort((a, b) => a.place - b.place)
      .slice(0, AUDITED)
    await tables.reviews.bulkCreate(
      drawn.map(({ answer: { at: _at, right, ...answer } }): Partial<ReviewRow> => ({
        ...answer,
        userId: lead.id,
        role: 'lead',
        verdict: right ? 'right' : 'wrong',
        origin: 'audit',
        chance: Math.min(1, AUDITED / given.length),
        createdAt: new Date(from + 9 * DAY),
      })),
    )
  }
}
const DAY = 86_400_000

/** The lead asks four weeks again of the draft, and reviews forty of its would-be answers near the threshold. */
export async function replayAndReview(
  janua: OpenJanua,
  lead: Lead,
  {
    until,
    questions,
    ids,
  }: { until: Date; questions: readonly DemoQuestion[]; ids: ReadonlyMap<string, number> },
): Promise<void> {
  await janua.verification.replays.start(lead, {
    from: new Date(+until - 28 * 86_400_000).toISOString(),
    to: until.toISOString(),
    validity: 'asked',
    items: null,
  })
  await janua.verification.replays.ended()
  const settles = new Map(
    questions.map(({ text, settledBy, also }) => [
      normOf(text),
      [settledBy, ...also].map((slug) => (slug ? ids.get(slug) : undefined)),
    ]),
  )
  const signedIn = (await janua.accounts.accounts.find(lead.id))!
  for (let round = 0; round < 2; round++)
    for (const {
      text,
      door,
      item,
      revision,
      ordinal,
      print,
      confidence,
      chance,
    } of await janua.verification.threshold.toReview(0.65)) {
      const known = settles.get(normOf(text))
      if (!known) continue
      await janua.questions.reviews.reviewAnswer(signedIn, {
        text,
        door,
        item,
        revision,
        ordinal,
        print,
        confidence,
        chance,
        verdict: known.includes(item) ? 'right' : 'wrong',
        wanted: null,
        wantedId: null,
        question: null,
        origin: 'threshold',
      })
    }
}

/** Checks of what was reviewed right, of what must stay unknown, and of where a conversation must go. */
export async function addChecks(
  janua: OpenJanua,
  lead: Lead,
  { door, queues }: { door: number; queues: ReadonlyMap<string, number> },
): Promise<void> {
  const reviewed = await janua.tables.reviews.findAll({
    where: { verdict: 'right' },
    order: [['id', 'ASC']],
  })
  const none = { contains: [], lacks: [], queue: null, door, language: 'en' as const, note: '' }
  const seen = new Set<string>()
  for (const { text, norm, itemId, confidence } of reviewed) {
    if (seen.size >= CHECKS) break
    if (seen.has(norm) || (confidence ?? 0) < 0.7 || text.length > 70) continue
    seen.add(norm)
    await janua.verification.checks.add(lead, {
      ...none,
      messages: [text],
      comes: 'answer',
      item: itemId,
      note: 'reviewed right',
    })
  }
  await janua.verification.checks.add(lead, {
    ...none,
    messages: ['what does changing a saver booking cost'],
    comes: 'answer',
    item: null,
    contains: ['6.00'],
    note: 'asked every day',
  })
  await janua.verification.checks.add(lead, {
    ...none,
    messages: ['is there a helicopter to Oddsay'],
    comes: 'does not know',
    item: null,
    note: 'must never be made up',
  })
  await janua.verification.checks.add(lead, {
    ...none,
    messages: ['my boat was cancelled and I want my money back for the hotel'],
    comes: 'anything',
    item: null,
    queue: queues.get('Refunds & disruption') ?? null,
    note: 'agreed with Refunds',
  })
  // What is out of season by now is no check that a lead would keep.
  const { results } = await janua.verification.checks.run()
  for (const { check, before } of results)
    if (before) await janua.verification.checks.remove(lead, check)
  await janua.verification.checks.run()
}
