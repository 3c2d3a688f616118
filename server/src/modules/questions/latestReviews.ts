import type { Verdict } from '@janua/contracts'
import { groupedBy, type ReviewedAs, type ReplaySide } from '@janua/core'
import { Op } from 'sequelize'
import type { ReviewRow, QuestionViews } from './tables.ts'

/** What a verdict adds to coverage; null for what is no question and leaves the count. */
export const VERDICT_WORTH: Record<Verdict, number | null> = {
  right: 1,
  partly: 0.5,
  wrong: 0,
  'rightly silent': 0,
  'not a question': null,
}

/** Of `questions q`: answered, and by the team's own content. */
export const FROM_CONTENT = "(q.outcome = 'answered' AND COALESCE(q.kind, '') <> 'elsewhere')"
/** The standing verdict on the answer of `questions q`; null when there is none. */
export const LATEST_VERDICT = `(SELECT j.verdict FROM reviews j WHERE j.question_id = q.id ORDER BY j.role = 'lead' DESC, j.id DESC LIMIT 1)`

/** What stands of the reviews of answers: a lead's before an agent's, then the newest. */
export class LatestReviews {
  private constructor(private readonly byQuestion: ReadonlyMap<string, ReviewRow[]>) {}

  /** @param norms of the questions that matter; all when not given */
  static async of(
    read: Pick<QuestionViews, 'reviews'>,
    norms?: readonly string[],
  ): Promise<LatestReviews> {
    const where = {
      verdict: { [Op.ne]: 'not a question' as const },
      ...(norms ? { norm: [...new Set(norms)] } : { norm: { [Op.ne]: '' } }),
      itemId: { [Op.ne]: null },
    }
    const rows = await read.reviews.list({ where, order: [['id', 'DESC']] })
    const leadsFirst = [
      ...rows.filter(({ role }) => role === 'lead'),
      ...rows.filter(({ role }) => role !== 'lead'),
    ]
    return new LatestReviews(groupedBy(leadsFirst, ({ norm, itemId }) => keyOf(norm, itemId!)))
  }

  /** How many answers, by question and item, were reviewed. */
  get size(): number {
    return this.byQuestion.size
  }

  /** A review holds while the answer is the same: the same words of the same item, or at least the same passage of the same revision. */
  reviewOf(
    norm: string,
    { place, print }: Pick<ReplaySide, 'place' | 'print'>,
  ): ReviewRow | undefined {
    return (
      place &&
      this.of(norm, place.item).find((row) =>
        row.print === null
          ? row.revisionId === place.revision && row.ordinal === place.ordinal
          : row.print === print,
      )
    )
  }

  /** Of what would be answered were the threshold at nought: the same passage, of the same revision or with the same words. */
  reviewOfBest(
    norm: string,
    { best, print }: Pick<ReplaySide, 'best' | 'print'>,
  ): ReviewRow | undefined {
    return (
      best &&
      this.of(norm, best.item).find(
        (row) =>
          row.ordinal === best.ordinal && (row.revisionId === best.revision || row.print === print),
      )
    )
  }

  reviewedAs(norm: string): ReviewedAs {
    return (side) => {
      const row = this.reviewOf(norm, side)
      return row && (VERDICT_WORTH[row.verdict] ?? undefined)
    }
  }

  private of(norm: string, item: number): readonly ReviewRow[] {
    return this.byQuestion.get(keyOf(norm, item)) ?? []
  }
}

/** One key for a question and the item that answers it. */
export function keyOf(norm: string, item: number): string {
  return `${item} ${norm}`
}
