import type { Verdict } from '@janua/contracts'
import { groupedBy, type JudgedAs, type ReplaySide } from '@janua/core'
import { Op } from 'sequelize'
import type { CoverageTables, JudgementRow } from '../coverage/models.ts'

export const VERDICT_WORTH: Record<Verdict, number> = { right: 1, partly: 0.5, wrong: 0 }

/** What stands of the judgements of answers to some questions: a lead's before an agent's, then the newest. */
export class Standing {
  private constructor(private readonly byNorm: ReadonlyMap<string, JudgementRow[]>) {}

  static async of(tables: Pick<CoverageTables, 'judgements'>, norms?: readonly string[]): Promise<Standing> {
    const where = { ...(norms ? { norm: [...new Set(norms)] } : { norm: { [Op.ne]: '' } }), itemId: { [Op.ne]: null } }
    const rows = await tables.judgements.findAll({ where, order: [['id', 'DESC']], raw: true })
    const leadsFirst = [...rows.filter(({ role }) => role === 'lead'), ...rows.filter(({ role }) => role !== 'lead')]
    return new Standing(groupedBy(leadsFirst, ({ norm }) => norm))
  }

  /** A judgement holds while the answer is the same: the same words of the same item, or at least the same passage of the same revision. */
  judgementOf(norm: string, { place, print }: Pick<ReplaySide, 'place' | 'print'>): JudgementRow | undefined {
    if (!place) return undefined
    return this.byNorm.get(norm)?.find((row) => row.itemId === place.item && (row.print === null ? row.revisionId === place.revision && row.ordinal === place.ordinal : row.print === print))
  }

  judgedAs(norm: string): JudgedAs {
    return (side) => {
      const row = this.judgementOf(norm, side)
      return row && VERDICT_WORTH[row.verdict]
    }
  }
}
