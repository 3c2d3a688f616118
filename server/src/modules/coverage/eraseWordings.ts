import type { Transaction } from 'sequelize'
import type { Clock } from '../../platform/clock.ts'
import type { CoverageTables } from './tables.ts'

/** Takes wordings out of fixes and topics: a topic that was named by them is named by another's, or is gone with them. */
export function eraseWordings(tables: CoverageTables, clock: Clock) {
  return async (norms: readonly string[], transaction: Transaction): Promise<void> => {
    const where = { norm: [...norms] }
    await tables.fixes.destroy({ where, transaction })
    const theirs = await tables.topicWordings.findAll({ where, transaction })
    await tables.topicWordings.destroy({ where, transaction })
    for (const topicId of new Set(theirs.flatMap(({ topicId }) => topicId ?? []))) {
      const next = await tables.topicWordings.findOne({
        where: { topicId },
        order: [
          ['place', 'ASC'],
          ['times', 'DESC'],
        ],
        transaction,
      })
      await tables.topics.update(
        next
          ? { label: next.text.slice(0, 300) }
          : { label: 'redacted', words: [], goneAt: clock.now() },
        { where: { id: topicId, named: false }, transaction },
      )
    }
  }
}
